import { AS_DRAWN, turnedBack, turnOf, unit, type Vec3 } from "#core/mesh/pose";
import { treatedOf } from "#core/plan/surface/treatedOf";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { printedAs } from "#core/plan/surface/printedAs";
import { printedShape } from "#core/plan/surface/printedShape";
import { type Part, printOf } from "#core/scene/part";
import type { Look } from "#core/scene/look";
import { placeName } from "#core/scene/zone";
import type { PlanInput } from "#core/scene/planInput";
import { type ForeseenFault, foreseenFaults } from "#core/surface/foreseen";
import type { TwoTones } from "#core/surface/stripeShare";
import type { PrintedBy } from "#core/surface/lookTest";
import { printedBy } from "#core/surface/printedBy";
import { passesOn } from "#core/surface/surfaceSteps";
import { counted } from "#core/words";
import type { ScreenSize } from "#app/hooks/useScreenSize";
import { LOUPE } from "#app/ui/loupeTimes";

/** Lamps to begin with: where on the half circle, degrees from the right, how far out of the plane, and the room. */
export const lamps = {
  "a room": { angleDeg: 60, outDeg: 45, ambient: 0.6 },
  "a lamp from the side": { angleDeg: 172, outDeg: 12, ambient: 0.15 },
  "an evening lamp": { angleDeg: 35, outDeg: 25, ambient: 0.3 },
} as const;
export type Lamp = { readonly angleDeg: number; readonly outDeg: number; readonly ambient: number };

const rad = (deg: number) => (deg * Math.PI) / 180;

/** Towards a lamp, in the picture: to the right, up, to the viewer. */
export const lampToward = ({ angleDeg, outDeg }: Lamp): Vec3 => [
  Math.cos(rad(angleDeg)) * Math.cos(rad(outDeg)),
  Math.sin(rad(angleDeg)) * Math.cos(rad(outDeg)),
  Math.sin(rad(outDeg)),
];

/** Pixels that a millimetre takes on this screen for it to look as from a distance. */
export const apparentPxPerMm = ({ pxPerMm, eyesMm }: ScreenSize, distanceMm: number): number =>
  (pxPerMm * eyesMm) / distanceMm;

/** Lines closer than this cannot be drawn apart, px. */
const LEAST_PX = 2;

/** What is said of lines that are too fine for the screen; null where they are drawn as they are. */
export function tooFine(layerMm: number, pxPerMm: number): string | null {
  const px = layerMm * pxPerMm;
  if (px >= LEAST_PX) return null;
  const inLoupe = px * LOUPE;
  return (
    `Layers of ${layerMm} mm are ${px.toFixed(1)} px here: too fine to be drawn apart, so that you see their mean. ` +
    (inLoupe >= LEAST_PX
      ? `The loupe shows them ${LOUPE} times as large.`
      : "Even in the loupe they run together; come nearer.")
  );
}

/** Depth after every round of its treatment for each zone, by number, mm; empty where nothing is done. */
export function roundsByZone(p: PartPlan, own: PlanInput): ReadonlyMap<number, readonly number[]> {
  return new Map(
    p.zones.map((z) => {
      const passes = passesOn(treatedOf(p, z, own).work);
      return [z.zone.number, passes.flatMap((t) => t.depthsMm)] as const;
    }),
  );
}

/** The most rounds of any zone. */
export const roundCount = (rounds: ReadonlyMap<number, readonly number[]>): number =>
  Math.max(0, ...[...rounds.values()].map((d) => d.length));

/** Depth left on every face after so many rounds, mm; as printed where nothing was done. */
export function leftOnFaces(
  of: Uint8Array,
  rounds: ReadonlyMap<number, readonly number[]>,
  round: number,
): Float32Array {
  const left = new Float32Array(256).fill(AS_PRINTED_MM);
  if (round > 0)
    for (const [zone, depths] of rounds)
      left[zone] = depths[Math.min(round, depths.length) - 1] ?? AS_PRINTED_MM;
  return Float32Array.from(of, (zone) => left[zone]!);
}
const AS_PRINTED_MM = 1e6;

/** A way to lie on the bed, by the side of the part that is below. */
export type Lying = { readonly name: string; readonly down: Vec3 };

/** Ways that are looked at beside the one that is planned: as drawn, and the best that were found. */
export function waysToLie({ part, lies }: Pick<PartPlan, "part" | "lies">): readonly Lying[] {
  const planned = unit((printOf(part).pose ?? AS_DRAWN).down);
  const found = lies.by === "plan" ? lies.ways.slice(0, MOST_WAYS).map((way) => unit(way.pose.down)) : [];
  const ways: Lying[] = [{ name: "as it is planned", down: planned }];
  for (const down of [AS_DRAWN.down, ...found]) {
    if (ways.some((w) => w.down.every((v, k) => Math.abs(v - down[k]!) < SAME_WAY))) continue;
    ways.push({ name: down === AS_DRAWN.down ? "as drawn" : `on its ${sideName(down)}`, down });
  }
  return ways;
}
const MOST_WAYS = 4;
const SAME_WAY = 0.02;

