import { cross, dot, type Turn3, turned, type Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { ZoneCut } from "#core/zones/splitMesh";

/** A rigid way from one frame to another: turned or mirrored, then shifted. */
export type Motion = { readonly turn: Turn3; readonly shift: Vec3 };

const movedPoint = (p: Vec3, { turn, shift }: Motion): Vec3 => {
  const [x, y, z] = turned(turn, p);
  return [x + shift[0], y + shift[1], z + shift[2]];
};

export const movedCut = ({ normal, offset, within }: ZoneCut, motion: Motion): ZoneCut => {
  const n = turned(motion.turn, normal);
  const moved = { normal: n, offset: offset + dot(n, motion.shift) };
  return within ? { ...moved, within: { ...within, at: movedPoint(within.at, motion) } } : moved;
};

/** A mesh in another frame, its faces in their order; of one that is mirrored they are turned right side out. */
export function movedMesh({ positions, triangles }: TriangleMesh, { turn, shift }: Motion): TriangleMesh {
  const moved = new Float32Array(positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = turned(turn, [positions[i]!, positions[i + 1]!, positions[i + 2]!]);
    moved.set([x + shift[0], y + shift[1], z + shift[2]], i);
  }
  const axis = (k: 0 | 1 | 2): Vec3 => [turn[k], turn[k + 3]!, turn[k + 6]!];
  if (dot(axis(0), cross(axis(1), axis(2))) > 0) return { positions: moved, triangles };
  const faces = triangles.slice();
  for (let f = 0; f < faces.length; f += 3) [faces[f + 1], faces[f + 2]] = [faces[f + 2]!, faces[f + 1]!];
  return { positions: moved, triangles: faces };
}

/** To its mirrored twin, which stays where it is: mirrored in x about the middle of the box. */
export const mirrorMotion = (lowX: number, highX: number): Motion => ({
  turn: [-1, 0, 0, 0, 1, 0, 0, 0, 1],
  shift: [lowX + highX, 0, 0],
});
