import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import type { Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import { stackOf } from "#core/paint/layerStack";
import { predictMix } from "#core/paint/paint";
import type { SchemeLayer } from "#core/paint/scheme";
import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import type { Scene } from "#core/scene/scene";
import { placeName, type Zone } from "#core/scene/zone";
import { counted } from "#core/words";

/** Neighbours that differ by less run together (default: plainly different). */
export const APART = 5;
/** Parts that stand nearer than this are neighbours, mm (default). */
const NEAR_MM = 50;
/** Of the chroma of the accent nothing else has more (default). */
export const ACCENT_SHARE = 2 / 3;

type Colour = NonNullable<SchemeLayer["colour"]>;

/** A mix or a pot of the scene, with where it lies. */
export type PaletteRow = {
  readonly colour: Colour;
  readonly name: string;
  readonly lab: LabD65;
  readonly uses: readonly { readonly place: string; readonly cm2: number }[];
};

/** A colour that stands for a place once all is laid. */
type Place = {
  readonly plan: PartPlan;
  readonly zone: Zone;
  readonly name: string;
  readonly lab: LabD65;
  /** What it is mainly painted with: the last colour that covers most of it. */
  readonly main: Colour;
};

const sameColour = (a: Colour, b: Colour) => a.kind === b.kind && a.id === b.id;
export const chromaOf = ({ a, b }: LabD65): number => Math.hypot(a, b);
/** What covers at least half of a zone is its colour (default). */
const MAIN_SHARE = 0.5;

const isThere = (p: PartPlan) => !p.held && !p.part.tool;

/** What every mix and pot of a scene is used for, largest area first. */
export function scenePalette(parts: readonly PartPlan[], shelf: Shelf): readonly PaletteRow[] {
  const rows = new Map<string, { colour: Colour; uses: Map<string, number> }>();
  for (const p of parts.filter(isThere))
    for (const z of p.zones)
      for (const l of z.zone.scheme) {
        if (!l.colour) continue;
        const key = keyOf(l.colour);
        const row = rows.get(key) ?? { colour: l.colour, uses: new Map<string, number>() };
        rows.set(key, row);
        const place = placeName(p.part, z.zone);
        row.uses.set(place, Math.max(row.uses.get(place) ?? 0, z.areaCm2.value * l.coverage));
      }
  return [...rows.values()]
    .flatMap(({ colour, uses }): readonly PaletteRow[] => {
      const told = toldBy(colour, shelf);
      if (!told) return [];
      const places = [...uses].map(([place, cm2]) => ({ place, cm2 })).sort((a, b) => b.cm2 - a.cm2);
      return [{ colour, ...told, uses: places }];
    })
    .sort((a, b) => areaOf(b) - areaOf(a));
}
export const areaOf = ({ uses }: Pick<PaletteRow, "uses">): number => uses.reduce((sum, u) => sum + u.cm2, 0);

/** Name and colour of a mix or a pot; null of one that is gone. */
export function toldBy(colour: Colour, { paints, recipes }: Shelf): { name: string; lab: LabD65 } | null {
  if (colour.kind === "paint") {
    const pot = paints.find((p) => p.id === colour.id);
    return pot ? { name: pot.name, lab: pot.lab } : null;
  }
  const recipe = recipes.find((r) => r.id === colour.id);
  const mix = recipe && predictMix(recipe, new Map(paints.map((p) => [p.id, p])));
  return recipe && mix ? { name: recipe.name, lab: mix.lab } : null;
}

/** What a zone is mainly painted with. */
export const mainColour = ({ scheme }: Pick<Zone, "scheme">): Colour | null =>
  scheme.findLast((l) => l.colour && kindOf(l.kind).covers && l.coverage >= MAIN_SHARE)?.colour ??
  scheme.findLast((l) => l.colour && l.coverage >= MAIN_SHARE)?.colour ??
  null;

/** Every painted place whose colour is told, as it looks when all its layers are laid. */
function placesOf(parts: readonly PartPlan[], shelf: Shelf): readonly Place[] {
  return parts.filter(isThere).flatMap((plan) =>
    plan.part.zones.flatMap((zone): readonly Place[] => {
      const main = mainColour(zone);
      const last = stackOf(zone.scheme, shelf).at(-1);
      return main && last ? [{ plan, zone, name: placeName(plan.part, zone), lab: last.mean, main }] : [];
    }),
  );
}

/** How far two parts stand from each other on the board, mm; null where one does not stand there. */
function gapMm(a: PartPlan, b: PartPlan): number | null {
  let least: number | null = null;
  for (const p of a.part.place.placements)
    for (const q of b.part.place.placements) {
      if (!a.sizeMm || !b.sizeMm) continue;
      const half = (s: readonly number[]) => Math.max(s[0]!, s[1]!) / 2;
      const gap = Math.max(0, Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm) - half(a.sizeMm) - half(b.sizeMm));
      least = least === null ? gap : Math.min(least, gap);
    }
  return least;
}

