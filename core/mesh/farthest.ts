import { nearestDistance } from "#core/mesh/nearest";
import { buildRayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** Corners that are looked at of each mesh. */
const LOOKED_AT = 20_000;

/**
 * The farthest that corners of two meshes of one thing lie from the faces of the other: how far one is off the
 * other. File units; of very many corners every n-th is looked at.
 */
export function farthestApart(a: TriangleMesh, b: TriangleMesh): number {
  return Math.max(oneWay(a, b), oneWay(b, a));
}

function oneWay({ positions }: TriangleMesh, to: TriangleMesh): number {
  if (to.triangles.length === 0) return positions.length === 0 ? 0 : Infinity;
  const tree = buildRayTree(to);
  const stride = 3 * Math.max(1, Math.floor(positions.length / 3 / LOOKED_AT));
  let farthest = 0;
  for (let i = 0; i < positions.length; i += stride)
    farthest = Math.max(farthest, nearestDistance(tree, positions[i]!, positions[i + 1]!, positions[i + 2]!));
  return farthest;
}
