import { areaOfFace, diagonalOf, faceCentre, unitNormals } from "#core/mesh/faces";
import { type NearestFace, nearestInto } from "#core/mesh/nearest";
import { buildRayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { degToRad } from "#core/units";

/** A map carried to another mesh: zones of which too little was found again are open. */
export type CarriedZones = { readonly of: Uint8Array; readonly lost: readonly number[] };

/** A face finds itself where one that looks the same way within this lies as near as this share of the size. */
const WITHIN_DEG = 45;
const NEAR_SHARE = 0.02;
/** A zone is carried where at least this share of its area finds itself. */
const LEAST_FOUND = 0.9;

/**
 * Carries the zones of a mesh to another one of the same thing: a mended, hollowed or cut one, or a new version of its
 * file. Every face takes the zone of the nearest old face that looks the same way.
 * @param open the number of what has no zone
 * @param noneOf the number of new faces that were no surface before, such as cut faces; `open` where nothing is known
 */
export function carryZones(
  old: TriangleMesh,
  of: Uint8Array,
  mesh: TriangleMesh,
  open: number,
  noneOf = open,
): CarriedZones {
  const near = NEAR_SHARE * diagonalOf(old);
  const [toNew, toOld] = [finder(mesh), finder(old)];
  const lost = lostZones(old, of, toNew, near).filter((zone) => zone !== open);
  const isLost = new Set(lost);
  const carried = Uint8Array.from({ length: mesh.triangles.length / 3 }, (_, f) => {
    const face = toOld(mesh, f, near);
    if (face < 0) return noneOf;
    return isLost.has(of[face]!) ? open : of[face]!;
  });
  return { of: carried, lost };
}

type Finder = (mesh: TriangleMesh, face: number, within: number) => number;

/** Finds the face of a mesh that is nearest to the middle of another one and looks the same way; -1 for none. */
function finder(target: TriangleMesh): Finder {
  const tree = buildRayTree(target);
  const normals = unitNormals(target);
  const least = Math.cos(degToRad(WITHIN_DEG));
  const found: NearestFace = { distance: 0, place: -1 };
  let own: { readonly mesh: TriangleMesh; readonly normals: Float32Array } | null = null;
  return (mesh, face, within) => {
    if (own?.mesh !== mesh) own = { mesh, normals: unitNormals(mesh) };
    const nx = own.normals[3 * face]!;
    const ny = own.normals[3 * face + 1]!;
    const nz = own.normals[3 * face + 2]!;
    const looksSo = (place: number) => {
      const g = 3 * tree.faces[place]!;
      return normals[g]! * nx + normals[g + 1]! * ny + normals[g + 2]! * nz >= least;
    };
    nearestInto(tree, ...faceCentre(mesh, face), within, found, looksSo);
    return found.place < 0 ? -1 : tree.faces[found.place]!;
  };
}

function lostZones(old: TriangleMesh, of: Uint8Array, toNew: Finder, near: number): readonly number[] {
  const areas = new Map<number, { whole: number; found: number }>();
  for (let f = 0; f < of.length; f++) {
    const area = areaOfFace(old, f);
    const sums = areas.get(of[f]!) ?? areas.set(of[f]!, { whole: 0, found: 0 }).get(of[f]!)!;
    sums.whole += area;
    if (toNew(old, f, near) >= 0) sums.found += area;
  }
  return [...areas].flatMap(([zone, { whole, found }]) => (found < LEAST_FOUND * whole ? [zone] : []));
}
