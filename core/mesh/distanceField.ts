import { layerSweep } from "#core/mesh/layerSweep";
import { type NearestFace, nearestInto, squareToFace } from "#core/mesh/nearest";
import type { RayTree } from "#core/mesh/rayTree";
import type { Box3, TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * How far each node of an upright grid lies inside a mesh.
 *
 * - node (i, j, k) stands at origin + step x (i, j, k) and is number i + columns x (j + rows x k)
 * - `depth`: distance to the surface where the node is inside and no further than the band is wide;
 *   `BEYOND` deeper
 *   inside; negative for every node outside
 */
export type DepthGrid = {
  readonly origin: readonly [number, number, number];
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
  readonly layers: number;
  readonly depth: Float32Array;
};

/** Inside, deeper than was asked. */
export const BEYOND = Math.fround(1e30);
const OUTSIDE = -1;

/** Most nodes: 8 bytes each while it works. */
const MOST_NODES = 24e6;

/** The step asked for, or as fine a one as the nodes allowed make. */
export function affordableStep(box: Box3, step: number): number {
  const nodes = (s: number) =>
    [0, 1, 2].reduce((n, k) => n * (Math.ceil((box.max[k]! - box.min[k]!) / s) + 3), 1);
  let s = step;
  while (nodes(s) > MOST_NODES) s *= Math.cbrt(nodes(s) / MOST_NODES) * 1.002;
  return s;
}

/**
 * Distances in a band under the surface. Nodes of the cells that faces pass through look up their nearest
 * face; from there
 * every node hands the face it knows to its neighbours for as long as one of them comes nearer by it. A face
 * handed on is
 * not always the nearest: depths are never too small, and over curved surfaces up to a quarter of a step too
 * large.
 * @source vector distance transform, after Danielsson 1980, over faces instead of points (from memory)
 * @param tree of the same mesh
 * @param band how deep distances are wanted, file units
 * @param onSlice told the share done; returning false stops
 * @returns null when it was stopped
 */
export function depthGrid(
  mesh: TriangleMesh,
  twin: Int32Array,
  tree: RayTree,
  box: Box3,
  step: number,
  band: number,
  onSlice?: (share: number) => boolean,
): DepthGrid | null {
  const origin = [box.min[0] - step, box.min[1] - step, box.min[2] - step] as const;
  const columns = Math.ceil((box.max[0] - box.min[0]) / step) + 3;
  const rows = Math.ceil((box.max[1] - box.min[1]) / step) + 3;
  const layers = Math.ceil((box.max[2] - box.min[2]) / step) + 3;
  const layer = columns * rows;
  const n = layer * layers;
  const depth = new Float32Array(n).fill(OUTSIDE);
  markInside(mesh, twin, depth, origin, step, columns, rows, layers);
  if (onSlice?.(0.2) === false) return null;
  const near = nodesNearFaces(mesh, depth, origin, step, columns, rows, layers);
  if (onSlice?.(0.3) === false) return null;

  const face = new Int32Array(n).fill(-1);
  const { corners } = tree;
  const found: NearestFace = { distance: 0, place: -1 };
  let queue = new Int32Array(near.length);
  let count = 0;
  for (let q = 0; q < near.length; q++) {
    if ((q & 0x3fff) === 0 && onSlice?.(0.3 + (0.4 * q) / near.length) === false) return null;
    const node = near[q]!;
    nearestInto(
      tree,
      origin[0] + step * (node % columns),
      origin[1] + step * (((node / columns) | 0) % rows),
      origin[2] + step * ((node / layer) | 0),
      2 * step,
      found,
    );
    if (found.place < 0) continue;
    depth[node] = found.distance;
    face[node] = found.place;
    queue[count++] = node;
  }
  const neighbours = [1, -1, columns, -columns, layer, -layer];
  const rounds = 3 * Math.ceil(band / step) + 4;
  let touched = new Int32Array(Math.max(1024, 2 * count));
  for (let round = 0; count > 0 && round < rounds; round++) {
    if (onSlice?.(0.7 + 0.3 * Math.min(1, round / Math.ceil(band / step))) === false) return null;
    let touches = 0;
    for (let q = 0; q < count; q++) {
      const node = queue[q]!;
      const f = face[node]!;
      const c = 9 * f;
      for (const by of neighbours) {
        const other = node + by;
        if (other < 0 || other >= n || !(depth[other]! > 0) || face[other] === f) continue;
        const d = Math.sqrt(
          squareToFace(
            origin[0] + step * (other % columns),
            origin[1] + step * (((other / columns) | 0) % rows),
            origin[2] + step * ((other / layer) | 0),
            corners[c]!,
            corners[c + 1]!,
            corners[c + 2]!,
            corners[c + 3]!,
            corners[c + 4]!,
            corners[c + 5]!,
            corners[c + 6]!,
            corners[c + 7]!,
            corners[c + 8]!,
          ),
        );
        if (d >= depth[other]! || d > band) continue;
        depth[other] = d;
        face[other] = f;
        if (touches === touched.length) {
          const longer = new Int32Array(2 * touches);
          longer.set(touched);
          touched = longer;
        }
        touched[touches++] = other;
      }
    }
    [queue, touched] = [touched, queue];
    count = touches;
  }
  return { origin, step, columns, rows, layers, depth };
}

/** A face this near to the border of a cell, in cells, belongs to both. */
const ON = 1e-3;

/** The nodes inside the mesh at a corner of a cell that a face passes through, or may. */
function nodesNearFaces(
  { positions, triangles }: TriangleMesh,
  depth: Float32Array,
  origin: readonly [number, number, number],
  step: number,
  columns: number,
  rows: number,
  layers: number,
): Int32Array {
  const marked = new Uint8Array(depth.length);
  let count = 0;
  const cell = (v: number, k: number) => (positions[v + k]! - origin[k]!) / step;
  for (let t = 0; t < triangles.length; t += 3) {
    const a = 3 * triangles[t]!;
    const b = 3 * triangles[t + 1]!;
    const c = 3 * triangles[t + 2]!;
    const ax = cell(a, 0);
    const ay = cell(a, 1);
    const az = cell(a, 2);
    const ux = cell(b, 0) - ax;
    const uy = cell(b, 1) - ay;
    const uz = cell(b, 2) - az;
    const vx = cell(c, 0) - ax;
    const vy = cell(c, 1) - ay;
    const vz = cell(c, 2) - az;
    const i0 = Math.max(0, Math.floor(ax + Math.min(0, ux, vx) - ON));
    const i1 = Math.min(columns - 2, Math.floor(ax + Math.max(0, ux, vx) + ON));
    const j0 = Math.max(0, Math.floor(ay + Math.min(0, uy, vy) - ON));
    const j1 = Math.min(rows - 2, Math.floor(ay + Math.max(0, uy, vy) + ON));
    const k0 = Math.max(0, Math.floor(az + Math.min(0, uz, vz) - ON));
    const k1 = Math.min(layers - 2, Math.floor(az + Math.max(0, uz, vz) + ON));
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const l = Math.sqrt(nx * nx + ny * ny + nz * nz);
    // A cell's middle lies within half of its diagonal of the plane of a face that passes through it.
    const reach = 0.87 * l;
    for (let k = k0; k <= k1; k++) {
      for (let j = j0; j <= j1; j++) {
        const off = ny * (j + 0.5 - ay) + nz * (k + 0.5 - az);
        for (let i = i0; i <= i1; i++) {
          if (Math.abs(off + nx * (i + 0.5 - ax)) > reach) continue;
          const node = i + columns * (j + rows * k);
          for (let corner = 0; corner < 8; corner++) {
            const at = node + (corner & 1) + (corner & 2 ? columns : 0) + (corner & 4 ? columns * rows : 0);
            if (marked[at] === 0 && depth[at]! > 0) {
              marked[at] = 1;
              count++;
            }
          }
        }
      }
    }
  }
  const nodes = new Int32Array(count);
  for (let at = 0, i = 0; i < count; at++) if (marked[at]) nodes[i++] = at;
  return nodes;
}

/** Sets BEYOND at every node in the material, by how often the lines of its layer wind round it. */
function markInside(
  mesh: TriangleMesh,
  twin: Int32Array,
  depth: Float32Array,
  origin: readonly [number, number, number],
  step: number,
  columns: number,
  rows: number,
  layers: number,
): void {
  const heights = Float64Array.from({ length: layers }, (_, k) => origin[2] + step * k);
  const crossings: { x: number; into: boolean }[][] = Array.from({ length: rows }, () => []);
  layerSweep(mesh, twin, heights, (k, { points, ends }) => {
    for (const row of crossings) row.length = 0;
    let from = 0;
    for (const to of ends) {
      for (let p = from; p < to; p++) {
        const q = p + 1 === to ? from : p + 1;
        const xa = points[2 * p]!;
        const ya = (points[2 * p + 1]! - origin[1]) / step;
        const xb = points[2 * q]!;
        const yb = (points[2 * q + 1]! - origin[1]) / step;
        const low = Math.max(0, Math.ceil(Math.min(ya, yb)));
        const high = Math.min(rows - 1, Math.ceil(Math.max(ya, yb)) - 1);
        for (let j = low; j <= high; j++)
          crossings[j]!.push({ x: xa + ((j - ya) / (yb - ya)) * (xb - xa), into: yb < ya });
      }
      from = to;
    }
    crossings.forEach((list, j) => {
      list.sort((p, q) => p.x - q.x);
      let winding = 0;
      let begin = 0;
      for (const { x, into } of list) {
        const before = winding;
        winding += into ? 1 : -1;
        if (before <= 0 && winding > 0) begin = Math.ceil((x - origin[0]) / step);
        else if (before > 0 && winding <= 0)
          depth.fill(
            BEYOND,
            columns * (j + rows * k) + Math.max(0, begin),
            columns * (j + rows * k) + Math.min(columns, Math.ceil((x - origin[0]) / step)),
          );
      }
    });
  });
}
