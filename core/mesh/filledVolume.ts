import type { Box3, TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * What faces enclose, counted along columns through the mesh. File units cubed.
 *
 * - `filled`: enclosed by anything, once, whichever way the faces look
 * - `overlap`: enclosed more than once, as often as it is too often
 * - `inverted`: enclosed by faces that look inward
 */
export type FilledVolume = { readonly filled: number; readonly overlap: number; readonly inverted: number };

/** Columns along each side. */
const COLUMNS = 160;
/** Where in its cell a column stands, so that it does not run along edges. */
const OFF = [0.5 + 0.0317, 0.5 - 0.0219] as const;

type Grid = {
  readonly x0: number;
  readonly y0: number;
  readonly stepX: number;
  readonly stepY: number;
};

/**
 * Integrates the winding number over columns along z: above a face that looks down it is one more, above one that
 * looks up one less. Of a mesh that is not closed it says nothing.
 */
export function filledVolume(mesh: TriangleMesh, { min, max }: Box3): FilledVolume {
  const stepX = (max[0] - min[0]) / COLUMNS;
  const stepY = (max[1] - min[1]) / COLUMNS;
  if (!(stepX > 0 && stepY > 0)) return { filled: 0, overlap: 0, inverted: 0 };
  const grid = { x0: min[0] + OFF[0] * stepX, y0: min[1] + OFF[1] * stepY, stepX, stepY };
  const met = new Map<number, number[]>();
  for (let face = 0; face < mesh.triangles.length / 3; face++)
    eachColumn(mesh, face, grid, (column, z, way) => {
      const list = met.get(column);
      if (list) list.push(z, way);
      else met.set(column, [z, way]);
    });
  const total = { filled: 0, overlap: 0, inverted: 0 };
  for (const list of met.values()) addColumn(total, list);
  const cell = stepX * stepY;
  return { filled: total.filled * cell, overlap: total.overlap * cell, inverted: total.inverted * cell };
}

/** Calls back for every column that meets a face, with the height, and 1 where the face looks down, -1 where up. */
function eachColumn(
  { positions, triangles }: TriangleMesh,
  face: number,
  { x0, y0, stepX, stepY }: Grid,
  meets: (column: number, z: number, way: number) => void,
): void {
  const corner = (k: number) => 3 * triangles[3 * face + k]!;
  const [a, b, c] = [corner(0), corner(1), corner(2)];
  const ax = positions[a]!;
  const ay = positions[a + 1]!;
  const ux = positions[b]! - ax;
  const uy = positions[b + 1]! - ay;
  const vx = positions[c]! - ax;
  const vy = positions[c + 1]! - ay;
  const twice = ux * vy - uy * vx;
  if (twice === 0) return;
  const first = (least: number, from: number, step: number) => Math.max(0, Math.ceil((least - from) / step));
  const last = (most: number, from: number, step: number) =>
    Math.min(COLUMNS - 1, Math.floor((most - from) / step));
  const i0 = first(ax + Math.min(0, ux, vx), x0, stepX);
  const i1 = last(ax + Math.max(0, ux, vx), x0, stepX);
  const j0 = first(ay + Math.min(0, uy, vy), y0, stepY);
  const j1 = last(ay + Math.max(0, uy, vy), y0, stepY);
  const az = positions[a + 2]!;
  const uz = positions[b + 2]! - az;
  const vz = positions[c + 2]! - az;
  for (let i = i0; i <= i1; i++)
    for (let j = j0; j <= j1; j++) {
      const px = x0 + i * stepX - ax;
      const py = y0 + j * stepY - ay;
      const s = (px * vy - py * vx) / twice;
      const r = (ux * py - uy * px) / twice;
      if (s >= 0 && r >= 0 && s + r < 1) meets(i * COLUMNS + j, az + s * uz + r * vz, twice < 0 ? 1 : -1);
    }
}

/** Heights along one column, by what encloses them. */
function addColumn(
  total: { filled: number; overlap: number; inverted: number },
  list: readonly number[],
): void {
  const crossings = Array.from({ length: list.length / 2 }, (_, i) => ({
    z: list[2 * i]!,
    way: list[2 * i + 1]!,
  }));
  crossings.sort((p, q) => p.z - q.z);
  let winding = 0;
  for (let i = 0; i + 1 < crossings.length; i++) {
    winding += crossings[i]!.way;
    const height = crossings[i + 1]!.z - crossings[i]!.z;
    if (winding !== 0) total.filled += height;
    if (winding > 1) total.overlap += (winding - 1) * height;
    if (winding < 0) total.inverted += height;
  }
}
