import { faceNormal } from "#core/mesh/faces";
import type { Cavity, HollowMesh } from "#core/mesh/hollow";
import { type Pose, turned, turnOf, type Vec3 } from "#core/mesh/pose";
import { buildRayTree, castRayInto, noHit } from "#core/mesh/rayTree";
import type { Bore } from "#core/mesh/solids";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { DrainHole } from "#core/print/resinEstimate";

/** Radius of a drain, mm, and over this much in its room (common practice). */
const RADIUS_MM = 1.25;
const WIDE_MM = 1.75;
const WIDE_OVER_ML = 50;
/** Outside where a drill starts, and beyond the wall where it ends, mm. */
const BEFORE_MM = 1;
const BEYOND_MM = 2;
/** A hole at an end is within this of it, mm, where there is any face. */
const END_MM = 5;
/** Faces looked at for one room. */
const LOOKED_AT = 6000;

/**
 * Where to let the resin out of each room: one hole at its plate end and one at its far end, through a thin
 * place of the
 * wall, where it is seen least as the part stands, rather sideways than up or down as it lies.
 * @param pose how it lies on the plate
 * @param raised on supports; flat on the plate, faces that lie on it hold no hole
 * @param mmPerUnit what a unit of the file is on the bench
 */
export function proposeDrains(
  mesh: TriangleMesh,
  { inner, cavities }: Pick<HollowMesh, "inner" | "cavities">,
  wall: number,
  pose: Pose | null,
  raised: boolean,
  mmPerUnit: number,
): readonly DrainHole[] {
  const turn = turnOf(pose ?? { down: [0, 0, -1], turnDeg: 0 });
  const tree = buildRayTree(inner);
  const hit = noHit();
  const { positions, triangles } = mesh;
  const count = triangles.length / 3;
  const zOf = (v: number) =>
    turned(turn, [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])[2];
  let bottom = Infinity;
  for (let v = 0; v < positions.length / 3; v++) bottom = Math.min(bottom, zOf(v));
  // Faces over a thin wall: the room lies straight behind them.
  type Spot = { at: Vec3; inward: Vec3; z: number; depth: number; penalty: number; room: number };
  const spots: Spot[] = [];
  const step = Math.max(1, Math.floor(count / LOOKED_AT));
  const roomOf = nearestRoom(cavities);
  for (let f = 0; f < count; f += step) {
    const n = faceNormal(mesh, f);
    const l = Math.hypot(n[0], n[1], n[2]);
    if (l === 0) continue;
    const normal: Vec3 = [n[0] / l, n[1] / l, n[2] / l];
    const v = [0, 1, 2].map((k) => triangles[3 * f + k]!);
    // The middle of a face, or near a corner of a large one, so that large flat ones offer more than one
    // place.
    for (const [a, b, c] of l * mmPerUnit ** 2 > 400
      ? ([
          [1 / 3, 1 / 3, 1 / 3],
          [0.8, 0.1, 0.1],
          [0.1, 0.8, 0.1],
          [0.1, 0.1, 0.8],
        ] as const)
      : ([[1 / 3, 1 / 3, 1 / 3]] as const)) {
      const at = [0, 1, 2].map(
        (k) => a * positions[3 * v[0]! + k]! + b * positions[3 * v[1]! + k]! + c * positions[3 * v[2]! + k]!,
      ) as unknown as Vec3;
      castRayInto(tree, at[0], at[1], at[2], -normal[0], -normal[1], -normal[2], 0, 3 * wall, 0, -1, hit);
      if (hit.face < 0) continue;
      const lying = turned(turn, normal);
      const z = turned(turn, at)[2];
      if (!raised && lying[2] < -0.9 && (z - bottom) * mmPerUnit < 0.5) continue;
      const seen = normal[2] < -0.5 ? 0 : normal[2] > 0.5 ? 1 : 0.6;
      const upright = Math.abs(lying[2]) > Math.SQRT1_2 ? 0.4 : 0;
      const inside: Vec3 = [
        at[0] - normal[0] * hit.distance * 1.05,
        at[1] - normal[1] * hit.distance * 1.05,
        at[2] - normal[2] * hit.distance * 1.05,
      ];
      spots.push({
        at,
        inward: [-normal[0], -normal[1], -normal[2]],
        z,
        depth: hit.distance,
        penalty: seen + upright + 0.3 * (hit.distance / wall - 1),
        room: roomOf(inside),
      });
    }
  }
  return cavities.flatMap((room, i) => {
    const own = spots.filter((s) => s.room === i);
    if (own.length === 0) return [];
    const radiusMm = room.volume * mmPerUnit ** 3 > WIDE_OVER_ML * 1000 ? WIDE_MM : RADIUS_MM;
    const low = Math.min(...own.map((s) => s.z));
    const high = Math.max(...own.map((s) => s.z));
    const pick = (end: number) => own.reduce((best, s) => (cost(s, end) < cost(best, end) ? s : best));
    // Near its end first, then where it is seen least.
    const cost = (s: Spot, end: number) =>
      s.penalty +
      Math.max(0, (Math.abs(s.z - end) * mmPerUnit) / END_MM - 1) * 2 +
      0.2 * ((Math.abs(s.z - end) * mmPerUnit) / END_MM);
    return [pick(low), pick(high)].map(({ at, inward }): DrainHole => ({ at, inward, radiusMm }));
  });
}

/** The room that a point is in or nearest to, by its middle: rooms lie apart. */
function nearestRoom(cavities: readonly Cavity[]): (p: Vec3) => number {
  if (cavities.length < 2) return () => 0;
  return (p) =>
    cavities.reduce((best, c, i) => (square(p, c.at) < square(p, cavities[best]!.at) ? i : best), 0);
}
const square = (a: Vec3, b: Vec3) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/** Holes as they are drilled: from outside through the wall into the room, in file units. */
export const boresOf = (holes: readonly DrainHole[], wall: number, mmPerUnit: number): readonly Bore[] =>
  holes.map(({ at, inward, radiusMm }) => {
    const out = BEFORE_MM / mmPerUnit;
    const into = 1.5 * wall + BEYOND_MM / mmPerUnit;
    return {
      from: [at[0] - inward[0] * out, at[1] - inward[1] * out, at[2] - inward[2] * out],
      to: [at[0] + inward[0] * into, at[1] + inward[1] * into, at[2] + inward[2] * into],
      radius: radiusMm / mmPerUnit,
    };
  });
