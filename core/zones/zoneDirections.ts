import { areaOfFace, unitNormals } from "#core/mesh/faces";
import type { Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";
import type { ZoneDirection } from "#core/zones/zoneMeasure";

/** Directions are told apart in a square of so many cells a side, about 0.7, 1.4, 3 and 6 degrees wide. */
const SIDES = [256, 128, 64, 32] as const;
/** As many directions as a zone keeps: a rough one is kept coarser. */
const MOST = 1200;
/** Faces of one band of slopes of so many degrees, as drawn, are seen as one where they hang together. */
const BAND_DEG = 3;
/** Outmost along its normal: within this share of the mesh's reach. */
const OUTMOST = 1e-3;

/** The surface of every zone by where it looks, for any way to lie. */
export function zoneDirections(
  mesh: TriangleMesh,
  twin: Int32Array,
  of: Uint8Array,
): ReadonlyMap<number, readonly ZoneDirection[]> {
  const faces = facesRead(mesh, twin, of);
  const zones = new Set(of);
  return new Map([...zones].map((zone) => [zone, directionsOf(faces, of, zone)]));
}

function directionsOf(faces: Faces, of: Uint8Array, zone: number): readonly ZoneDirection[] {
  for (const side of SIDES) {
    const cells = gathered(faces, of, zone, side);
    if (cells !== null) return cells;
  }
  return [];
}

/** Every face: unit normal and height along it, three and one numbers a face; its area, and that of its band. */
type Faces = {
  readonly normals: Float32Array;
  readonly heights: Float32Array;
  readonly areas: Float64Array;
  readonly bands: Float64Array;
  readonly size: number;
};

function facesRead(mesh: TriangleMesh, twin: Int32Array, of: Uint8Array): Faces {
  const normals = unitNormals(mesh);
  const { positions, triangles } = mesh;
  const heights = new Float32Array(of.length);
  let size = 0;
  for (let f = 0; f < of.length; f++) {
    const v = 3 * triangles[3 * f]!;
    const height =
      normals[3 * f]! * positions[v]! +
      normals[3 * f + 1]! * positions[v + 1]! +
      normals[3 * f + 2]! * positions[v + 2]!;
    heights[f] = height;
    size = Math.max(size, Math.abs(height));
  }
  const areas = Float64Array.from({ length: of.length }, (_, f) => areaOfFace(mesh, f));
  return { normals, heights, areas, bands: areasOfBands(normals, areas, twin, of), size };
}

/** @returns null where there are more directions than a zone keeps, and coarser ones are left */
function gathered(
  { normals, heights, areas, bands, size }: Faces,
  of: Uint8Array,
  zone: number,
  side: number,
): readonly ZoneDirection[] | null {
  const numbers = new Map<number, number>();
  const cells: {
    area: number;
    x: number;
    y: number;
    z: number;
    patches: number;
    reach: number;
    outmost: number;
  }[] = [];
  const cellAt = new Int32Array(of.length).fill(-1);
  const most = side === SIDES.at(-1) ? Infinity : MOST;
  for (let f = 0; f < of.length; f++) {
    if (of[f] !== zone || areas[f] === 0) continue;
    const [x, y, z] = [normals[3 * f]!, normals[3 * f + 1]!, normals[3 * f + 2]!];
    // Small and large faces are kept apart, as what is seen of steps hangs on how large a face is.
    const key = cellOf(x, y, z, side) * 32 + (Math.round(Math.log2(Math.max(1e-6, bands[f]!)) / 2 + 10) & 31);
    let number = numbers.get(key);
    if (number === undefined) {
      if (cells.length >= most) return null;
      numbers.set(key, (number = cells.length));
      cells.push({ area: 0, x: 0, y: 0, z: 0, patches: 0, reach: -Infinity, outmost: 0 });
    }
    cellAt[f] = number;
    const cell = cells[number]!;
    const area = areas[f]!;
    cell.area += area;
    cell.patches += area * bands[f]!;
    cell.x += area * x;
    cell.y += area * y;
    cell.z += area * z;
    if (heights[f]! > cell.reach) cell.reach = heights[f]!;
  }
  for (let f = 0; f < of.length; f++) {
    const cell = cells[cellAt[f]!];
    if (cell && heights[f]! >= cell.reach - OUTMOST * size) cell.outmost += areas[f]!;
  }
  return cells.map(({ area, x, y, z, patches, reach, outmost }): ZoneDirection => {
    const l = Math.hypot(x, y, z) || 1;
    const normal: Vec3 = [x / l, y / l, z / l];
    return { normal, area, patchArea: patches / area, reach, outmost: Math.min(area, outmost) };
  });
}

/** @source octahedral map of directions (from memory), as in `normalBins` */
function cellOf(x: number, y: number, z: number, side: number): number {
  const s = Math.abs(x) + Math.abs(y) + Math.abs(z);
  let p = x / s;
  let q = y / s;
  if (z < 0) {
    const fold = (1 - Math.abs(q)) * (p < 0 ? -1 : 1);
    q = (1 - Math.abs(p)) * (q < 0 ? -1 : 1);
    p = fold;
  }
  // Half a cell off, so that the axes lie in the middle of theirs.
  const i = Math.round(((p + 1) / 2) * side) % (side + 1);
  const j = Math.round(((q + 1) / 2) * side) % (side + 1);
  return i * (side + 1) + j;
}

/** For every face the area of the faces that it is seen as one with: of its zone, in its band of slopes. */
function areasOfBands(
  normals: Float32Array,
  areas: Float64Array,
  twin: Int32Array,
  of: Uint8Array,
): Float64Array {
  const band = new Uint8Array(of.length);
  for (let f = 0; f < of.length; f++)
    band[f] = Math.round(
      (Math.acos(Math.max(-1, Math.min(1, normals[3 * f + 2]!))) * 180) / Math.PI / BAND_DEG,
    );
  const sets = unionFind(of.length);
  for (let h = 0; h < twin.length; h++) {
    if (twin[h]! <= h) continue;
    const f = (h / 3) | 0;
    const g = (twin[h]! / 3) | 0;
    if (of[f] === of[g] && band[f] === band[g]) sets.join(f, g);
  }
  const sums = new Float64Array(of.length);
  for (let f = 0; f < of.length; f++) sums[sets.find(f)]! += areas[f]!;
  return Float64Array.from({ length: of.length }, (_, f) => sums[sets.find(f)]!);
}
