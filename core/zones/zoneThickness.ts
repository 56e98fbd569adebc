import { unitNormals } from "#core/mesh/faces";
import type { Vec3 } from "#core/mesh/pose";
import { castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { spreadPoints } from "#core/zones/spread";

/** Points felt for each zone, and the share of them that is thinner than what is told: edges are always thin. */
const POINTS = 300;
const THIN_SHARE = 0.05;

/** How thin the part is under a zone, file units, and where. */
export type ZoneThickness = { readonly thickness: number; readonly at: Vec3 };

/**
 * How far it is from the faces of every zone straight in to the other side: what one point in twenty stays under.
 * @returns nothing of a zone where no other side was met, as on a single open sheet
 */
export function zoneThickness(
  mesh: TriangleMesh,
  of: Uint8Array,
  tree: RayTree,
): ReadonlyMap<number, ZoneThickness> {
  const normals = unitNormals(mesh);
  const faces = new Map<number, number[]>();
  for (let f = 0; f < of.length; f++) (faces.get(of[f]!) ?? faces.set(of[f]!, []).get(of[f]!)!).push(f);
  const hit = noHit();
  const found = new Map<number, ZoneThickness>();
  for (const [zone, own] of faces) {
    const felt = spreadPoints(mesh, own, POINTS).flatMap(({ face, at }): ZoneThickness[] => {
      const [x, y, z] = [-normals[3 * face]!, -normals[3 * face + 1]!, -normals[3 * face + 2]!];
      castRayInto(tree, ...at, x, y, z, 0, Infinity, 0, face, hit);
      return hit.face >= 0 && hit.distance > 0 ? [{ thickness: hit.distance, at }] : [];
    });
    felt.sort((a, b) => a.thickness - b.thickness);
    const thin = felt[Math.floor(THIN_SHARE * felt.length)];
    if (thin) found.set(zone, thin);
  }
  return found;
}
