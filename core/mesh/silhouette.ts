import { type Box3, boxSize, type TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * A closed line in the plane, x then y of each point in turn; outer lines counter-clockwise, holes clockwise.
 */
export type Outline = readonly number[];

/** Cells along the longer side. Outlines are true to half a cell; lines thinner than a cell still show. */
const CELLS = 192;

/**
 * The outline that a mesh throws straight down (`plan`, x right and y away) or straight back (`front`, x
 * right and z up).
 * Every triangle is painted on a raster and the edge of what was painted is followed and straightened.
 */
export function silhouette(mesh: TriangleMesh, box: Box3, view: "plan" | "front"): readonly Outline[] {
  const up = view === "plan" ? 1 : 2;
  const size = boxSize(box);
  const cell = Math.max(size[0], size[up], 1e-9) / CELLS;
  const columns = Math.ceil(size[0] / cell) + 2;
  const rows = Math.ceil(size[up] / cell) + 2;
  const raster = new Uint8Array(columns * rows);
  const { positions, triangles } = mesh;
  const x0 = box.min[0];
  const y0 = box.min[up];
  const at = (v: number, axis: number, origin: number) => (positions[3 * v + axis]! - origin) / cell + 1;
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]!;
    const b = triangles[t + 1]!;
    const c = triangles[t + 2]!;
    paint(
      raster,
      columns,
      rows,
      at(a, 0, x0),
      at(a, up, y0),
      at(b, 0, x0),
      at(b, up, y0),
      at(c, 0, x0),
      at(c, up, y0),
    );
  }
  return traced(raster, columns, rows).map((line) =>
    line.map((v, i) => (v - 1) * cell + (i % 2 === 0 ? x0 : y0)),
  );
}

/** Marks every cell whose middle row line passes through the triangle, and the cells of its edges. */
function paint(
  raster: Uint8Array,
  columns: number,
  rows: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
): void {
  const column = Math.floor(ax);
  const line = Math.floor(ay);
  if (
    column === Math.floor(bx) &&
    column === Math.floor(cx) &&
    line === Math.floor(by) &&
    line === Math.floor(cy)
  ) {
    // Most faces of a dense mesh lie in one cell.
    raster[line * columns + column] = 1;
    return;
  }
  const low = Math.max(0, Math.floor(Math.min(ay, by, cy)));
  const high = Math.min(rows - 1, Math.floor(Math.max(ay, by, cy)));
  for (let row = low; row <= high; row++) {
    strip.left = Infinity;
    strip.right = -Infinity;
    edgeReach(ax, ay, bx, by, row);
    edgeReach(bx, by, cx, cy, row);
    edgeReach(cx, cy, ax, ay, row);
    const { left, right } = strip;
    if (left > right) continue;
    const from = Math.max(0, Math.floor(left + 1e-9));
    const to = Math.min(columns - 1, Math.floor(right - 1e-9));
    raster.fill(1, row * columns + from, row * columns + Math.max(from, to) + 1);
  }
}

/** The x range of the triangle at hand inside the strip [row, row + 1]. */
const strip = { left: 0, right: 0 };

/** Widens the range by what an edge covers inside the strip. */
function edgeReach(ax: number, ay: number, bx: number, by: number, row: number): void {
  const lowX = ay > by ? bx : ax;
  const lowY = ay > by ? by : ay;
  const highX = ay > by ? ax : bx;
  const highY = ay > by ? ay : by;
  if (highY < row || lowY > row + 1) return;
  const rise = highY - lowY;
  const s0 = rise === 0 ? 0 : Math.max(0, (row - lowY) / rise);
  const s1 = rise === 0 ? 1 : Math.min(1, (row + 1 - lowY) / rise);
  const x0 = lowX + s0 * (highX - lowX);
  const x1 = lowX + s1 * (highX - lowX);
  if (x0 < strip.left) strip.left = x0;
  if (x1 < strip.left) strip.left = x1;
  if (x0 > strip.right) strip.right = x0;
  if (x1 > strip.right) strip.right = x1;
}

/**
 * The border of what is painted on a raster as closed lines, in cells from its corner, straightened to less than a
 * cell.
 */
export const traced = (raster: Uint8Array, columns: number, rows: number): readonly (readonly number[])[] =>
  follow(raster, columns, rows)
    .map((line) => straightened(line, 0.8))
    .filter((line) => line.length >= 6);

/** Follows the borders between painted and empty cells, painted on the left. */
function follow(raster: Uint8Array, columns: number, rows: number): number[][] {
  const painted = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < columns && y < rows && raster[y * columns + x] === 1;
  const next = new Map<number, number[]>();
  const key = (x: number, y: number) => y * (columns + 1) + x;
  const link = (x: number, y: number, x2: number, y2: number) => {
    const list = next.get(key(x, y));
    if (list) list.push(key(x2, y2));
    else next.set(key(x, y), [key(x2, y2)]);
  };
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      if (!painted(x, y)) continue;
      if (!painted(x, y - 1)) link(x, y, x + 1, y);
      if (!painted(x + 1, y)) link(x + 1, y, x + 1, y + 1);
      if (!painted(x, y + 1)) link(x + 1, y + 1, x, y + 1);
      if (!painted(x - 1, y)) link(x, y + 1, x, y);
    }
  }
  const lines: number[][] = [];
  for (const [start, list] of next) {
    while (list.length > 0) {
      const line: number[] = [];
      let corner = start;
      do {
        line.push(corner % (columns + 1), Math.floor(corner / (columns + 1)));
        corner = next.get(corner)!.pop()!;
      } while (corner !== start);
      lines.push(line);
    }
  }
  return lines;
}

/** Fewer points with no corner further than `tolerance` from the line (Douglas and Peucker 1973). */
export function straightened(line: readonly number[], tolerance: number): number[] {
  const n = line.length / 2;
  if (n < 4) return [...line];
  let far = 0;
  let distance = -1;
  for (let i = 1; i < n; i++) {
    const d = Math.hypot(line[2 * i]! - line[0]!, line[2 * i + 1]! - line[1]!);
    if (d > distance) {
      distance = d;
      far = i;
    }
  }
  const keep = new Uint8Array(n + 1);
  keep[0] = keep[far] = keep[n] = 1;
  const stack: [number, number][] = [
    [0, far],
    [far, n],
  ];
  while (stack.length > 0) {
    const [from, to] = stack.pop()!;
    const ax = line[2 * from]!;
    const ay = line[2 * from + 1]!;
    const bx = line[2 * (to % n)]!;
    const by = line[2 * (to % n) + 1]!;
    const length = Math.hypot(bx - ax, by - ay) || 1;
    let worst = tolerance;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const off = Math.abs((bx - ax) * (ay - line[2 * i + 1]!) - (ax - line[2 * i]!) * (by - ay)) / length;
      if (off > worst) {
        worst = off;
        at = i;
      }
    }
    if (at >= 0) {
      keep[at] = 1;
      stack.push([from, at], [at, to]);
    }
  }
  const out: number[] = [];
  for (let i = 0; i < n; i++) if (keep[i]) out.push(line[2 * i]!, line[2 * i + 1]!);
  return out;
}

/** Signed area of a closed line: positive when counter-clockwise. */
export function outlineArea(line: Outline): number {
  let area2 = 0;
  for (let i = 0; i < line.length; i += 2) {
    const j = (i + 2) % line.length;
    area2 += line[i]! * line[j + 1]! - line[j]! * line[i + 1]!;
  }
  return area2 / 2;
}
