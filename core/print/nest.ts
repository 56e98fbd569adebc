import { chanceOf } from "#core/random";
import { bitmap, type Bitmap, orFromAbove, orFromRight } from "#core/print/bitmap";
import {
  type Block,
  boundsOf,
  type NestOutline,
  nestShape,
  type NestShape,
  touchedCells,
  turnedOutline,
} from "#core/print/nestShape";

/**
 * A piece to lay on a plate. `shape`: pieces of one name are alike. `weight` counts against what a plate may
 * hold (minutes
 * of one failure); `rank` puts larger ones first (the height of resin, which costs a plate its tallest).
 */
export type NestPiece = {
  readonly id: string;
  readonly shape: string;
  readonly outline: NestOutline;
  readonly weight?: number;
  readonly rank?: number;
};

/**
 * Where a piece lies: its outline turned by `turnDeg` about its own origin, then moved. mm from the corner of
 * the usable bed.
 */
export type Nested = {
  readonly id: string;
  readonly xMm: number;
  readonly yMm: number;
  readonly turnDeg: number;
};

/** What the builder put somewhere. `plate` counts from 0. */
export type LockedPiece = Nested & { readonly plate: number };

export type NestOptions = {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly spacingMm: number;
  /** Turns that are tried, of a whole one: 4 or 8. */
  readonly turns?: 4 | 8;
  /** Most weight on a plate; a single piece may be over it. */
  readonly mostWeight?: number;
  readonly locked?: readonly LockedPiece[];
  readonly seed?: number;
};

/** Plates of pieces, and the ids of those that go on none. `bound`: no way of laying takes fewer plates. */
export type NestResult = {
  readonly plates: readonly (readonly Nested[])[];
  readonly tooLarge: readonly string[];
  readonly bound: number;
};

/** Cells across the narrowest piece, and their limits in mm: fewer pieces can be laid on finer ones. */
const CELLS_ACROSS = 12;
const FINEST_MM = 0.5;
const COARSEST_MM = 2;
const FEW = 30;
const SOME = 120;
/** Of many pieces: a plate taken up to this share is not tried again. */
const FULL = 0.93;
/** Pieces laid in all tries together on the coarsest cells: more pieces or finer cells, fewer tries. */
const EFFORT = 900;
const MOST_TRIES = 12;
const LEAST_TRIES = 3;

type Plate = {
  taken: Bitmap;
  /** Rows from here on are all free. */
  top: number;
  /** Below these rows a shape finds no place any more: what is taken only grows. */
  floors: Map<NestShape, number>;
  used: number;
  weight: number;
  laid: Nested[];
  refused: Set<string>;
  rank: number;
};
type Shapes = { readonly turns: readonly NestShape[]; readonly area: number; readonly longMm: number };

/**
 * Lays pieces by their true outlines on as few plates as it can: all free places of a piece at once, by bits;
 * the lowest,
 * then leftmost is taken. Several orders are tried, their number fixed by how many pieces there are, and the
 * best is kept.
 * The same pieces come out the same however they are listed.
 * @source bottom-left fill on bitmaps (from memory; what it lays is checked against clipper2)
 */
