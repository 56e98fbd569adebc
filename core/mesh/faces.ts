import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** The normal of a face with twice its area for a length, outward. */
export function faceNormal({ positions, triangles }: TriangleMesh, face: number): [number, number, number] {
  const a = 3 * triangles[3 * face]!;
  const b = 3 * triangles[3 * face + 1]!;
  const c = 3 * triangles[3 * face + 2]!;
  const ux = positions[b]! - positions[a]!;
  const uy = positions[b + 1]! - positions[a + 1]!;
  const uz = positions[b + 2]! - positions[a + 2]!;
  const vx = positions[c]! - positions[a]!;
  const vy = positions[c + 1]! - positions[a + 1]!;
  const vz = positions[c + 2]! - positions[a + 2]!;
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
}

/** A point of a face: u and v in [0, 1] along its edges, folded back into it where they lead out. */
export function pointInFace(
  { positions, triangles }: TriangleMesh,
  face: number,
  u: number,
  v: number,
): [number, number, number] {
  const s = u + v > 1 ? 1 - u : u;
  const t = u + v > 1 ? 1 - v : v;
  const a = 3 * triangles[3 * face]!;
  const b = 3 * triangles[3 * face + 1]!;
  const c = 3 * triangles[3 * face + 2]!;
  const at = (k: number) =>
    positions[a + k]! +
    s * (positions[b + k]! - positions[a + k]!) +
    t * (positions[c + k]! - positions[a + k]!);
  return [at(0), at(1), at(2)];
}

export const faceCentre = (mesh: TriangleMesh, face: number) => pointInFace(mesh, face, 1 / 3, 1 / 3);

/** Length of the diagonal of the box round a mesh. */
export function diagonalOf({ positions }: TriangleMesh): number {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    const k = i % 3;
    const v = positions[i]!;
    if (v < low[k]!) low[k] = v;
    if (v > high[k]!) high[k] = v;
  }
  return positions.length === 0 ? 0 : Math.hypot(high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!);
}

export const vertexOf = ({ positions }: TriangleMesh, v: number): readonly [number, number, number] => [
  positions[3 * v]!,
  positions[3 * v + 1]!,
  positions[3 * v + 2]!,
];

/** Unit normals, three numbers a face; a face without area has none. */
export function unitNormals({ positions: p, triangles }: TriangleMesh): Float32Array {
  const normals = new Float32Array(triangles.length);
  for (let i = 0; i < triangles.length; i += 3) {
    const a = 3 * triangles[i]!;
    const b = 3 * triangles[i + 1]!;
    const c = 3 * triangles[i + 2]!;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    const length = Math.sqrt(x * x + y * y + z * z) || 1;
    normals[i] = x / length;
    normals[i + 1] = y / length;
    normals[i + 2] = z / length;
  }
  return normals;
}

/** Area of a face, file units squared. */
export function areaOfFace(mesh: TriangleMesh, face: number): number {
  const [x, y, z] = faceNormal(mesh, face);
  return Math.sqrt(x * x + y * y + z * z) / 2;
}
