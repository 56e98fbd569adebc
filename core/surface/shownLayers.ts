import { boxSize } from "#core/mesh/triangleMesh";
import type { MeshMeasurement } from "#core/mesh/measure";
import { classOf, lookTest, type PrintedBy } from "#core/surface/lookTest";

/**
 * For each height of the layer profile, bottom first: whether the steps there are plain. The slope at a
 * height is taken
 * from how fast the section changes: its contour moves inward by dA / P over one step of height. A mean over
 * the whole
 * contour: one shallow side beside steep ones comes out steeper than it is.
 * @param factor from file units to millimetres on the bench
 */
export function shownLayers(
  m: MeshMeasurement,
  factor: number,
  by: PrintedBy,
  distanceMm: number,
): readonly boolean[] {
  const { areas, perimeters } = m.profile;
  const stepMm = (boxSize(m.box)[2] * factor) / areas.length;
  return Array.from(areas, (area, i) => {
    const inwardMm = ((area - (areas[i + 1] ?? 0)) * factor) / Math.max(perimeters[i]!, 1e-9);
    // Growing upward means hanging over: the normal looks below the horizon.
    const slopeRad = inwardMm >= 0 ? Math.atan2(stepMm, inwardMm) : Math.PI - Math.atan2(stepMm, -inwardMm);
    const test = lookTest(
      { ...by, slopeRad, patchMm2: Math.max(25, perimeters[i]! * factor * stepMm * 10) },
      distanceMm,
    );
    return classOf(test.flat, test.raking) === "plain";
  });
}
