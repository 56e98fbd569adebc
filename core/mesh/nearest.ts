import type { RayTree } from "#core/mesh/rayTree";

/**
 * Square of the distance from a point to triangle (a, a + u, a + v).
 * @source C. Ericson, Real-Time Collision Detection, closest point on a triangle by its regions
 * (from memory; checked against three)
 */
export function squareToFace(
  px: number,
  py: number,
  pz: number,
  ax: number,
  ay: number,
  az: number,
  ux: number,
  uy: number,
  uz: number,
  vx: number,
  vy: number,
  vz: number,
): number {
  const wx = px - ax;
  const wy = py - ay;
  const wz = pz - az;
  const d1 = ux * wx + uy * wy + uz * wz;
  const d2 = vx * wx + vy * wy + vz * wz;
  if (d1 <= 0 && d2 <= 0) return wx * wx + wy * wy + wz * wz;
  const uu = ux * ux + uy * uy + uz * uz;
  const uv = ux * vx + uy * vy + uz * vz;
  const vv = vx * vx + vy * vy + vz * vz;
  const d3 = d1 - uu;
  const d4 = d2 - uv;
  if (d3 >= 0 && d4 <= d3) return square(wx - ux, wy - uy, wz - uz);
  const vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) {
    const t = d1 / (d1 - d3 || 1);
    return square(wx - t * ux, wy - t * uy, wz - t * uz);
  }
  const d5 = d1 - uv;
  const d6 = d2 - vv;
  if (d6 >= 0 && d5 <= d6) return square(wx - vx, wy - vy, wz - vz);
  const vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) {
    const t = d2 / (d2 - d6 || 1);
    return square(wx - t * vx, wy - t * vy, wz - t * vz);
  }
  const va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    const t = (d4 - d3) / (d4 - d3 + (d5 - d6) || 1);
    return square(wx - ux - t * (vx - ux), wy - uy - t * (vy - uy), wz - uz - t * (vz - uz));
  }
  const denominator = va + vb + vc;
  if (denominator === 0) return wx * wx + wy * wy + wz * wz;
  const s = vb / denominator;
  const t = vc / denominator;
  return square(wx - s * ux - t * vx, wy - s * uy - t * vy, wz - s * uz - t * vz);
}

const square = (x: number, y: number, z: number) => x * x + y * y + z * z;

const stack = new Int32Array(128);

/** The nearest face to a point: how far, and its place in the tree; -1 where none is within reach. */
export type NearestFace = { distance: number; place: number };

/**
 * Finds the nearest face within a distance. File units.
 * @param fits whether a face counts, by its place in the tree; all do where nothing is given
 */
export function nearestInto(
  { bounds, link, count, corners }: RayTree,
  px: number,
  py: number,
  pz: number,
  within: number,
  out: NearestFace,
  fits: ((place: number) => boolean) | null = null,
): void {
  out.distance = within;
  out.place = -1;
  if (count.length === 0) return;
  let best = within * within;
  let depth = 1;
  stack[0] = 0;
  while (depth > 0) {
    const node = stack[--depth]!;
    if (squareToBox(bounds, 6 * node, px, py, pz) >= best) continue;
    if (count[node] === 0) {
      const near = node + 1;
      const far = link[node]!;
      const a = squareToBox(bounds, 6 * near, px, py, pz);
      const b = squareToBox(bounds, 6 * far, px, py, pz);
      // The nearer child goes on last and is taken first.
      if (a <= b) {
        if (b < best) stack[depth++] = far;
        if (a < best) stack[depth++] = near;
      } else {
        if (a < best) stack[depth++] = near;
        if (b < best) stack[depth++] = far;
      }
      continue;
    }
    const from = -1 - link[node]!;
    for (let i = from; i < from + count[node]!; i++) {
      const c = 9 * i;
      const d = squareToFace(
        px,
        py,
        pz,
        corners[c]!,
        corners[c + 1]!,
        corners[c + 2]!,
        corners[c + 3]!,
        corners[c + 4]!,
        corners[c + 5]!,
        corners[c + 6]!,
        corners[c + 7]!,
        corners[c + 8]!,
      );
      if (d < best && (fits === null || fits(i))) {
        best = d;
        out.place = i;
      }
    }
  }
  out.distance = Math.sqrt(best);
}

/** Distance from a point to the nearest face, or `within` where none is nearer. File units. */
export function nearestDistance(
  tree: RayTree,
  px: number,
  py: number,
  pz: number,
  within = Infinity,
): number {
  const found: NearestFace = { distance: within, place: -1 };
  nearestInto(tree, px, py, pz, within, found);
  return found.distance;
}

function squareToBox(bounds: Float32Array, b: number, px: number, py: number, pz: number): number {
  const x = px < bounds[b]! ? bounds[b]! - px : px > bounds[b + 3]! ? px - bounds[b + 3]! : 0;
  const y = py < bounds[b + 1]! ? bounds[b + 1]! - py : py > bounds[b + 4]! ? py - bounds[b + 4]! : 0;
  const z = pz < bounds[b + 2]! ? bounds[b + 2]! - pz : pz > bounds[b + 5]! ? pz - bounds[b + 5]! : 0;
  return x * x + y * y + z * z;
}
