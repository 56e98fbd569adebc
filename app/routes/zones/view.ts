import type { Figure } from "#core/figure";
import { digits, times } from "#core/figure";
import type { CutPlane } from "#core/mesh/planeCut";
import { cross, dot, unit, type Vec3 } from "#core/mesh/pose";
import type { Plan } from "#core/plan/plan";
import type { Joint } from "#core/scene/joint";
import { partRef } from "#core/reference";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { isSeen, layersOf, staysBare } from "#core/scene/zone";
import { counted } from "#core/words";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";

/** How a tap takes faces, in the words of its buttons. */
export const tools = ["side", "piece", "alike", "same way", "brush", "line", "rectangle", "circle"] as const;
export type Tool = (typeof tools)[number];

/** Tools that two taps work. */
export type PointTool = Extract<Tool, "line" | "rectangle" | "circle">;
export const isPointTool = (tool: Tool): tool is PointTool =>
  tool === "line" || tool === "rectangle" || tool === "circle";

export const toolWords: Readonly<Record<Tool, string>> = {
  side: "The side under the tap, as far as it runs on without a crease.",
  piece: "All that hangs together with it.",
  alike: "Every side as large as the one under the tap: frames, panes, rivets.",
  "same way": "Everything that looks the same way, wherever it is.",
  brush:
    "What the brush passes over. Drag to draw, arrow keys turn the part. It takes whole faces: part a large one by a line.",
  rectangle: "Tap two corners of it on a face: what lies between them is taken, through large faces too.",
  circle: "Tap its middle, then a point of its rim: what lies within is taken, through large faces too.",
  line: "Tap two points: the zone is parted along the line, and its smaller side is taken.",
};

/** How far faces may turn and still look the same way, degrees. */
export const SAME_WAY_DEG = 12;

/** Another part that a part meets: joined to it, or drawn in place with it in one file. */
export type Met = {
  readonly name: string;
  readonly meshId: string;
  readonly factor: number;
  readonly inPlace: boolean;
};

/** The parts that a part meets, by its joints and by its file. */
export function metBy(
  p: Pick<PartPlan, "part" | "rescale">,
  parts: readonly Pick<PartPlan, "part" | "rescale">[],
  joints: readonly Pick<Joint, "partIds">[],
): readonly Met[] {
  const { part } = p;
  const joined = new Set(joints.flatMap((j) => (j.partIds.includes(part.id) ? j.partIds : [])));
  return parts.flatMap(({ part: other, rescale }): Met[] => {
    if (other.id === part.id || other.meshId === null) return [];
    const isOfFile = other.origin.fileName !== "" && other.origin.fileName === part.origin.fileName;
    const inPlace = isOfFile && rescale.factor === p.rescale.factor && other.meshId !== part.meshId;
    return inPlace || joined.has(other.id)
      ? [{ name: other.name, meshId: other.meshId, factor: rescale.factor, inPlace }]
      : [];
  });
}

/** The plane through a line drawn on a face, square to it; null where both points are one. */
export function planeThrough(a: Vec3, b: Vec3, normal: Vec3): CutPlane | null {
  const along: Vec3 = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const across = cross(along, normal);
  if (Math.hypot(...across) < 1e-9) return null;
  const n = unit(across);
  return { normal: n, offset: dot(n, a) };
}

/** Area on the bench of one copy as the map is drawn, cm2. @param area file units squared */
export const benchCm2 = (area: number, factor: number): number => (area * factor ** 2) / 100;

/** An area on the bench in words. */
export const cm2Words = (cm2: number): string => `${digits(cm2)} cm²`;

/** The same in reality. */
export const realWords = (cm2: number, denominator: number): string =>
  `really ${digits((cm2 * denominator ** 2) / 1e4)} m²`;

/** A zone as its row shows it, at the area that is drawn now. */
export type ZoneRow = {
  readonly plan: ZonePlan;
  /** Of one copy, cm2. */
  readonly cm2: number;
  readonly minutes: Figure | null;
  readonly carved: readonly string[];
};

/**
 * The rows of a part's zones. Until the plan has followed an act, areas and minutes are those of before at the share
 * that is drawn now; `fresh`: zones that the plan does not know yet; `open`: what has no zone, cm2.
 * @param drawn area by zone, file units; null while nothing is drawn
 */