function areNeighbours(a: Place, b: Place): boolean {
  if (a.plan === b.plan) {
    const measured = a.plan.zones.find((z) => z.zone.number === a.zone.number)?.measure;
    return measured ? measured.borders.some((border) => border.beside === b.zone.number) : true;
  }
  const gap = gapMm(a.plan, b.plan);
  return gap !== null && gap < NEAR_MM;
}

/** Colours of neighbours that run together, and colours that outshine the accent. */
export function paletteFindings(
  parts: readonly PartPlan[],
  { accent }: Pick<Scene, "accent">,
  shelf: Shelf,
): Finding[] {
  const places = placesOf(parts, shelf);
  return [...tooAlike(places), ...(accent ? louder(parts, accent, shelf) : [])];
}

const keyOf = ({ kind, id }: Colour) => `${kind}:${id}`;

/** Two colours that meet and run together: the pair of places where they do so most, and how many others there are. */
type Alike = { readonly a: Place; readonly b: Place; readonly off: number; readonly more: number };

/** Each pair of colours once, however many places they meet in: forty pieces are not a thousand findings. */
function tooAlike(places: readonly Place[]): Finding[] {
  const alike = new Map<string, Alike>();
  places.forEach((a, i) => {
    for (const b of places.slice(i + 1)) {
      if (sameColour(a.main, b.main) || !areNeighbours(a, b)) continue;
      const off = ciede2000(a.lab, b.lab);
      if (off >= APART) continue;
      const key = [keyOf(a.main), keyOf(b.main)].sort().join(" ");
      const known = alike.get(key);
      const worst = known && known.off <= off ? known : { a, b, off };
      alike.set(key, { ...worst, more: known ? known.more + 1 : 0 });
    }
  });
  return [...alike].map(([key, { a, b, off, more }]) =>
    finding(
      "weakens",
      "colour",
      partRef(a.plan.part.id),
      a.name,
      "colours-alike",
      `${a.name} and ${b.name} stand side by side and differ by ${off.toFixed(1)}` +
        `${more > 0 ? `, and so do ${counted(more, "other pair", "other pairs")}` : ""}: from ${APART} on they are ` +
        "told apart. Make one of them lighter, darker or another hue, or paint both with one mix.",
      [],
      key,
    ),
  );
}

function louder(parts: readonly PartPlan[], accent: Colour, shelf: Shelf): Finding[] {
  const named = toldBy(accent, shelf);
  if (!named) return [];
  const limit = ACCENT_SHARE * chromaOf(named.lab);
  return scenePalette(parts, shelf)
    .filter((row) => !sameColour(row.colour, accent) && chromaOf(row.lab) > limit)
    .map((row) =>
      finding(
        "weakens",
        "colour",
        "scene",
        row.name,
        "beside-accent",
        `${row.name} is as strong a colour as the accent ${named.name}: chroma ${chromaOf(row.lab).toFixed(0)} where ` +
          `${limit.toFixed(0)} is two thirds of it. It lies on ${row.uses[0]!.place}. Grey it, or name it the accent.`,
        [],
        keyOf(row.colour),
      ),
    );
}
