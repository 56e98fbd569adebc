import { areaOfFace, faceCentre, unitNormals } from "#core/mesh/faces";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { degToRad } from "#core/units";

/** A mesh that faces are found on, with what is asked of it again and again. */
export type FoundOn = {
  readonly mesh: TriangleMesh;
  readonly twin: Int32Array;
  readonly normals: Float32Array;
};

export const foundOn = (mesh: TriangleMesh, twin: Int32Array): FoundOn => ({
  mesh,
  twin,
  normals: unitNormals(mesh),
});

const cosineOf = (n: Float32Array, f: number, g: number) =>
  n[3 * f]! * n[3 * g]! + n[3 * f + 1]! * n[3 * g + 1]! + n[3 * f + 2]! * n[3 * g + 2]!;

/** Faces from one on, over edges as long as they are let through. */
function spreadFrom(
  { twin }: FoundOn,
  face: number,
  goes: (from: number, to: number) => boolean,
): Uint32Array {
  const seen = new Uint8Array(twin.length / 3);
  const found = [face];
  seen[face] = 1;
  for (let i = 0; i < found.length; i++) {
    const f = found[i]!;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      if (twin[h]! < 0) continue;
      const g = (twin[h]! / 3) | 0;
      if (seen[g] || !goes(f, g)) continue;
      seen[g] = 1;
      found.push(g);
    }
  }
  return Uint32Array.from(found);
}

/** What runs on from a face without a crease. @param creaseDeg the least turn of one */
export function patchFrom(on: FoundOn, face: number, creaseDeg: number): Uint32Array {
  const least = Math.cos(degToRad(creaseDeg));
  const flat = (f: number) =>
    on.normals[3 * f] === 0 && on.normals[3 * f + 1] === 0 && on.normals[3 * f + 2] === 0;
  return spreadFrom(on, face, (f, g) => cosineOf(on.normals, f, g) > least || flat(f) || flat(g));
}

/** All that hangs together with a face. */
export const shellFrom = (on: FoundOn, face: number): Uint32Array => spreadFrom(on, face, () => true);

/** Everything that looks the way a face does, wherever it is. @param withinDeg of it */
export function alikeDirection({ normals }: FoundOn, face: number, withinDeg: number): Uint32Array {
  const least = Math.cos(degToRad(withinDeg));
  const found: number[] = [];
  for (let f = 0; f < normals.length / 3; f++) if (cosineOf(normals, face, f) >= least) found.push(f);
  return Uint32Array.from(found);
}

/** Faces whose middles lie between two heights, file units. */
export function inBand({ mesh }: FoundOn, low: number, high: number): Uint32Array {
  const found: number[] = [];
  for (let f = 0; f < mesh.triangles.length / 3; f++) {
    const z = faceCentre(mesh, f)[2];
    if (z >= low && z <= high) found.push(f);
  }
  return Uint32Array.from(found);
}

/**
 * What a brush meets: from a face on over its edges, as far as middles lie within its radius and faces look towards the
 * viewer.
 * @param at where it is set down; `toward` from there to the viewer; file units
 */
export function brushed(
  on: FoundOn,
  face: number,
  at: readonly [number, number, number],
  radius: number,
  toward: readonly [number, number, number],
): Uint32Array {
  const { mesh, normals } = on;
  return spreadFrom(on, face, (_, g) => {
    const [x, y, z] = faceCentre(mesh, g);
    const near = Math.hypot(x - at[0], y - at[1], z - at[2]) <= radius;
    const facing =
      normals[3 * g]! * toward[0] + normals[3 * g + 1]! * toward[1] + normals[3 * g + 2]! * toward[2] > 0;
    return near && facing;
  });
}

/** Patches alike to the one that a face is on, in area and outline within this share. */
const ALIKE = 0.02;

/**
 * All patches that are as large as the one of a face and have as long an outline: frames, rivets, panes.
 * @param patchOf the patch of every face, from `smoothPatches`
 */
export function alikePatches(
  { mesh, twin }: FoundOn,
  face: number,
  { of, count }: { readonly of: Uint32Array; readonly count: number },
): Uint32Array {
  const area = new Float64Array(count);
  const rim = new Float64Array(count);
  const { positions: p, triangles } = mesh;
  for (let f = 0; f < of.length; f++) {
    area[of[f]!]! += areaOfFace(mesh, f);
    for (let k = 0; k < 3; k++) {
      const t = twin[3 * f + k]!;
      if (t >= 0 && of[(t / 3) | 0] === of[f]) continue;
      const a = 3 * triangles[3 * f + k]!;
      const b = 3 * triangles[3 * f + ((k + 1) % 3)]!;
      rim[of[f]!]! += Math.hypot(p[a]! - p[b]!, p[a + 1]! - p[b + 1]!, p[a + 2]! - p[b + 2]!);
    }
  }
  const own = of[face]!;
  const near = (all: Float64Array, i: number) => Math.abs(all[i]! - all[own]!) <= ALIKE * all[own]!;
  const found: number[] = [];
  for (let f = 0; f < of.length; f++) if (near(area, of[f]!) && near(rim, of[f]!)) found.push(f);
  return Uint32Array.from(found);
}
