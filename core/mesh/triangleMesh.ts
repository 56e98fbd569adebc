/**
 * Triangles as they stand in a file, corner by corner, nothing shared.
 *
 * - `corners`: length 9 x triangles; corner k of triangle t has its x at 9 t + 3 k, then y, z. File units.
 *   Counter-clockwise from outside.
 */
export type TriangleSoup = { readonly corners: Float32Array };

/**
 * Triangles over shared vertices.
 *
 * - `positions`: length 3 x vertices; x, y, z of vertex v at 3 v. File units, z up.
 * - `triangles`: length 3 x triangles; the vertices of triangle t at 3 t, counter-clockwise from outside.
 *   Entry 3 t + k is also half-edge 3 t + k, from that vertex to the next of its triangle.
 */
export type TriangleMesh = { readonly positions: Float32Array; readonly triangles: Uint32Array };

/** An upright box: least and greatest x, y, z. */
export type Box3 = {
  readonly min: readonly [number, number, number];
  readonly max: readonly [number, number, number];
};

export const boxSize = (box: Box3): readonly [number, number, number] => [
  box.max[0] - box.min[0],
  box.max[1] - box.min[1],
  box.max[2] - box.min[2],
];

/** The next half-edge round the same triangle. */
export const nextHalfEdge = (h: number) => (h % 3 === 2 ? h - 2 : h + 1);

/** Smallest upright box round all vertices. An empty mesh has the box of zeros. */
export function boundingBox(positions: Float32Array): Box3 {
  if (positions.length === 0) return { min: [0, 0, 0], max: [0, 0, 0] };
  let x0 = Infinity;
  let y0 = Infinity;
  let z0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let z1 = -Infinity;
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i]!;
    const y = positions[i + 1]!;
    const z = positions[i + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  return { min: [x0, y0, z0], max: [x1, y1, z1] };
}

/** The same mesh, every length multiplied by `factor`. */
export function scaledMesh(mesh: TriangleMesh, factor: number): TriangleMesh {
  const positions = new Float32Array(mesh.positions.length);
  for (let i = 0; i < positions.length; i++) positions[i] = mesh.positions[i]! * factor;
  return { positions, triangles: mesh.triangles };
}

/** The corners of an indexed mesh written out triangle by triangle. */
export function soupOf(mesh: TriangleMesh): TriangleSoup {
  const corners = new Float32Array(mesh.triangles.length * 3);
  for (let i = 0; i < mesh.triangles.length; i++) {
    const v = mesh.triangles[i]! * 3;
    corners[3 * i] = mesh.positions[v]!;
    corners[3 * i + 1] = mesh.positions[v + 1]!;
    corners[3 * i + 2] = mesh.positions[v + 2]!;
  }
  return { corners };
}
