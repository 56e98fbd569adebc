import { castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";

const LEAN = Math.tan((15 * Math.PI) / 180);
/** A hit counts when the wall it meets faces the ray within 60 degrees. */
const FACING = 0.5;
const hit = noHit();

/** From which side a wall is felt: `inside` gives its thickness, `outside` the width of the gap before it. */
export type Side = "inside" | "outside";

/**
 * The least of five rays from a point of a face: one square to it and four at 15 degrees round that, all into
 * the
 * material or all out of it; Infinity when no wall faces back within `reach`.
 * Slab s: s. Cube: its side. Ball: 2 R cos 15. Tube of wall s: s.
 * @param normal outward, any length but 0
 * @param turnRad how the four are turned round the first
 * @param leanWithin the four are cast only where the first ray, or the reach, is under this
 * @source ray thickness with a facing test; compare Shapira, Shamir and Cohen-Or 2008, shape diameter
 * function (from memory)
 */
export function wallDistance(
  tree: RayTree,
  side: Side,
  face: number,
  point: readonly number[],
  normal: readonly number[],
  turnRad: number,
  least: number,
  reach: number,
  leanWithin = Infinity,
): number {
  const length = Math.hypot(normal[0]!, normal[1]!, normal[2]!);
  const sign = side === "inside" ? -1 : 1;
  const nx = (sign * normal[0]!) / length;
  const ny = (sign * normal[1]!) / length;
  const nz = (sign * normal[2]!) / length;
  const px = point[0]!;
  const py = point[1]!;
  const pz = point[2]!;
  // A wall met from inside faces along the ray; met from outside it faces against it.
  const facing = side === "inside" ? FACING : -FACING;
  const cast = (dx: number, dy: number, dz: number, within: number) => {
    castRayInto(tree, px, py, pz, dx, dy, dz, least, within, facing, face, hit);
    return hit.face >= 0 ? hit.distance : Infinity;
  };
  let nearest = cast(nx, ny, nz, reach);
  if (nearest > leanWithin) return nearest;
  // Two directions square to the first.
  const sx = Math.abs(nx) < 0.6 ? 0 : -nz;
  const sy = Math.abs(nx) < 0.6 ? nz : 0;
  const sz = Math.abs(nx) < 0.6 ? -ny : nx;
  const sl = Math.hypot(sx, sy, sz);
  const ax = sx / sl;
  const ay = sy / sl;
  const az = sz / sl;
  const bx = ny * az - nz * ay;
  const by = nz * ax - nx * az;
  const bz = nx * ay - ny * ax;
  for (let ray = 0; ray < 4; ray++) {
    const c = LEAN * Math.cos(turnRad + (ray * Math.PI) / 2);
    const s = LEAN * Math.sin(turnRad + (ray * Math.PI) / 2);
    const dx = nx + c * ax + s * bx;
    const dy = ny + c * ay + s * by;
    const dz = nz + c * az + s * bz;
    const l = Math.sqrt(dx * dx + dy * dy + dz * dz);
    nearest = Math.min(nearest, cast(dx / l, dy / l, dz / l, Math.min(nearest, reach)));
  }
  return nearest;
}
