import type { LayerContours } from "#core/mesh/layerSweep";

/** Smaller than this many cells is the grid's own doubt. */
export const LEAST_CELLS = 4;

/** A grid over a layer: its corner in file units, the side of a cell, and how many of them. */
export type LayerGrid = {
  readonly x0: number;
  readonly y0: number;
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
};

/**
 * Stretches of cells [from, to) in the rows of a layer, row after row, left to right; `label` is free for what is
 * told of each. Emptied and filled again for every layer.
 */
export class GridRuns {
  size = 0;
  row = new Int32Array(256);
  from = new Int32Array(256);
  to = new Int32Array(256);
  label = new Int32Array(256);

  add(row: number, from: number, to: number): void {
    const i = this.size++;
    if (i === this.row.length) this.grow();
    this.row[i] = row;
    this.from[i] = from;
    this.to[i] = to;
  }

  private grow(): void {
    const larger = (xs: Int32Array<ArrayBuffer>) => {
      const out = new Int32Array(2 * xs.length);
      out.set(xs);
      return out;
    };
    this.row = larger(this.row);
    this.from = larger(this.from);
    this.to = larger(this.to);
    this.label = larger(this.label);
  }
}

/**
 * Where the lines of a layer cross each row's middle: going into the material and out of it, row after row.
 * Reused.
 */
export type Crossings = {
  into: Float64Array;
  outOf: Float64Array;
  intoEnds: Uint32Array;
  outOfEnds: Uint32Array;
};

export const noCrossings = (rows: number): Crossings => ({
  into: new Float64Array(0),
  outOf: new Float64Array(0),
  intoEnds: new Uint32Array(rows),
  outOfEnds: new Uint32Array(rows),
});

/** Fills `runs` with the cells whose middle lies in the material; overlapping shells count once. */
export function solidRuns(
  contours: LayerContours,
  crossings: Crossings,
  { x0, y0, cell, columns, rows }: LayerGrid,
  runs: GridRuns,
): void {
  fillCrossings(contours, crossings, y0, cell, rows);
  const { into, outOf, intoEnds, outOfEnds } = crossings;
  const column = (x: number) => Math.min(columns, Math.max(0, Math.ceil((x - x0) / cell - 0.5)));
  runs.size = 0;
  let i = 0;
  let o = 0;
  for (let row = 0; row < rows; row++) {
    const iEnd = intoEnds[row]!;
    const oEnd = outOfEnds[row]!;
    ascending(into, i, iEnd);
    ascending(outOf, o, oEnd);
    let winding = 0;
    let begin = 0;
    while (i < iEnd || o < oEnd) {
      if (o >= oEnd || (i < iEnd && into[i]! <= outOf[o]!)) {
        if (winding++ === 0) begin = column(into[i]!);
        i++;
      } else {
        const end = column(outOf[o++]!);
        if (winding-- === 1 && end > begin) runs.add(row, begin, end);
      }
    }
  }
}

/** Fills `gaps` with the rest of each row. */
export function gapsBetween(solid: GridRuns, { columns, rows }: LayerGrid, gaps: GridRuns): void {
  gaps.size = 0;
  let i = 0;
  for (let row = 0; row < rows; row++) {
    let at = 0;
    for (; i < solid.size && solid.row[i] === row; i++) {
      if (solid.from[i]! > at) gaps.add(row, at, solid.from[i]!);
      at = Math.max(at, solid.to[i]!);
    }
    if (at < columns) gaps.add(row, at, columns);
  }
}

/** Calls for every pair of runs that overlap, by their places, the second `rowsApart` rows after the first. */
export function eachTouching(
  a: GridRuns,
  b: GridRuns,
  rowsApart: number,
  touch: (i: number, j: number) => void,
): void {
  let start = 0;
  for (let i = 0; i < a.size; i++) {
    const row = a.row[i]! + rowsApart;
    const from = a.from[i]!;
    const to = a.to[i]!;
    while (start < b.size && (b.row[start]! < row || (b.row[start] === row && b.to[start]! <= from))) start++;
    for (let j = start; j < b.size && b.row[j] === row && b.from[j]! < to; j++) touch(i, j);
  }
}

/** Labels runs that hang together, across rows, with the place of the first of them. */
export function labelConnected(runs: GridRuns): void {
  const { label, size } = runs;
  const first = (i: number) => {
    let at = i;
    while (label[at] !== at) at = label[at] = label[label[at]!]!;
    return at;
  };
  for (let i = 0; i < size; i++) label[i] = i;
  eachTouching(runs, runs, 1, (i, j) => {
    const p = first(i);
    const q = first(j);
    if (p < q) label[q] = p;
    else label[p] = q;
  });
  for (let i = 0; i < size; i++) label[i] = first(i);
}

/** Counts first, so that the rows lie one after the other in two plain arrays. */
function fillCrossings(
  { points, ends }: LayerContours,
  out: Crossings,
  y0: number,
  cell: number,
  rows: number,
): void {
  out.intoEnds.fill(0);
  out.outOfEnds.fill(0);
  const eachEdge = (
    edge: (i: number, j: number, low: number, high: number, ya: number, yb: number) => void,
  ) => {
    let from = 0;
    for (const to of ends) {
      for (let i = from; i < to; i++) {
        const j = i + 1 === to ? from : i + 1;
        const ya = (points[2 * i + 1]! - y0) / cell - 0.5;
        const yb = (points[2 * j + 1]! - y0) / cell - 0.5;
        const low = Math.max(0, Math.ceil(ya < yb ? ya : yb));
        const high = Math.min(rows - 1, Math.ceil(ya < yb ? yb : ya) - 1);
        if (low <= high) edge(i, j, low, high, ya, yb);
      }
      from = to;
    }
  };
  eachEdge((_, __, low, high, ya, yb) => {
    const counts = yb < ya ? out.intoEnds : out.outOfEnds;
    for (let row = low; row <= high; row++) counts[row]!++;
  });
  let ins = 0;
  let outs = 0;
  for (let row = 0; row < rows; row++) {
    const a = out.intoEnds[row]!;
    const b = out.outOfEnds[row]!;
    out.intoEnds[row] = ins;
    out.outOfEnds[row] = outs;
    ins += a;
    outs += b;
  }
  if (ins > out.into.length) out.into = new Float64Array(2 * ins);
  if (outs > out.outOf.length) out.outOf = new Float64Array(2 * outs);
  eachEdge((i, j, low, high, ya, yb) => {
    const xa = points[2 * i]!;
    const slope = (points[2 * j]! - xa) / (yb - ya);
    const starts = yb < ya ? out.intoEnds : out.outOfEnds;
    const xs = yb < ya ? out.into : out.outOf;
    // The starts move on to become the ends.
    for (let row = low; row <= high; row++) xs[starts[row]!++] = xa + (row - ya) * slope;
  });
}

/** Sorts a stretch in place. */
function ascending(xs: Float64Array, from: number, to: number): void {
  if (to - from > 24) {
    xs.subarray(from, to).sort();
    return;
  }
  for (let i = from + 1; i < to; i++) {
    const x = xs[i]!;
    let j = i - 1;
    for (; j >= from && xs[j]! > x; j--) xs[j + 1] = xs[j]!;
    xs[j + 1] = x;
  }
}
