import { unitNormals } from "#core/mesh/faces";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { degToRad } from "#core/units";
import { unionFind } from "#core/unionFind";

/** Faces meet in a crease where they turn by more, degrees. */
export const CREASE_DEG = 25;

/** A number for every face: faces that run into each other without a crease have the same. */
export type Patches = { readonly of: Uint32Array; readonly count: number };

/**
 * Parts a surface at its creases. Flat-sided things fall into their sides, round ones stay whole.
 * @param twin from `findTwins`
 * @param creaseDeg least turn of a crease, (0, 180)
 */
export function smoothPatches(mesh: TriangleMesh, twin: Int32Array, creaseDeg: number): Patches {
  const normals = unitNormals(mesh);
  const least = Math.cos(degToRad(creaseDeg));
  return grouped(mesh.triangles.length / 3, twin, (f, g) => {
    const turn =
      normals[3 * f]! * normals[3 * g]! +
      normals[3 * f + 1]! * normals[3 * g + 1]! +
      normals[3 * f + 2]! * normals[3 * g + 2]!;
    // A face without area has no side and goes with its neighbours.
    return turn > least || isFlat(normals, f) || isFlat(normals, g);
  });
}

/** A number for every face: faces that hang together have the same. */
export const shellNumbers = (mesh: TriangleMesh, twin: Int32Array): Patches =>
  grouped(mesh.triangles.length / 3, twin, () => true);

const isFlat = (normals: Float32Array, f: number) =>
  normals[3 * f] === 0 && normals[3 * f + 1] === 0 && normals[3 * f + 2] === 0;

function grouped(faces: number, twin: Int32Array, joins: (f: number, g: number) => boolean): Patches {
  const groups = unionFind(faces);
  for (let h = 0; h < twin.length; h++) {
    const t = twin[h]!;
    if (t <= h) continue;
    const f = (h / 3) | 0;
    const g = (t / 3) | 0;
    if (joins(f, g)) groups.join(f, g);
  }
  const numbers = new Map<number, number>();
  const of = new Uint32Array(faces);
  for (let f = 0; f < faces; f++) {
    const root = groups.find(f);
    let number = numbers.get(root);
    if (number === undefined) numbers.set(root, (number = numbers.size));
    of[f] = number;
  }
  return { of, count: numbers.size };
}
