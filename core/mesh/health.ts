import { type Shells, shellsOf } from "#core/mesh/shells";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { Twins } from "#core/mesh/twins";

/** What is wrong with a mesh, counted. A mesh with no open and no over-shared edge is closed. */
export type MeshHealth = {
  readonly openEdges: number;
  readonly overSharedEdges: number;
  readonly flippedEdges: number;
  readonly zeroAreaFaces: number;
  readonly duplicateFaces: number;
  /** Pieces of surface that hang together over edges. */
  readonly shells: number;
  /** Closed shells that enclose a negative volume: turned inside out, or meant as hollows inside another. */
  readonly invertedShells: number;
};

export const isClosed = (health: MeshHealth) => health.openEdges === 0 && health.overSharedEdges === 0;

/** @param shells from `shellsOf`, where it was already asked */
export function meshHealth(
  mesh: TriangleMesh,
  twins: Twins,
  { shells, zeroAreaFaces }: Shells = shellsOf(mesh, twins),
): MeshHealth {
  return {
    openEdges: twins.openEdges,
    overSharedEdges: twins.overSharedEdges,
    flippedEdges: twins.flippedEdges,
    zeroAreaFaces,
    duplicateFaces: twins.overSharedEdges === 0 ? 0 : countDuplicates(mesh.triangles),
    shells: shells.length,
    invertedShells: shells.filter((s) => s.kind === "inside out" || s.kind === "hollow").length,
  };
}

/** Faces over the same three vertices as an earlier one; only possible where edges are over-shared. */
function countDuplicates(triangles: Uint32Array): number {
  const seen = new Set<string>();
  let duplicates = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const key = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!].sort((p, q) => p - q).join(",");
    if (seen.has(key)) duplicates++;
    else seen.add(key);
  }
  return duplicates;
}
