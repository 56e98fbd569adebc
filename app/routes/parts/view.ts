import type { Finding } from "#core/plan/finding";
import { heldAsFinding, standsAside } from "#core/plan/parts/held";
import { HOLDING_WALL_MM, type Process } from "#core/print/printer";
import { besideOthers, type WantedSize } from "#core/scale/wantedSize";
import type { ProposedZone } from "#core/zones/proposeZones";
import { printOf } from "#core/scene/part";
import { counted } from "#core/words";
import type { FirstFigures } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** A name under the shelf: where it begins, px, and in which of the two lines it stands. */
export type ShelfLabel = { readonly text: string; readonly xPx: number; readonly row: 0 | 1 };

/** Of a letter of the head face at 13 px, on the wide side. */
const LETTER_PX = 6.8;
const BETWEEN_PX = 10;
const LONGEST_LETTERS = 26;
const FEWEST_LETTERS = 5;

/**
 * Names under what stands side by side, in two lines that never run into each other: the line that is free there,
 * else the one that is free sooner, cut short before the next name of its line.
 * @param widthPx of the shelf
 */
export function shelfLabels(
  things: readonly { readonly name: string; readonly xPx: number }[],
  widthPx: number,
): readonly ShelfLabel[] {
  const ends: [number, number] = [0, 0];
  return things.map(({ name, xPx: at }, i) => {
    const row = ends[0] <= at || ends[0] <= ends[1] ? 0 : 1;
    const xPx = Math.max(at, ends[row]);
    // The line is needed again by the one after the next.
    const until = Math.max(things[i + 2]?.xPx ?? widthPx, xPx + FEWEST_LETTERS * LETTER_PX + BETWEEN_PX);
    const room = Math.min(LONGEST_LETTERS, Math.floor((until - BETWEEN_PX - xPx) / LETTER_PX));
    const text = name.length <= room ? name : `${name.slice(0, Math.max(1, room - 1)).trimEnd()}…`;
    ends[row] = xPx + text.length * LETTER_PX + BETWEEN_PX;
    return { text, xPx, row };
  });
}

/** What a mesh says it came as. */
export const cameAs = (p: PartPlan): string => {
  const { source, unitMm, unitSure } = p.part.size;
  return p.part.meshId ? `${sourceWords(source)}, ${unitName(unitMm)}${unitSure ? "" : "?"}` : p.part.made;
};

const unitNames: Readonly<Record<number, string>> = { 1: "mm", 10: "cm", 25.4: "inches", 1000: "m" };
const unitName = (mm: number) => unitNames[mm] ?? `${mm} mm`;

/** Where it is made, or that it stands aside. */
export const goesOn = ({ held, chosen, part }: PartPlan): string =>
  held
    ? standsAside({ held })
      ? "stands aside"
      : "printed another way"
    : (chosen?.printer.name ?? part.made);

function sourceWords(source: PartPlan["part"]["size"]["source"]): string {
  switch (source.kind) {
    case "ratio":
      return `1:${Number(source.denominator.toFixed(2))}`;
    case "figure":
      return `${source.figureMm} mm figures`;
    case "full":
      return "1:1";
    case "feature":
      return "by a feature";
    case "real-object":
      return "stays 1:1";
    default:
      return "not known";
  }
}

/** Parts that stand aside for anything but their scale, as what is open. */
export const standingAside = (parts: readonly PartPlan[]): readonly Finding[] =>
  parts.flatMap(({ part, held }) =>
    held && standsAside({ held }) && held.because !== "no scale" && !printOf(part).pieceOf
      ? [heldAsFinding({ part, held })]
      : [],
  );

/** How many parts are planned, asked for their scale, and stand aside for something else; pieces not counted. */
export function soFar(parts: readonly PartPlan[]) {
  const wholes = parts.filter((p) => !printOf(p.part).pieceOf);
  const unscaled = wholes.filter((p) => p.held?.because === "no scale").length;
  const held = wholes.filter(standsAside).length;
  const planned = wholes.filter((p) => !p.held).length;
  return { planned, unscaled, aside: held - unscaled };
}

/** What a wanted size comes to: share of true size, sides, walls against what holds. */
export function wantedText(
  { ownFactor, sizeMm, thinnestMm }: WantedSize,
  thinnestNowMm: number | null,
  process: Process | null,
): string {
  const share = `${Number((100 * ownFactor).toFixed(1))} % of true size, ${besideOthers(ownFactor)}`;
  const size = sizeMm.map((mm) => mm.toFixed(1)).join(" × ");
  if (thinnestMm === null || thinnestNowMm === null) return `${share}: ${size} mm.`;
  const holding = process === null ? null : HOLDING_WALL_MM[process];
  const under = holding !== null && thinnestMm < holding ? `, under the ${holding} mm that holds` : "";
  return `${share}: ${size} mm, thinnest wall ${thinnestNowMm.toFixed(2)} to ${thinnestMm.toFixed(2)} mm${under}.`;
}

/** What the shelf holds, in words. */
export function shelfText(parts: readonly PartPlan[], denominator: number): string {
  const aside = parts.filter(standsAside).length;
  const copies = parts.reduce((sum, x) => sum + x.part.count, 0);
  const all = `${counted(parts.length, "part", "parts")}, ${counted(copies, "copy", "copies")}`;
  const drawn = `drawn at 1:${Number(denominator.toFixed(2))} beside an adult`;
  return aside === 0 ? `${all}, all ${drawn}` : `${all}, ${drawn}; ${aside} of them stand aside below`;
}

/** Parts of which something that is looked for is said: name, file, where it came from, its printer. */
export function partsWith(parts: readonly PartPlan[], typed: string): PartPlan[] {
  const wanted = typed.trim().toLowerCase();
  if (wanted === "") return [...parts];
  const words = (p: PartPlan) => [p.part.name, p.part.origin.fileName, p.part.origin.from, goesOn(p)];
  return parts.filter((p) => [...words(p), cameAs(p)].join(" ").toLowerCase().includes(wanted));
}

/** What is known of a file that is still measured: as it is drawn, in its own units. */
export function firstText({ box, triangles, volume }: FirstFigures): string {
  const figure = (v: number) => v.toLocaleString("en", { maximumSignificantDigits: 4 });
  const size = boxSize(box).map(figure).join(" × ");
  return `${size} as drawn, volume ${figure(volume)}, ${triangles.toLocaleString("en")} triangles`;
}

/** An area of the file as it is on the bench. */
export function areaText(area: number, factor: number): string {
  const cm2 = (area * factor ** 2) / 100;
  return `${cm2 < 10 ? cm2.toFixed(2) : cm2.toFixed(0)} cm²`;
}

/** `upright left, 3.36 cm²`. */
export const zoneLine = ({ name, area }: Pick<ProposedZone, "name" | "area">, factor: number): string =>
  `${name}, ${areaText(area, factor)}`;

const NAMED = 4;

/** What lay beside the models of a folder and was not taken in. */
export function asideText(names: readonly string[]): string {
  const shown = names.slice(0, NAMED).join(", ");
  const more = names.length > NAMED ? ` and ${names.length - NAMED} more` : "";
  return `Left aside, since they are no models: ${shown}${more}.`;
}
