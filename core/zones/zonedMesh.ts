import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { splitAlong, type ZoneCut } from "#core/zones/splitMesh";
import { facesOf } from "#core/zones/zoneRuns";

/** A mesh with the zone of every face. */
export type ZonedMesh = { readonly mesh: TriangleMesh; readonly of: Uint8Array };

/** What is kept of a map: the planes that parted faces, and the zone of each face after them. */
type Kept = { readonly cuts: readonly ZoneCut[]; readonly faces: number; readonly runs: string };

/**
 * A mesh parted as its map has it, with the zone of every face.
 * @param open the zone of all faces where the map is of another mesh
 * @param fill that zone where there is no map
 */
export function zonedMesh(whole: TriangleMesh, map: Kept | null, open: number, fill: number): ZonedMesh {
  const { mesh } = map ? splitAlong(whole, map.cuts) : { mesh: whole };
  const faces = mesh.triangles.length / 3;
  const kept = map && map.faces === faces ? facesOf(map.runs, faces) : null;
  return { mesh, of: kept ?? new Uint8Array(faces).fill(map ? open : fill) };
}
