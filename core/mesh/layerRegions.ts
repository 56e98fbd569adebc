import {
  eachTouching,
  gapsBetween,
  GridRuns,
  labelConnected,
  type LayerGrid,
  LEAST_CELLS,
  noCrossings,
  solidRuns,
} from "#core/mesh/gridRuns";
import { type Closed, hasHoles, LayerSpaces } from "#core/mesh/layerSpaces";
import { layerSweep, midHeights } from "#core/mesh/layerSweep";
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
/**
 * Most times that lines may cross rows in all; a mesh with more (huge faces through each other) gets a
 * coarser grid.
 */
const CROSSINGS = 12e6;
/** Coarser than this a grid says nothing. */
const FEWEST = 24;

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
  const affords = affordable(mesh, size, wanted);
  const cell = Math.max(size[0], size[1]) / affords.cells;
  if (!(cell > 0) || !(size[2] > 0))
    return { islands: [], spaces: [], holedBelow: false, bottomZ: box.min[2] };
  const grid: LayerGrid = {
    x0: box.min[0] - cell,
    y0: box.min[1] - cell,
    cell,
    columns: Math.ceil(size[0] / cell) + 2,
    rows: Math.ceil(size[1] / cell) + 2,
  };
  const heights = midHeights(box.min[2], box.max[2], affords.layers);
  const step = size[2] / affords.layers;
  const crossings = noCrossings(grid.rows);
  const islands: Island[] = [];
  const spaces = new LayerSpaces(grid, sealed);
  let [solid, solidBelow] = [new GridRuns(), new GridRuns()];
  let [empty, emptyBelow] = [new GridRuns(), new GridRuns()];
  const closed: Closed[] = [];
  let holedBelow = false;

  layerSweep(mesh, twin, heights, (layer, contours) => {
    solidRuns(contours, crossings, grid, solid);
    labelConnected(solid);
    if (layer > 0)
      for (const { cells, x, y } of looseRegions(solid, solidBelow))
        islands.push({
          area: cells * cell * cell,
          at: [grid.x0 + (x / cells) * cell, grid.y0 + (y / cells) * cell, heights[layer]!],
        });
    gapsBetween(solid, grid, empty);
    labelConnected(empty);
    if (layer === 0) holedBelow = hasHoles(empty, grid);
    spaces.addLayer(layer, empty);
    closed.push(...spaces.joinBelow(empty, emptyBelow));
    [solid, solidBelow] = [solidBelow, solid];
    [empty, emptyBelow] = [emptyBelow, empty];
  });
  closed.push(...spaces.atTop(emptyBelow));
  const spaceFrom = ({ kind, cells, x, y, fromLayer, toLayer, openCells }: Closed): ClosedSpace => ({
    kind,
    volume: cells * cell * cell * step,
    openArea: openCells * cell * cell,
    fromZ: heights[fromLayer]! - step / 2,
    toZ: heights[toLayer]! + step / 2,
    at: [grid.x0 + (x / cells) * cell, grid.y0 + (y / cells) * cell, heights[(fromLayer + toLayer) >> 1]!],
  });
  return {
    islands: islands.sort((p, q) => q.area - p.area),
    spaces: closed.map(spaceFrom).sort((p, q) => q.volume - p.volume),
    holedBelow,
    bottomZ: box.min[2] + step,
  };
}

/** Regions of a layer, labelled, that touch nothing of the layer below. */
function looseRegions(
  solid: GridRuns,
  below: GridRuns,
): readonly { readonly cells: number; readonly x: number; readonly y: number }[] {
  const held = new Uint8Array(solid.size);
  eachTouching(solid, below, 0, (i) => {
    held[solid.label[i]!] = 1;
  });
  const loose = new Map<number, { cells: number; x: number; y: number }>();
  for (let i = 0; i < solid.size; i++) {
    const root = solid.label[i]!;
    if (held[root]) continue;
    const l = loose.get(root) ?? { cells: 0, x: 0, y: 0 };
    const n = solid.to[i]! - solid.from[i]!;
    l.cells += n;
    l.x += (n * (solid.from[i]! + solid.to[i]!)) / 2;
    l.y += n * (solid.row[i]! + 0.5);
    loose.set(root, l);
  }
  return [...loose.values()].filter((l) => l.cells >= LEAST_CELLS);
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
