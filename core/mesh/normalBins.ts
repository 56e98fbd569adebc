import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { Vec3 } from "#core/mesh/pose";

/** Surface that looks the same way: mean outward direction, and its area, file units squared. */
export type NormalBin = { readonly normal: Vec3; readonly area: number };

/** Cells along each side of the square that the ball of directions is folded out on. */
const SIDE = 44;

/**
 * The surface by where it looks, in some thousand directions. Flat sides keep their exact direction; a curved
 * one is cut
 * into steps of about 4 degrees.
 * @source octahedral map of directions (from memory)
 */
export function normalBins({ positions, triangles }: TriangleMesh): readonly NormalBin[] {
  const sums = new Float64Array(3 * SIDE * SIDE);
  const areas = new Float64Array(SIDE * SIDE);
  for (let t = 0; t < triangles.length; t += 3) {
    const a = 3 * triangles[t]!;
    const b = 3 * triangles[t + 1]!;
    const c = 3 * triangles[t + 2]!;
    const ux = positions[b]! - positions[a]!;
    const uy = positions[b + 1]! - positions[a + 1]!;
    const uz = positions[b + 2]! - positions[a + 2]!;
    const vx = positions[c]! - positions[a]!;
    const vy = positions[c + 1]! - positions[a + 1]!;
    const vz = positions[c + 2]! - positions[a + 2]!;
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    const l = Math.sqrt(x * x + y * y + z * z);
    if (l === 0) continue;
    const s = Math.abs(x) + Math.abs(y) + Math.abs(z);
    let p = x / s;
    let q = y / s;
    if (z < 0) {
      const fold = (1 - Math.abs(q)) * (p < 0 ? -1 : 1);
      q = (1 - Math.abs(p)) * (q < 0 ? -1 : 1);
      p = fold;
    }
    const cell =
      Math.min(SIDE - 1, Math.floor(((p + 1) / 2) * SIDE)) +
      SIDE * Math.min(SIDE - 1, Math.floor(((q + 1) / 2) * SIDE));
    sums[3 * cell]! += x;
    sums[3 * cell + 1]! += y;
    sums[3 * cell + 2]! += z;
    areas[cell]! += l / 2;
  }
  const bins: NormalBin[] = [];
  for (let cell = 0; cell < areas.length; cell++) {
    if (areas[cell] === 0) continue;
    const x = sums[3 * cell]!;
    const y = sums[3 * cell + 1]!;
    const z = sums[3 * cell + 2]!;
    const l = Math.sqrt(x * x + y * y + z * z) || 1;
    bins.push({ normal: [x / l, y / l, z / l], area: areas[cell]! });
  }
  return bins;
}
