import type { Figure } from "#core/figure";
import { digits, times } from "#core/figure";
import type { CutPlane } from "#core/mesh/planeCut";
import { cross, dot, unit, type Vec3 } from "#core/mesh/pose";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { ZonePlan } from "#core/plan/parts/zonePlan";
import { isSeen, layersOf, staysBare } from "#core/scene/zone";
import { counted } from "#core/words";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";

/** How a tap takes faces, in the words of its buttons. */
export const tools = ["side", "piece", "alike", "same way", "brush", "line"] as const;
export type Tool = (typeof tools)[number];

export const toolWords: Readonly<Record<Tool, string>> = {
  side: "The side under the tap, as far as it runs on without a crease.",
  piece: "All that hangs together with it.",
  alike: "Every side as large as the one under the tap: frames, panes, rivets.",
  "same way": "Everything that looks the same way, wherever it is.",
  brush: "What the brush passes over. Drag to draw, arrow keys turn the part.",
  line: "Tap two points: the zone is parted along the line, and its smaller side is taken.",
};

/** How far faces may turn and still look the same way, degrees. */
export const SAME_WAY_DEG = 12;

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

/**
 * Minutes of a zone as its area was planned, at the area that is drawn now.
 * @param minutes of the plan; null while it has none
 * @param planned area that they are for, cm2
 */
export const minutesAt = (minutes: Figure | null, planned: number, cm2: number): Figure | null =>
  minutes && planned > 0 ? times(minutes, cm2 / planned) : minutes;

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
