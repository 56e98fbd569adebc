import { eachTouching, type GridRuns, type LayerGrid, LEAST_CELLS } from "#core/mesh/gridRuns";

/** An empty region: its cells, where they lie in the mean (times cells), and the layers that it goes through. */
type Space = {
  readonly cells: number;
  readonly x: number;
  readonly y: number;
  readonly fromLayer: number;
  readonly toLayer: number;
};

/** A space that the material closes in, but for so many cells open to the air above it. */
export type Closed = Space & { readonly kind: "cup" | "hollow"; readonly openCells: number };

const OUTSIDE = 0;

/** The empty regions of the layers so far, bottom first, joined where they meet. */
export class LayerSpaces {
  /** By region: another that it is part of, or itself. */
  private readonly parent: number[] = [OUTSIDE];
  private readonly spaces: Space[] = [{ cells: 0, x: 0, y: 0, fromLayer: 0, toLayer: 0 }];

  /** @param sealed whether a bed closes the holes of the lowest layer */
  constructor(
    private readonly grid: LayerGrid,
    private readonly sealed: boolean,
  ) {}

  /** Makes a region of each connected set of a layer's empty runs and labels the runs with it. */
  addLayer(layer: number, empty: GridRuns): void {
    const regionOf = new Int32Array(empty.size);
    const firstOfLayer = this.parent.length;
    for (let i = 0; i < empty.size; i++) {
      if (empty.label[i] !== i) continue;
      regionOf[i] = this.parent.length;
      this.parent.push(this.parent.length);
    }
    const regions = this.parent.length - firstOfLayer;
    const cells = new Float64Array(regions);
    const x = new Float64Array(regions);
    const y = new Float64Array(regions);
    const open = new Uint8Array(regions).fill(layer === 0 && !this.sealed ? 1 : 0);
    for (let i = 0; i < empty.size; i++) {
      const region = regionOf[empty.label[i]!]!;
      empty.label[i] = region;
      const r = region - firstOfLayer;
      const n = empty.to[i]! - empty.from[i]!;
      cells[r]! += n;
      x[r]! += (n * (empty.from[i]! + empty.to[i]!)) / 2;
      y[r]! += n * (empty.row[i]! + 0.5);
      if (atEdge(empty, i, this.grid)) open[r] = 1;
    }
    for (let r = 0; r < regions; r++) {
      this.spaces.push({ cells: cells[r]!, x: x[r]!, y: y[r]!, fromLayer: layer, toLayer: layer });
      // Below the lowest layer is the outside: a tube is no cup, unless a bed closes it.
      if (open[r]) this.join(OUTSIDE, firstOfLayer + r);
    }
  }

  /** Joins a layer's regions with those below it; what was closed in and opens here to the outside was a cup. */
  joinBelow(empty: GridRuns, below: GridRuns): readonly Closed[] {
    const openCells = this.cellsOf(below);
    openCells.delete(this.find(OUTSIDE));
    const kept = [...openCells].map(([root, open]) => ({ root, open, space: this.spaces[root]! }));
    eachTouching(empty, below, 0, (i, j) => this.join(empty.label[i]!, below.label[j]!));
    return kept
      .filter(({ root, space }) => this.find(root) === this.find(OUTSIDE) && space.cells >= LEAST_CELLS)
      .map(({ open, space }) => ({ kind: "cup", ...space, openCells: open }));
  }

  /**
   * What is still closed in above the last layer: it opens to the air there, so it is a cup too, or no way leads out.
   */
  atTop(last: GridRuns): readonly Closed[] {
    const openCells = this.cellsOf(last);
    const closed: Closed[] = [];
    for (let region = 1; region < this.parent.length; region++) {
      const space = this.spaces[region]!;
      if (this.parent[region] !== region || space.cells < LEAST_CELLS) continue;
      const open = openCells.get(region);
      closed.push({ kind: open === undefined ? "hollow" : "cup", ...space, openCells: open ?? 0 });
    }
    return closed;
  }

  /** Cells of a layer by the region that they belong to. */
  private cellsOf(runs: GridRuns): Map<number, number> {
    const cells = new Map<number, number>();
    for (let i = 0; i < runs.size; i++) {
      const root = this.find(runs.label[i]!);
      cells.set(root, (cells.get(root) ?? 0) + runs.to[i]! - runs.from[i]!);
    }
    return cells;
  }

  private find(region: number): number {
    const { parent } = this;
    let at = region;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  }

  private join(a: number, b: number): void {
    const p = this.find(a);
    const q = this.find(b);
    if (p === q) return;
    const [root, other] = p < q ? [p, q] : [q, p];
    this.parent[other] = root;
    const [s, t] = [this.spaces[root]!, this.spaces[other]!];
    this.spaces[root] = {
      cells: s.cells + t.cells,
      x: s.x + t.x,
      y: s.y + t.y,
      fromLayer: Math.min(s.fromLayer, t.fromLayer),
      toLayer: Math.max(s.toLayer, t.toLayer),
    };
  }
}

const atEdge = (runs: GridRuns, i: number, { columns, rows }: LayerGrid) =>
  runs.row[i] === 0 || runs.row[i] === rows - 1 || runs.from[i] === 0 || runs.to[i] === columns;

/** Whether some of a layer's empty runs, labelled by what hangs together, are closed in by its solid ones. */
export function hasHoles(empty: GridRuns, grid: LayerGrid): boolean {
  const open = new Uint8Array(empty.size);
  for (let i = 0; i < empty.size; i++) if (atEdge(empty, i, grid)) open[empty.label[i]!] = 1;
  for (let i = 0; i < empty.size; i++) if (!open[empty.label[i]!]) return true;
  return false;
}