export function nest(pieces: readonly NestPiece[], options: NestOptions): NestResult {
  const { widthMm, depthMm, spacingMm, turns = 4, mostWeight = Infinity, locked = [], seed = 1 } = options;
  const sorted = [...pieces].sort((p, q) => (p.id < q.id ? -1 : p.id > q.id ? 1 : 0));
  const cell = cellOf(sorted);
  // The bed is wider by the spacing: half of it on each side, which the widened pieces bring with them.
  const columns = Math.floor((widthMm + spacingMm) / cell + 1e-9);
  const rows = Math.floor((depthMm + spacingMm) / cell + 1e-9);
  const shapes = new Map<string, Shapes>();
  for (const p of sorted)
    if (!shapes.has(p.shape)) shapes.set(p.shape, shapesOf(p.outline, spacingMm, cell, turns));
  const fits = (p: NestPiece) =>
    shapes.get(p.shape)!.turns.some((s) => s.columns <= columns && s.rows <= rows);
  const lockedIds = new Set(locked.map((l) => l.id));
  const tooLarge = sorted.filter((p) => !lockedIds.has(p.id) && !fits(p)).map((p) => p.id);
  const free = sorted.filter((p) => !lockedIds.has(p.id) && fits(p));
  const scratch = {
    spread: new Uint32Array(Math.ceil(columns / 32) * rows),
    other: new Uint32Array(Math.ceil(columns / 32) * rows),
    forbidden: new Uint32Array(Math.ceil(columns / 32) * rows),
  };

  const begin = (): Plate[] => {
    const plates: Plate[] = [];
    for (const l of locked) {
      const piece = sorted.find((p) => p.id === l.id);
      if (!piece) continue;
      while (plates.length <= l.plate) plates.push(emptyPlate(columns, rows));
      const lines = turnedOutline(piece.outline, l.turnDeg).map((line) =>
        line.map((v, i) => v + (i % 2 === 0 ? l.xMm : l.yMm) + spacingMm / 2),
      );
      const cells = touchedCells(lines, spacingMm / 2, cell, columns, rows);
      const plate = plates[l.plate]!;
      for (let i = 0; i < cells.bits.length; i++) plate.taken.bits[i]! |= cells.bits[i]!;
      plate.top = rows;
      plate.used += shapes.get(piece.shape)!.area;
      plate.weight += piece.weight ?? 0;
      plate.rank = Math.max(plate.rank, piece.rank ?? 0);
      plate.laid.push({ id: l.id, xMm: l.xMm, yMm: l.yMm, turnDeg: l.turnDeg });
    }
    return plates;
  };
  const full = free.length > SOME ? FULL : 1 + 1e-9;
  const lay = (order: readonly NestPiece[]): Plate[] => {
    const plates = begin();
    for (const piece of order) {
      const shape = shapes.get(piece.shape)!;
      const weight = piece.weight ?? 0;
      let done = false;
      for (const plate of plates) {
        if (
          plate.refused.has(piece.shape) ||
          plate.used + shape.area > full * columns * rows * cell * cell ||
          (plate.weight + weight > mostWeight && plate.laid.length > 0)
        )
          continue;
        if (place(plate, piece, shape, columns, rows, cell, spacingMm, scratch)) {
          done = true;
          break;
        }
        plate.refused.add(piece.shape);
      }
      if (done) continue;
      const fresh = emptyPlate(columns, rows);
      place(fresh, piece, shape, columns, rows, cell, spacingMm, scratch);
      plates.push(fresh);
    }
    return plates;
  };
  const tries = Math.max(
    free.length <= SOME / 2 ? LEAST_TRIES : 1,
    Math.min(MOST_TRIES, Math.floor((EFFORT * (cell / COARSEST_MM) ** 2) / Math.max(1, free.length))),
  );
  let best: Plate[] | null = null;
  let bestScore = Infinity;
  for (let t = 0; t < tries; t++) {
    const plates = lay(ordered(free, shapes, t, seed));
    const score = scoreOf(plates, columns * rows * cell * cell);
    if (score < bestScore - 1e-9) {
      best = plates;
      bestScore = score;
    }
  }
  const outlines = new Map(sorted.map((p) => [p.id, p.outline]));
  const plates = (best ?? begin())
    .filter((p) => p.laid.length > 0)
    .map((p) => slidTogether(p.laid, outlines, options, lockedIds));
  return { plates, tooLarge, bound: lowerBound(free, widthMm, depthMm, spacingMm) };
}

const emptyPlate = (columns: number, rows: number): Plate => ({
  taken: bitmap(columns, rows),
  top: 0,
  floors: new Map(),
  used: 0,
  weight: 0,
  laid: [],
  refused: new Set(),
  rank: 0,
});

function cellOf(pieces: readonly NestPiece[]): number {
  let narrowest = Infinity;
  for (const p of pieces) {
    const { x0, y0, x1, y1 } = boundsOf(p.outline);
    narrowest = Math.min(narrowest, x1 - x0, y1 - y0);
  }
  return Math.max(
    FINEST_MM,
    Math.min(pieces.length <= FEW ? 0.5 : pieces.length <= SOME ? 1 : COARSEST_MM, narrowest / CELLS_ACROSS),
  );
}

function shapesOf(outline: NestOutline, spacingMm: number, cell: number, turns: 4 | 8): Shapes {
  const all = Array.from({ length: turns }, (_, i) => nestShape(outline, (i * 360) / turns, spacingMm, cell));
  // A piece that looks the same turned is laid one way only.
  const seen = new Set<string>();
  const distinct = all.filter((s) => {
    const key = `${s.columns} ${s.rows} ${s.blocks.map((b) => `${b.x},${b.y},${b.w},${b.h}`).join(" ")}`;
    return !seen.has(key) && seen.add(key);
  });
  const { x0, y0, x1, y1 } = boundsOf(outline);
  return {
    turns: distinct,
    area: Math.min(...all.map((s) => s.cells)) * cell * cell,
    longMm: Math.max(x1 - x0, y1 - y0),
  };
}

