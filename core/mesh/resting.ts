import { convexHull } from "#core/mesh/convexHull";

/**
 * A side that a thing stands on without falling over. `down` points to the table; angle in degrees, area in
 * file units squared.
 */
export type RestingSide = {
  readonly down: readonly [number, number, number];
  readonly area: number;
  readonly tipDeg: number;
  readonly height: number;
};

/** At least this steady to be called resting (common practice). */
const LEAST_TIP_DEG = 2;

/**
 * The sides of the convex hull that hold the centroid above them, largest first. The tip angle is the least,
 * over the
 * edges of the side, of atan(distance of the plumb point to the edge / height of the centroid).
 */
export function restingSides(
  positions: Float32Array,
  centroid: readonly [number, number, number],
  most = 8,
): readonly RestingSide[] {
  const { sides } = convexHull(positions);
  const resting: RestingSide[] = [];
  const point = (v: number) => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!] as const;
  for (const { normal, offset, area, corners } of sides) {
    const height = offset - (normal[0] * centroid[0] + normal[1] * centroid[1] + normal[2] * centroid[2]);
    if (!(height > 0) || corners.length < 3) continue;
    let least = Infinity;
    for (let i = 0; i < corners.length; i++) {
      const p = point(corners[i]!);
      const q = point(corners[(i + 1) % corners.length]!);
      const ex = q[0] - p[0];
      const ey = q[1] - p[1];
      const ez = q[2] - p[2];
      const l = Math.hypot(ex, ey, ez);
      if (l === 0) continue;
      // Inward across the edge is normal x edge.
      const ix = normal[1] * ez - normal[2] * ey;
      const iy = normal[2] * ex - normal[0] * ez;
      const iz = normal[0] * ey - normal[1] * ex;
      least = Math.min(
        least,
        ((centroid[0] - p[0]) * ix + (centroid[1] - p[1]) * iy + (centroid[2] - p[2]) * iz) / l,
      );
    }
    const tipDeg = (Math.atan2(least, height) * 180) / Math.PI;
    if (tipDeg >= LEAST_TIP_DEG) resting.push({ down: normal, area, tipDeg, height });
  }
  return resting.slice(0, most);
}
