import { type LayerContours, layerSweep, midHeights } from "#core/mesh/layerSweep";
import type { Box3, TriangleMesh } from "#core/mesh/triangleMesh";

/** A part of a layer with nothing under it: it starts in mid-air. Area in file units squared. */
export type Island = { readonly area: number; readonly at: readonly [number, number, number] };

/** Empty space that the material closes in. Volume and areas in file units cubed and squared. */
export type ClosedSpace = {
  readonly kind: "cup" | "hollow";
  readonly volume: number;
  readonly openArea: number;
  readonly fromZ: number;
  readonly toZ: number;
  readonly at: readonly [number, number, number];
};

/**
 * What layers say of a mesh as it stands in its file, bottom first.
 * - `islands`: parts of a layer that touch nothing of the layer below, the lowest layer left out; largest
 *   first
 * - `spaces`: hollows that no way leads out of, and cups: spaces that open only upward, where resin or
 *   water stays
 * - `onBed`: spaces that the bed closes where it stands flat on one, a tube's inside say; empty where there
 *   are none
 */
export type LayerRegions = {
  readonly islands: readonly Island[];
  readonly spaces: readonly ClosedSpace[];
  readonly onBed: readonly ClosedSpace[];
};

/** Grid cells along the longer side, and layers. */
const CELLS = 200;
const LAYERS = 160;
/** Smaller than this many cells is the grid's own doubt. */
const LEAST_CELLS = 4;
/**
 * Most times that lines may cross rows in all; a mesh with more (huge faces through each other) gets a
 * coarser grid.
 */
const CROSSINGS = 12e6;
/** Coarser than this a grid says nothing. */
const FEWEST = 24;

/** One stretch of cells in a row; `label` names its connected region across layers. */
type Run = { row: number; from: number; to: number; label: number };

/** Sets that grow together and count what they hold. */
class Labels {
  readonly parent: number[] = [];
  make(): number {
    this.parent.push(this.parent.length);
    return this.parent.length - 1;
  }
  find(i: number): number {
    while (this.parent[i] !== i) i = this.parent[i] = this.parent[this.parent[i]!]!;
    return i;
  }
  join(a: number, b: number): void {
    const p = this.find(a);
    const q = this.find(b);
    if (p < q) this.parent[q] = p;
    else this.parent[p] = q;
  }
}

/**
 * Paints each layer on a grid and follows its solid and its empty regions upward. Regions smaller than four
 * cells are
 * passed over.
 * @param grid counts of cells along the longer side, and of layers
 */
export function layerRegions(
  mesh: TriangleMesh,
  twin: Int32Array,
  box: Box3,
  wanted = { cells: CELLS, layers: LAYERS },
): LayerRegions {
  const free = followed(mesh, twin, box, wanted, false);
  const onBed = free.holedBelow
    ? followed(mesh, twin, box, wanted, true).spaces.filter((s) => s.fromZ <= free.bottomZ)
    : [];
  return { islands: free.islands, spaces: free.spaces, onBed };
}

type Followed = {
  islands: readonly Island[];
  spaces: readonly ClosedSpace[];
  holedBelow: boolean;
  bottomZ: number;
};