/** Large first, in several senses; later tries swap neighbours by seeded chance. */
function ordered(
  pieces: readonly NestPiece[],
  shapes: ReadonlyMap<string, Shapes>,
  t: number,
  seed: number,
): NestPiece[] {
  const key = (p: NestPiece) => {
    const s = shapes.get(p.shape)!;
    return t % 3 === 1 ? s.longMm : t % 3 === 2 ? s.turns[0]!.columns * s.turns[0]!.rows : s.area;
  };
  // Ranks within a tenth of each other are alike.
  const rank = (p: NestPiece) => (p.rank ? Math.round(Math.log(p.rank) / 0.1) : 0);
  const list = [...pieces].sort((p, q) => rank(q) - rank(p) || key(q) - key(p) || (p.id < q.id ? -1 : 1));
  if (t < 3) return list;
  for (let i = 0; i + 1 < list.length; i++) {
    const j = Math.min(list.length - 1, i + Math.floor(4 * chanceOf(seed, t, i)));
    if (rank(list[i]!) === rank(list[j]!)) [list[i], list[j]] = [list[j]!, list[i]!];
  }
  return list;
}

/** Fewer plates, then lower ranks of the later ones, then a last plate that is emptier. */
function scoreOf(plates: readonly Plate[], bedArea: number): number {
  const ranks = plates.reduce((s, p) => s + p.rank, 0);
  return plates.length * 1e6 + ranks * 10 + (plates.at(-1)?.used ?? 0) / bedArea;
}

/** Puts a piece on a plate where it goes lowest, then leftmost, over all its turns. */
function place(
  plate: Plate,
  piece: NestPiece,
  { turns, area }: Shapes,
  columns: number,
  rows: number,
  cell: number,
  spacingMm: number,
  scratch: Scratch,
): boolean {
  let best: { shape: NestShape; column: number; row: number } | null = null;
  for (const shape of turns) {
    if (shape.columns > columns || shape.rows > rows) continue;
    // The row above all that lies there is free; and no place that stands out further is of any use.
    const bestTop: number = best ? best.row + best.shape.rows : Infinity;
    const last = Math.min(rows - shape.rows, plate.top, bestTop - shape.rows);
    const first = plate.floors.get(shape) ?? 0;
    const at = lowestFree(plate.taken, shape, scratch, first, last);
    plate.floors.set(shape, at ? at.row : Math.max(first, last + 1));
    if (!at) continue;
    const top = at.row + shape.rows;
    if (top < bestTop || (top === bestTop && at.column < best!.column)) best = { shape, ...at };
  }
  if (!best) return false;
  const { shape, column, row } = best;
  for (const b of shape.blocks)
    for (let r = 0; r < b.h; r++) setRun(plate.taken, row + b.y + r, column + b.x, column + b.x + b.w);
  plate.top = Math.max(plate.top, row + shape.rows);
  plate.used += area;
  plate.weight += piece.weight ?? 0;
  plate.rank = Math.max(plate.rank, piece.rank ?? 0);
  plate.laid.push({
    id: piece.id,
    xMm: column * cell + shape.shiftX - spacingMm / 2,
    yMm: row * cell + shape.shiftY - spacingMm / 2,
    turnDeg: shape.turnDeg,
  });
  return true;
}

function setRun({ words, bits }: Bitmap, row: number, from: number, to: number): void {
  for (let c = from; c < to;) {
    const word = c >> 5;
    const end = Math.min(to, (word + 1) << 5);
    const count = end - c;
    bits[row * words + word]! |= (count === 32 ? 0xffffffff : ((1 << count) - 1) << (c & 31)) >>> 0;
    c = end;
  }
}

type Scratch = { spread: Uint32Array; other: Uint32Array; forbidden: Uint32Array };

/** Rows looked at first; twice as many after that, since most pieces go low. */
const FIRST_ROWS = 32;

/**
 * The lowest, then leftmost place where none of a shape's cells is taken, its lowest row from `first` to
 * `last`; null where there is none.
 */
function lowestFree(
  taken: Bitmap,
  shape: NestShape,
  scratch: Scratch,
  first: number,
  last: number,
): { column: number; row: number } | null {
  const { words, columns } = taken;
  const { forbidden } = scratch;
  const lastColumn = columns - shape.columns;
  const lastWord = lastColumn >> 5;
  const edge = (lastColumn & 31) < 31 ? (1 << ((lastColumn & 31) + 1)) - 1 : -1;
  for (let from = first, size = FIRST_ROWS; from <= last; from += size, size *= 2) {
    const to = Math.min(last + 1, from + size);
    forbidden.fill(0, 0, (to - from) * words);
    for (const b of shape.blocks) spreadInto(taken, b, scratch, from, to);
    for (let r = 0; r < to - from; r++) {
      for (let w = 0; w <= lastWord; w++) {
        let open = ~forbidden[r * words + w]!;
        if (w === lastWord) open &= edge;
        if (open !== 0) return { column: 32 * w + 31 - Math.clz32(open & -open), row: from + r };
      }
    }
  }
  return null;
}