export function zoneRows(
  p: Pick<PartPlan, "part" | "zones" | "rescale">,
  minutes: ReadonlyMap<number, Figure | null>,
  drawn: ReadonlyMap<number, number> | null,
) {
  const { factor } = p.rescale;
  const rows = p.zones.map((z): ZoneRow => {
    const { number } = z.zone;
    const planned = z.areaCm2.value / p.part.count;
    const share = drawn && z.measure && z.measure.area > 0 ? (drawn.get(number) ?? 0) / z.measure.area : 1;
    const of = minutes.get(number) ?? null;
    return {
      plan: z,
      cm2: planned * share,
      minutes: of && share !== 1 ? times(of, share) : of,
      carved: [...standsOn(planned, z.measure, factor), ...carvedWords(z.measure, factor)],
    };
  });
  const known = new Set([...p.zones.map((z) => z.zone.number), OPEN_ZONE]);
  const fresh = [...(drawn ?? [])]
    .filter(([number]) => !known.has(number))
    .map(([number, area]) => ({ number, cm2: benchCm2(area, factor) }));
  return { rows, fresh, open: benchCm2(drawn?.get(OPEN_ZONE) ?? 0, factor) };
}

/** Whether the first primer of a part is on. */
export const isPrimed = ({ part }: Pick<PartPlan, "part">, { work }: Pick<Plan, "work">): boolean =>
  work.steps.some((s) => s.action === "prime" && s.targets[0] === partRef(part.id) && work.done.has(s.id));

/** What of a zone is not counted, since the part stands on it; empty where that is nothing worth a word. */
function standsOn(planned: number, m: ZoneMeasure | null, factor: number): readonly string[] {
  const foot = m ? benchCm2(m.area, factor) - planned : 0;
  return m && foot > 0.02 * benchCm2(m.area, factor)
    ? [`${digits(foot)} cm² that it stands on are not counted`]
    : [];
}

/** Names of zones at a point of each, with the way that most of it looks. */
export const leadersOf = ({ zones }: Pick<PartPlan, "zones">) =>
  zones.flatMap(({ zone, measure }) => {
    const normal = [...(measure?.directions ?? [])].sort((a, b) => b.area - a.area)[0]?.normal;
    return measure && normal ? [{ text: zone.name, at: measure.at, normal }] : [];
  });

/** What is carved into a zone, in words; empty of a plain one. @param factor from file units to bench mm */
export function carvedWords(m: ZoneMeasure | null, factor: number): readonly string[] {
  if (!m) return [];
  const mm = (v: number) => `${(v * factor).toFixed(v * factor < 1 ? 2 : 1)} mm`;
  const { cells, grooves, ridges, relief, narrowest } = m;
  return [
    ...(m.places > 1 ? [`in ${m.places} places`] : []),
    ...(cells ? [`${cells.count} boards or stones`] : []),
    ...(grooves
      ? [`${counted(grooves.count, "groove", "grooves")}, ${(grooves.length * factor).toFixed(0)} mm in all`]
      : []),
    ...(ridges
      ? [`${counted(ridges.count, "raised line", "raised lines")}, ${(ridges.length * factor).toFixed(0)} mm`]
      : []),
    ...(relief ? [`shallowest ${relief.sunken ? "groove" : "step"} ${mm(relief.depth)} deep`] : []),
    ...(m.thinnest ? [`${mm(m.thinnest.thickness)} thick at its thinnest`] : []),
    ...(narrowest ? [`narrowest groove ${mm(narrowest.width)} wide`] : []),
  ];
}

/** What is decided for a zone's paint, in a few words. */
export function paintWords({ zone }: Pick<ZonePlan, "zone">): string {
  if (zone.scheme.length > 0) return counted(zone.scheme.length, "layer", "layers");
  if (!isSeen(zone)) return "not painted";
  return staysBare(zone) ? "left bare" : "no layer yet";
}

/** How many layers a part has in all, and on how many zones they differ. */
export const layersText = ({ part }: Pick<PartPlan, "part">): string =>
  counted(layersOf(part.zones).length, "layer", "layers");
