import { faceCentre, faceNormal, unitNormals, vertexOf } from "#core/mesh/faces";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import type { Patches } from "#core/zones/smoothPatches";

/** A stretch of surface with what it borders on. File units; `toward`: its normals summed by area. */
export type Patch = {
  area: number;
  toward: [number, number, number];
  centre: [number, number, number];
  /** Length of all its borders. */
  rim: number;
  readonly beside: Map<number, Border>;
};

/**
 * How long a patch borders on another, by how much it turns there, degrees by length, and along how much of it the two
 * face each other as in a corner of a room.
 */
export type Border = { length: number; turn: number; concave: number };

/** Every patch of a surface, with its neighbours. @param twin from `findTwins` */
export function patchGraph(mesh: TriangleMesh, twin: Int32Array, { of, count }: Patches): readonly Patch[] {
  const patches = Array.from({ length: count }, (): Patch => ({
    area: 0,
    toward: [0, 0, 0],
    centre: [0, 0, 0],
    rim: 0,
    beside: new Map(),
  }));
  for (let f = 0; f < of.length; f++) {
    const patch = patches[of[f]!]!;
    const normal = faceNormal(mesh, f);
    const area = Math.hypot(...normal) / 2;
    const at = faceCentre(mesh, f);
    patch.area += area;
    for (const k of [0, 1, 2] as const) {
      patch.toward[k] += normal[k] / 2;
      patch.centre[k] += area * at[k];
    }
  }
  for (const p of patches) for (const k of [0, 1, 2] as const) p.centre[k] /= p.area || 1;
  addBorders(mesh, twin, of, patches);
  return patches;
}

function addBorders(mesh: TriangleMesh, twin: Int32Array, of: Uint32Array, patches: readonly Patch[]): void {
  const normals = unitNormals(mesh);
  for (let h = 0; h < twin.length; h++) {
    const t = twin[h]!;
    const f = (h / 3) | 0;
    const g = t >= 0 ? (t / 3) | 0 : -1;
    if (t > h && of[f] === of[g]) continue;
    if (t >= 0 && t < h) continue;
    const from = vertexOf(mesh, mesh.triangles[h]!);
    const to = vertexOf(mesh, mesh.triangles[nextHalfEdge(h)]!);
    const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
    patches[of[f]!]!.rim += length;
    if (g < 0) continue;
    patches[of[g]!]!.rim += length;
    const cosine =
      normals[3 * f]! * normals[3 * g]! +
      normals[3 * f + 1]! * normals[3 * g + 1]! +
      normals[3 * f + 2]! * normals[3 * g + 2]!;
    const turn = (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
    const concave = risesAbove(mesh, normals, f, t) ? length : 0;
    border(patches[of[f]!]!, of[g]!, { length, turn: turn * length, concave });
    border(patches[of[g]!]!, of[f]!, { length, turn: turn * length, concave });
  }
}

/** Whether the far corner of the face over an edge lies above the plane of this one. */
function risesAbove(mesh: TriangleMesh, normals: Float32Array, face: number, over: number): boolean {
  const far = vertexOf(mesh, mesh.triangles[nextHalfEdge(nextHalfEdge(over))]!);
  const at = vertexOf(mesh, mesh.triangles[over]!);
  const up =
    normals[3 * face]! * (far[0] - at[0]) +
    normals[3 * face + 1]! * (far[1] - at[1]) +
    normals[3 * face + 2]! * (far[2] - at[2]);
  return up > 0;
}

function border(patch: Patch, other: number, { length, turn, concave }: Border): void {
  const known = patch.beside.get(other);
  if (!known) patch.beside.set(other, { length, turn, concave });
  else {
    known.length += length;
    known.turn += turn;
    known.concave += concave;
  }
}