/**
 * Marks every place of a shape, its lowest row from `from` to before `to`, at which a block would meet
 * something.
 */
function spreadInto(
  { words, bits }: Bitmap,
  block: Block,
  { spread, other, forbidden }: Scratch,
  from: number,
  to: number,
): void {
  const low = (from + block.y) * words;
  const rows = to - from + block.h - 1;
  spread.set(bits.subarray(low, low + rows * words));
  // Doubling: a run of 2 n is a run of n and the same n further.
  for (let done = 1; done < block.w;) {
    const by = Math.min(done, block.w - done);
    other.set(spread.subarray(0, rows * words));
    orFromRight(spread, other, words, rows, by);
    done += by;
  }
  for (let done = 1; done < block.h;) {
    const by = Math.min(done, block.h - done);
    other.set(spread.subarray(0, rows * words));
    orFromAbove(spread, other, words, rows, by);
    done += by;
  }
  // The block stands at (x, y) from the shape's corner: what forbids it there forbids the shape that much
  // further left and down.
  const jump = block.x >> 5;
  const shift = block.x & 31;
  for (let r = 0; r < to - from; r++) {
    const at = r * words;
    for (let w = 0; w + jump < words; w++) {
      const lower = spread[at + w + jump]! >>> shift;
      const upper = shift > 0 && w + jump + 1 < words ? spread[at + w + jump + 1]! << (32 - shift) : 0;
      forbidden[at + w]! |= lower | upper;
    }
  }
}

/** Area with spacing, and the pieces of which no two fit side by side. Both hold for any way of turning. */
function lowerBound(
  pieces: readonly NestPiece[],
  widthMm: number,
  depthMm: number,
  spacingMm: number,
): number {
  if (pieces.length === 0) return 0;
  let area = 0;
  let big = 0;
  for (const p of pieces) {
    const own = p.outline.reduce((s, line) => s + areaOf(line), 0);
    area += Math.max(0, own);
    // A piece holds a disc of its least width at best; two that are each wider than half of the bed both ways
    // stand in each other's way.
    const { x0, y0, x1, y1 } = boundsOf(p.outline);
    if (Math.min(x1 - x0, y1 - y0) > Math.max(widthMm, depthMm) / 2 && own > 0.9 * (x1 - x0) * (y1 - y0))
      big++;
  }
  return Math.max(1, big, Math.ceil(area / ((widthMm + spacingMm) * (depthMm + spacingMm)) - 1e-9));
}

export function areaOf(line: readonly number[]): number {
  let area2 = 0;
  for (let i = 0, j = line.length - 2; i < line.length; j = i, i += 2)
    area2 += line[j]! * line[i + 1]! - line[i]! * line[j + 1]!;
  return area2 / 2;
}

/** Slides pieces left and down by what the grid of cells left between them. Locked ones stay. */
function slidTogether(
  laid: readonly Nested[],
  outlines: ReadonlyMap<string, NestOutline>,
  { widthMm, depthMm, spacingMm }: NestOptions,
  locked: ReadonlySet<string>,
): Nested[] {
  const placed = laid.map((l) => {
    const lines = turnedOutline(outlines.get(l.id)!, l.turnDeg);
    return { ...l, lines, b: boundsOf(lines) };
  });
  const reach = spacingMm + 2 * COARSEST_MM + 0.25;
  const order = [...placed].sort((p, q) => p.yMm - q.yMm || p.xMm - q.xMm);
  for (const piece of order) {
    if (locked.has(piece.id)) continue;
    const { b } = piece;
    // Only these can be in the way of so short a slide.
    const near = placed.filter(
      (o) =>
        o !== piece &&
        Math.abs(o.xMm + (o.b.x0 + o.b.x1) / 2 - piece.xMm - (b.x0 + b.x1) / 2) <
          reach + (o.b.x1 - o.b.x0 + b.x1 - b.x0) / 2 &&
        Math.abs(o.yMm + (o.b.y0 + o.b.y1) / 2 - piece.yMm - (b.y0 + b.y1) / 2) <
          2 * reach + (o.b.y1 - o.b.y0 + b.y1 - b.y0) / 2,
    );
    const free = (x: number, y: number) => {
      if (x + b.x0 < -1e-9 || y + b.y0 < -1e-9 || x + b.x1 > widthMm + 1e-9 || y + b.y1 > depthMm + 1e-9)
        return false;
      return near.every((o) => isClear(piece.lines, x, y, b, o.lines, o.xMm, o.yMm, spacingMm, o.b));
    };
    for (const [dx, dy] of [
      [0, -1],
      [-1, 0],
    ] as const) {
      let low = 0;
      let high = 2 * COARSEST_MM;
      // Only up to the first thing in the way: half a step at a time, then by halves.
      let reached = 0;
      for (let s = 0.25; s <= high; s += 0.25) {
        if (!free(piece.xMm + s * dx, piece.yMm + s * dy)) break;
        reached = s;
      }
      low = reached;
      high = reached + 0.25;
      for (let i = 0; i < 8; i++) {
        const middle = (low + high) / 2;
        if (free(piece.xMm + middle * dx, piece.yMm + middle * dy)) low = middle;
        else high = middle;
      }
      piece.xMm += low * dx;
      piece.yMm += low * dy;
    }
  }
  return placed.map(({ id, xMm, yMm, turnDeg }) => ({ id, xMm, yMm, turnDeg }));
}