/** @param sealed whether it stands on a bed that closes the holes of its lowest layer */
function followed(
  mesh: TriangleMesh,
  twin: Int32Array,
  box: Box3,
  wanted: { cells: number; layers: number },
  sealed: boolean,
): Followed {
  const size = [box.max[0] - box.min[0], box.max[1] - box.min[1], box.max[2] - box.min[2]] as const;
  const grid = affordable(mesh, size, wanted);
  const cell = Math.max(size[0], size[1]) / grid.cells;
  if (!(cell > 0) || !(size[2] > 0))
    return { islands: [], spaces: [], holedBelow: false, bottomZ: box.min[2] };
  const columns = Math.ceil(size[0] / cell) + 2;
  const rows = Math.ceil(size[1] / cell) + 2;
  const x0 = box.min[0] - cell;
  const y0 = box.min[1] - cell;
  const heights = midHeights(box.min[2], box.max[2], grid.layers);
  const step = size[2] / grid.layers;

  const islands: Island[] = [];
  const emptyLabels = new Labels();
  const outside = emptyLabels.make();
  const spaces: { cells: number; fromLayer: number; toLayer: number; x: number; y: number }[] = [
    { cells: 0, fromLayer: 0, toLayer: 0, x: 0, y: 0 },
  ];
  const cups: ClosedSpace[] = [];
  let solidBelow: Run[] = [];
  let emptyBelow: Run[] = [];
  let holedBelow = false;
  const crossings: Crossings = {
    into: new Float64Array(0),
    outOf: new Float64Array(0),
    intoEnds: new Uint32Array(rows),
    outOfEnds: new Uint32Array(rows),
  };
  const spaceOf = (label: number) => (spaces[label] ??= { cells: 0, fromLayer: -1, toLayer: -1, x: 0, y: 0 });

  const onLayer = (layer: number, contours: LayerContours) => {
    const solid = solidRuns(contours, crossings, x0, y0, cell, columns, rows);
    const components = new Labels();
    for (const run of solid) run.label = components.make();
    eachTouching(solid, solid, 1, (a, b) => components.join(a.label, b.label));
    if (layer > 0) {
      const held = new Set<number>();
      eachTouching(solid, solidBelow, 0, (a) => held.add(components.find(a.label)));
      const loose = new Map<number, { cells: number; x: number; y: number }>();
      for (const run of solid) {
        const root = components.find(run.label);
        if (held.has(root)) continue;
        const l = loose.get(root) ?? { cells: 0, x: 0, y: 0 };
        const n = run.to - run.from;
        l.cells += n;
        l.x += (n * (run.from + run.to)) / 2;
        l.y += n * (run.row + 0.5);
        loose.set(root, l);
      }
      for (const l of loose.values())
        if (l.cells >= LEAST_CELLS)
          islands.push({
            area: l.cells * cell * cell,
            at: [x0 + (l.x / l.cells) * cell, y0 + (l.y / l.cells) * cell, heights[layer]!],
          });
    }

    const empty = gapsBetween(solid, columns, rows);
    for (const run of empty) run.label = emptyLabels.make();
    for (const run of empty) {
      const s = spaceOf(run.label);
      const n = run.to - run.from;
      s.cells = n;
      s.x = (n * (run.from + run.to)) / 2;
      s.y = n * (run.row + 0.5);
      s.fromLayer = s.toLayer = layer;
      // Below the lowest layer is the outside: a tube is no cup, unless a bed closes it.
      if (
        (layer === 0 && !sealed) ||
        run.row === 0 ||
        run.row === rows - 1 ||
        run.from === 0 ||
        run.to === columns
      )
        join(outside, run.label);
    }
    eachTouching(empty, empty, 1, (a, b) => join(a.label, b.label));
    if (layer === 0) holedBelow = enclosed(empty, columns, rows);
    // What was closed in below and opens here to the outside was a cup.
    const before = new Set<number>();
    for (const run of emptyBelow) before.add(emptyLabels.find(run.label));
    before.delete(emptyLabels.find(outside));
    const areaNow = new Map<number, number>();
    for (const run of emptyBelow) {
      const root = emptyLabels.find(run.label);
      areaNow.set(root, (areaNow.get(root) ?? 0) + run.to - run.from);
    }
    const kept = new Map([...before].map((root) => [root, { ...spaceOf(root) }]));
    eachTouching(empty, emptyBelow, 0, (a, b) => join(a.label, b.label));
    for (const [root, s] of kept) {
      if (emptyLabels.find(root) === emptyLabels.find(outside) && s.cells >= LEAST_CELLS)
        cups.push(spaceFrom("cup", s, areaNow.get(root) ?? 0));
    }
    solidBelow = solid;
    emptyBelow = empty;
  };
  const join = (a: number, b: number) => {
    const p = emptyLabels.find(a);
    const q = emptyLabels.find(b);
    if (p === q) return;
    const s = spaceOf(p);
    const t = spaceOf(q);
    emptyLabels.join(p, q);
    const root = emptyLabels.find(p);
    spaces[root] = {
      cells: s.cells + t.cells,
      x: s.x + t.x,
      y: s.y + t.y,
      fromLayer: least(s.fromLayer, t.fromLayer),
      toLayer: Math.max(s.toLayer, t.toLayer),
    };
  };
  const least = (a: number, b: number) => (a < 0 ? b : b < 0 ? a : Math.min(a, b));
  const spaceFrom = (
    kind: ClosedSpace["kind"],
    s: { cells: number; x: number; y: number; fromLayer: number; toLayer: number },
    openCells: number,
  ): ClosedSpace => ({
    kind,
    volume: s.cells * cell * cell * step,
    openArea: openCells * cell * cell,
    fromZ: heights[Math.max(0, s.fromLayer)]! - step / 2,
    toZ: heights[Math.max(0, s.toLayer)]! + step / 2,
    at: [
      x0 + (s.x / s.cells) * cell,
      y0 + (s.y / s.cells) * cell,
      heights[(Math.max(0, s.fromLayer) + Math.max(0, s.toLayer)) >> 1]!,
    ],
  });

  layerSweep(mesh, twin, heights, onLayer);
  const top = new Map<number, number>();
  for (const run of emptyBelow) {
    const root = emptyLabels.find(run.label);
    top.set(root, (top.get(root) ?? 0) + run.to - run.from);
  }
  const seen = new Set<number>();
  for (let label = 1; label < emptyLabels.parent.length; label++) {
    const root = emptyLabels.find(label);
    if (seen.has(root) || root === emptyLabels.find(outside)) continue;
    seen.add(root);
    const s = spaceOf(root);
    if (s.cells < LEAST_CELLS) continue;
    // Closed in to the last layer: it opens to the air above it, so it is a cup too; else no way leads out.
    const open = top.get(root);
    cups.push(spaceFrom(open === undefined ? "hollow" : "cup", s, open ?? 0));
  }
  return {
    islands: islands.sort((p, q) => q.area - p.area),
    spaces: cups.sort((p, q) => q.volume - p.volume),
    holedBelow,
    bottomZ: box.min[2] + step,
  };
}

