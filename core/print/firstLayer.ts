import { AS_DRAWN, dot, type Pose, unit, type Vec3 } from "#core/mesh/pose";
import type { RestingSide } from "#core/mesh/resting";
import { degToRad, radToDeg } from "#core/units";

/** A foot that leans: of how much of its length only how much lies in the first layer, and how to lay it flat. */
export type LeaningFoot = {
  readonly leanDeg: number;
  readonly lyingMm: number;
  readonly ofMm: number;
  /** Which way of its file is down once it lies flat. */
  readonly down: Vec3;
};

/** A face that leans by less than this was meant to lie flat (a default). */
const MEANT_FLAT_DEG = 3;
/** Less than this is how files are rounded, degrees. */
const ROUNDING_DEG = 0.05;
/** Of the length of its foot so much has to lie in the first layer (a default). */
const LEAST_LYING = 0.6;
/** A side as large as this share of its largest is one that it was meant to stand on. */
const LARGE_SIDE = 0.5;

/**
 * Whether a thing lies on a face or a little beside it: a side that leans by less than three degrees touches only
 * with its edge, layer over slope. Both processes, where it lies on the bed itself.
 * @param sizeMm as it was drawn, mm of the print
 * @param onBedMm2 what of it lies on the lowest plane
 * @returns null where enough of it lies, or no side was meant to
 */
export function leaningFoot(
  resting: readonly RestingSide[],
  pose: Pose | null,
  sizeMm: Vec3,
  layerMm: number,
  factor: number,
  onBedMm2: number,
): LeaningFoot | null {
  const down = unit((pose ?? AS_DRAWN).down);
  const largest = Math.max(0, ...resting.map((s) => s.area));
  const leanOf = (s: RestingSide) => radToDeg(Math.acos(Math.min(1, dot(unit(s.down), down))));
  const side = resting
    .filter((s) => s.area >= LARGE_SIDE * largest && leanOf(s) < MEANT_FLAT_DEG)
    .reduce<RestingSide | null>((a, b) => (a && a.area >= b.area ? a : b), null);
  if (!side || leanOf(side) < ROUNDING_DEG || onBedMm2 >= LEAST_LYING * side.area * factor * factor)
    return null;
  const leanDeg = leanOf(side);
  const ofMm = lengthAlong(unit(side.down), down, sizeMm);
  const lyingMm = Math.min(ofMm, layerMm / Math.tan(degToRad(leanDeg)));
  return lyingMm >= LEAST_LYING * ofMm ? null : { leanDeg, lyingMm, ofMm, down: side.down };
}

/** How long its box is, as drawn, in the direction in which a side leans. */
function lengthAlong(side: Vec3, down: Vec3, sizeMm: Vec3): number {
  const along = dot(side, down);
  const lean = unit([side[0] - along * down[0], side[1] - along * down[1], side[2] - along * down[2]]);
  // From end to end of the box: whichever of its sides such a line meets first.
  return Math.min(...sizeMm.map((mm, i) => (Math.abs(lean[i]!) > 1e-6 ? mm / Math.abs(lean[i]!) : Infinity)));
}