/** True where two pieces at their places are at least `spacing` apart. */
export function isClear(
  a: readonly (readonly number[])[],
  ax: number,
  ay: number,
  ab: { x0: number; y0: number; x1: number; y1: number },
  b: readonly (readonly number[])[],
  bx: number,
  by: number,
  spacing: number,
  bb = boundsOf(b),
): boolean {
  if (
    ax + ab.x0 > bx + bb.x1 + spacing ||
    ax + ab.x1 < bx + bb.x0 - spacing ||
    ay + ab.y0 > by + bb.y1 + spacing ||
    ay + ab.y1 < by + bb.y0 - spacing
  )
    return true;
  const s2 = (spacing - 1e-9) ** 2;
  for (const p of a) {
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
      const px = p[j]! + ax;
      const py = p[j + 1]! + ay;
      const rx = p[i]! + ax;
      const ry = p[i + 1]! + ay;
      const left = Math.min(px, rx) - spacing - bx;
      const right = Math.max(px, rx) + spacing - bx;
      const low = Math.min(py, ry) - spacing - by;
      const high = Math.max(py, ry) + spacing - by;
      if (left > bb.x1 || right < bb.x0 || low > bb.y1 || high < bb.y0) continue;
      for (const q of b) {
        for (let k = 0, l = q.length - 2; k < q.length; l = k, k += 2) {
          const qx = q[l]!;
          const qy = q[l + 1]!;
          const sx = q[k]!;
          const sy = q[k + 1]!;
          // Most stretches are nowhere near each other.
          if (
            (qx > right && sx > right) ||
            (qx < left && sx < left) ||
            (qy > high && sy > high) ||
            (qy < low && sy < low)
          )
            continue;
          if (segmentsSquare(px, py, rx, ry, qx + bx, qy + by, sx + bx, sy + by) < s2) return false;
        }
      }
    }
  }
  return (
    !holds(b, a[0]![0]! + ax - bx, a[0]![1]! + ay - by) && !holds(a, b[0]![0]! + bx - ax, b[0]![1]! + by - ay)
  );
}

function holds(lines: readonly (readonly number[])[], x: number, y: number): boolean {
  let inside = false;
  for (const line of lines) {
    for (let i = 0, j = line.length - 2; i < line.length; j = i, i += 2) {
      const ay = line[j + 1]!;
      const by = line[i + 1]!;
      if (ay > y !== by > y && x < line[j]! + ((y - ay) / (by - ay)) * (line[i]! - line[j]!))
        inside = !inside;
    }
  }
  return inside;
}

/** Square of the distance between two stretches; 0 where they cross. */
function segmentsSquare(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): number {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  if (
    side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) < 0 &&
    side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) < 0
  )
    return 0;
  return Math.min(
    pointSquare(ax, ay, cx, cy, dx, dy),
    pointSquare(bx, by, cx, cy, dx, dy),
    pointSquare(cx, cy, ax, ay, bx, by),
    pointSquare(dx, dy, ax, ay, bx, by),
  );
}

function pointSquare(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const ux = bx - ax;
  const uy = by - ay;
  const t = Math.max(0, Math.min(1, ((px - ax) * ux + (py - ay) * uy) / (ux * ux + uy * uy || 1)));
  return (px - ax - t * ux) ** 2 + (py - ay - t * uy) ** 2;
}