/** Whether some of a layer's empty runs are closed in by its solid ones. */
function enclosed(empty: readonly Run[], columns: number, rows: number): boolean {
  const labels = new Labels();
  const at = new Map(empty.map((run) => [run, labels.make()]));
  const outside = labels.make();
  for (const run of empty)
    if (run.row === 0 || run.row === rows - 1 || run.from === 0 || run.to === columns)
      labels.join(outside, at.get(run)!);
  eachTouching(empty, empty, 1, (a, b) => labels.join(at.get(a)!, at.get(b)!));
  return empty.some((run) => labels.find(at.get(run)!) !== labels.find(outside));
}

/** The same grid, or as fine a one as keeps the crossings of lines with rows within what is allowed. */
function affordable(
  { positions, triangles }: TriangleMesh,
  size: readonly number[],
  grid: { cells: number; layers: number },
): { cells: number; layers: number } {
  const perRow = grid.cells / Math.max(size[0]!, size[1]!);
  const perLayer = grid.layers / size[2]!;
  let crossings = 0;
  for (let h = 0; h < triangles.length; h += 3) {
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[h + 1]!;
    const c = 3 * triangles[h + 2]!;
    const ya = positions[a + 1]!;
    const yb = positions[b + 1]!;
    const yc = positions[c + 1]!;
    const za = positions[a + 2]!;
    const zb = positions[b + 2]!;
    const zc = positions[c + 2]!;
    // A face's lines are half as long as the face is wide, in the mean.
    crossings +=
      (Math.max(za, zb, zc) - Math.min(za, zb, zc)) *
      perLayer *
      (Math.max(ya, yb, yc) - Math.min(ya, yb, yc)) *
      perRow *
      0.5;
  }
  if (!(crossings > CROSSINGS)) return grid;
  const share = Math.sqrt(CROSSINGS / crossings);
  return {
    cells: Math.max(FEWEST, Math.round(grid.cells * share)),
    layers: Math.max(FEWEST, Math.round(grid.layers * share)),
  };
}

/**
 * Where the lines of a layer cross each row's middle: going into the material and out of it, row after row.
 * Reused.
 */
type Crossings = { into: Float64Array; outOf: Float64Array; intoEnds: Uint32Array; outOfEnds: Uint32Array };

/** The cells whose middle lies in the material, as runs along rows; overlapping shells count once. */
function solidRuns(
  contours: LayerContours,
  crossings: Crossings,
  x0: number,
  y0: number,
  cell: number,
  columns: number,
  rows: number,
): Run[] {
  fillCrossings(contours, crossings, y0, cell, rows);
  const { into, outOf, intoEnds, outOfEnds } = crossings;
  const column = (x: number) => Math.min(columns, Math.max(0, Math.ceil((x - x0) / cell - 0.5)));
  const runs: Run[] = [];
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
        if (winding-- === 1 && end > begin) runs.push({ row, from: begin, to: end, label: -1 });
      }
    }
  }
  return runs;
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

/** The rest of each row. */
function gapsBetween(solid: readonly Run[], columns: number, rows: number): Run[] {
  const gaps: Run[] = [];
  let i = 0;
  for (let row = 0; row < rows; row++) {
    let at = 0;
    for (; i < solid.length && solid[i]!.row === row; i++) {
      const { from, to } = solid[i]!;
      if (from > at) gaps.push({ row, from: at, to: from, label: -1 });
      at = Math.max(at, to);
    }
    if (at < columns) gaps.push({ row, from: at, to: columns, label: -1 });
  }
  return gaps;
}

/**
 * Calls for every pair of runs that overlap, the second `rowsApart` rows after the first. Both lists are in
 * rows, left to right.
 */
function eachTouching(
  a: readonly Run[],
  b: readonly Run[],
  rowsApart: number,
  touch: (a: Run, b: Run) => void,
): void {
  let start = 0;
  for (const run of a) {
    const row = run.row + rowsApart;
    while (start < b.length && (b[start]!.row < row || (b[start]!.row === row && b[start]!.to <= run.from)))
      start++;
    for (let j = start; j < b.length && b[j]!.row === row && b[j]!.from < run.to; j++) touch(run, b[j]!);
  }
}