/** Which side of a part looks a way, as it was drawn. */
function sideName([x, y, z]: Vec3): string {
  const most = Math.max(Math.abs(x), Math.abs(y), Math.abs(z));
  const tilt = most < 0.97 ? ", tilted" : "";
  if (most === Math.abs(z)) return `${z < 0 ? "foot" : "top"}${tilt}`;
  return most === Math.abs(x)
    ? `${x < 0 ? "left" : "right"} side${tilt}`
    : `${y < 0 ? "front" : "back"}${tilt}`;
}

/** The direction in which layers are added, from the side that is below. */
export const buildOf = ({ down: [x, y, z] }: Pick<Lying, "down">): Vec3 => [-x, -y, -z];

/** Foreseen faults with their places as the part was drawn. */
export function faultsOf(p: PartPlan): readonly ForeseenFault[] {
  const shape = printedShape(p);
  if (!shape) return [];
  const turn = turnOf(printOf(p.part).pose ?? AS_DRAWN);
  return foreseenFaults(shape).map((f) => ({ ...f, at: f.at.map((at) => turnedBack(turn, at)) }));
}

/** What is told of rounds: `after round 2 of 3: 0.011 mm left`. */
export function roundWords(rounds: ReadonlyMap<number, readonly number[]>, round: number): string {
  const most = roundCount(rounds);
  if (round === 0) return "as printed";
  const deepest = Math.max(...[...rounds.values()].map((d) => d[Math.min(round, d.length) - 1] ?? 0));
  return `after round ${round} of ${counted(most, "round", "rounds")}: at most ${deepest.toFixed(3)} mm left`;
}

/** A machine, a layer or a way to lie to look at instead. */
export type LookSetting = {
  readonly printerId: string;
  readonly layerMm: number;
  /** Its place among the ways to lie; 0 for the planned one. */
  readonly way: number;
};

/** How it would be printed with a setting, with that machine's hours and money where the plan weighed it so. */
export function settingOf(p: PartPlan, said: LookSetting | null) {
  const own = p.finish!;
  const candidate = p.candidates.find((x) => x.printer.id === said?.printerId) ?? own;
  const layerMm = said?.layerMm ?? candidate.printer.layerMm;
  const ways = waysToLie(p);
  const way = said?.way ?? 0;
  const isOwn = candidate.printer.id === own.printer.id && layerMm === own.printer.layerMm;
  return { candidate, layerMm, ways, way, lying: ways[way] ?? ways[0]!, isPlanned: isOwn && way === 0 };
}

/** The part as it would be planned with a setting; as it is planned where it is that, or could not be made so. */
export function madeAs(p: PartPlan, said: LookSetting | null, own: PlanInput): PartPlan {
  if (said === null) return p;
  const { candidate, layerMm } = settingOf(p, said);
  const { printer } = p.finish!;
  if (candidate.printer.id === printer.id && layerMm === printer.layerMm) return p;
  return printedAs(p, { ...candidate.printer, layerMm }, own) ?? p;
}

/** How its bare faces are drawn: with the contrast that looks on the machine have taught. */
export const drawnBy = (
  { printer, seenTimes }: Pick<Candidate, "printer" | "seenTimes">,
  layerMm: number,
): PrintedBy => printedBy({ ...printer, layerMm }, { contrast: seenTimes, grainMm: 0 });

/** What is set of a look: the lamp, from where, how far it is treated, and how it would be printed. */
export type LookState = {
  readonly lamp: Lamp;
  readonly distanceMm: number;
  readonly round: number;
  readonly divide: number;
  readonly said: LookSetting | null;
  readonly marks: boolean;
};

export const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** What a photo of a sanded guide coat says. */
export const stripeWords = (tones: TwoTones | null): string =>
  tones
    ? `${percent(tones.share)} of the photo is of another tone, ${Math.round(tones.differenceL)} L* off: ` +
      "if those are stripes of a guide coat, one more round."
    : "The photo shows one tone: no stripes are left.";

/** What was seen of a part in its scene. */
export function looksOf(
  part: Pick<Part, "name" | "zones" | "sceneId">,
  looks: readonly Look[],
): readonly Look[] {
  const names = new Set([part.name, ...part.zones.map((z) => placeName(part, z))]);
  return looks.filter((l) => l.sceneId === part.sceneId && names.has(l.what));
}
