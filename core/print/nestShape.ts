import { bitmap, type Bitmap, fillRow } from "#core/print/bitmap";

/** Closed lines of a piece in plan, x and y in turn, mm; outer lines counter-clockwise, holes clockwise. */
export type NestOutline = readonly (readonly number[])[];

/** A rectangle of cells. */
export type Block = { readonly x: number; readonly y: number; readonly w: number; readonly h: number };

/**
 * A piece at one turn, on cells: those that it, widened by half of the spacing, may touch. Its lines are
 * moved so that the
 * widened piece begins at 0; `shiftX`, `shiftY` are that move, from the turned outline.
 */
export type NestShape = {
  readonly turnDeg: number;
  readonly columns: number;
  readonly rows: number;
  readonly blocks: readonly Block[];
  readonly shiftX: number;
  readonly shiftY: number;
  readonly cells: number;
};

/** More blocks than this are merged: each costs as much as a rectangle. */
const MOST_BLOCKS = 14;

export function turnedOutline(outline: NestOutline, turnDeg: number): number[][] {
  // Right angles exactly, so that a square stays one.
  const q = (((turnDeg % 360) + 360) % 360) / 90;
  const exact = Number.isInteger(q);
  const c = exact ? [1, 0, -1, 0][q]! : Math.cos((turnDeg * Math.PI) / 180);
  const s = exact ? [0, 1, 0, -1][q]! : Math.sin((turnDeg * Math.PI) / 180);
  return outline.map((line) => {
    const out = new Array<number>(line.length);
    for (let i = 0; i < line.length; i += 2) {
      out[i] = c * line[i]! - s * line[i + 1]!;
      out[i + 1] = s * line[i]! + c * line[i + 1]!;
    }
    return out;
  });
}

export type Bounds2 = { x0: number; y0: number; x1: number; y1: number };
export function boundsOf(lines: readonly (readonly number[])[]): Bounds2 {
  const b = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const line of lines) {
    for (let i = 0; i < line.length; i += 2) {
      b.x0 = Math.min(b.x0, line[i]!);
      b.x1 = Math.max(b.x1, line[i]!);
      b.y0 = Math.min(b.y0, line[i + 1]!);
      b.y1 = Math.max(b.y1, line[i + 1]!);
    }
  }
  return b;
}

/**
 * The cells of a grid that lines, widened by `reach`, may touch: never too few. Lines in mm from the grid's
 * corner.
 */
export function touchedCells(
  lines: readonly (readonly number[])[],
  reach: number,
  cell: number,
  columns: number,
  rows: number,
): Bitmap {
  const map = bitmap(columns, rows);
  // A cell is touched when its middle is within reach and half of its diagonal.
  const near = reach + cell * Math.SQRT1_2;
  const near2 = near * near;
  const marked = new Uint8Array(columns * rows);
  for (const line of lines) {
    for (let i = 0, j = line.length - 2; i < line.length; j = i, i += 2) {
      const ax = line[j]!;
      const ay = line[j + 1]!;
      const ux = line[i]! - ax;
      const uy = line[i + 1]! - ay;
      const l2 = ux * ux + uy * uy || 1;
      const r0 = Math.max(0, Math.floor((Math.min(ay, ay + uy) - near) / cell));
      const r1 = Math.min(rows - 1, Math.floor((Math.max(ay, ay + uy) + near) / cell));
      const c0 = Math.max(0, Math.floor((Math.min(ax, ax + ux) - near) / cell));
      const c1 = Math.min(columns - 1, Math.floor((Math.max(ax, ax + ux) + near) / cell));
      for (let r = r0; r <= r1; r++) {
        const py = (r + 0.5) * cell - ay;
        for (let c = c0; c <= c1; c++) {
          const px = (c + 0.5) * cell - ax;
          const t = Math.max(0, Math.min(1, (px * ux + py * uy) / l2));
          if ((px - t * ux) ** 2 + (py - t * uy) ** 2 <= near2) marked[r * columns + c] = 1;
        }
      }
    }
  }
  const crossings: number[] = [];
  for (let r = 0; r < rows; r++) {
    const y = (r + 0.5) * cell;
    crossings.length = 0;
    for (const line of lines) {
      for (let i = 0, j = line.length - 2; i < line.length; j = i, i += 2) {
        const ya = line[j + 1]!;
        const yb = line[i + 1]!;
        if (ya > y !== yb > y) crossings.push(line[j]! + ((y - ya) / (yb - ya)) * (line[i]! - line[j]!));
      }
    }
    crossings.sort((p, q) => p - q);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const from = Math.max(0, Math.ceil(crossings[k]! / cell - 0.5));
      const to = Math.min(columns, Math.ceil(crossings[k + 1]! / cell - 0.5));
      for (let c = from; c < to; c++) marked[r * columns + c] = 1;
    }
    for (let c = 0; c < columns;) {
      if (!marked[r * columns + c]) {
        c++;
        continue;
      }
      let end = c;
      while (end < columns && marked[r * columns + end]) end++;
      fillRow(map, r, c, end);
      c = end;
    }
  }
  return map;
}

/** A piece at one turn, widened by half of the spacing, as blocks of cells. */
export function nestShape(outline: NestOutline, turnDeg: number, spacingMm: number, cell: number): NestShape {
  const lines = turnedOutline(outline, turnDeg);
  const { x0, y0, x1, y1 } = boundsOf(lines);
  const half = spacingMm / 2;
  const shiftX = half - x0;
  const shiftY = half - y0;
  const columns = Math.max(1, Math.ceil((x1 - x0 + spacingMm) / cell - 1e-9));
  const rows = Math.max(1, Math.ceil((y1 - y0 + spacingMm) / cell - 1e-9));
  const moved = lines.map((line) => line.map((v, i) => v + (i % 2 === 0 ? shiftX : shiftY)));
  // Cells lie whole in [0, columns] x [0, rows]; what only the roundness of the test would add beyond them is
  // not there.
  const map = touchedCells(moved, half, cell, columns, rows);
  const blocks = mergedBlocks(blocksOf(map));
  return { turnDeg, columns, rows, blocks, shiftX, shiftY, cells: blocks.reduce((s, b) => s + b.w * b.h, 0) };
}

/** Equal runs in neighbouring rows as one rectangle. */
function blocksOf({ columns, rows, words, bits }: Bitmap): Block[] {
  const done: Block[] = [];
  let open: { x: number; w: number; y: number; h: number }[] = [];
  for (let r = 0; r < rows; r++) {
    const runs: { x: number; w: number }[] = [];
    for (let c = 0; c < columns;) {
      const on = (bits[r * words + (c >> 5)]! >>> (c & 31)) & 1;
      let end = c + 1;
      while (end < columns && ((bits[r * words + (end >> 5)]! >>> (end & 31)) & 1) === on) end++;
      if (on) runs.push({ x: c, w: end - c });
      c = end;
    }
    const next: typeof open = [];
    for (const run of runs) {
      const same = open.find((b) => b.x === run.x && b.w === run.w);
      if (same) {
        same.h++;
        next.push(same);
        open = open.filter((b) => b !== same);
      } else next.push({ ...run, y: r, h: 1 });
    }
    done.push(...open);
    open = next;
  }
  return [...done, ...open];
}

/**
 * Joins blocks to their common rectangle, those first that add the fewest cells, until few enough are left.
 * Covers no less.
 */
function mergedBlocks(blocks: Block[]): Block[] {
  const list = [...blocks].sort((p, q) => p.y - q.y || p.x - q.x);
  const joined = (a: Block, b: Block): Block => {
    const x = Math.min(a.x, b.x);
    const y = Math.min(a.y, b.y);
    return { x, y, w: Math.max(a.x + a.w, b.x + b.w) - x, h: Math.max(a.y + a.h, b.y + b.h) - y };
  };
  while (list.length > MOST_BLOCKS) {
    let at = 0;
    let with_ = 1;
    let least = Infinity;
    for (let i = 0; i < list.length; i++) {
      // Neighbours in the list are neighbours in the piece; looking at a few is enough.
      for (let j = i + 1; j < Math.min(list.length, i + 5); j++) {
        const both = joined(list[i]!, list[j]!);
        const adds = both.w * both.h - list[i]!.w * list[i]!.h - list[j]!.w * list[j]!.h;
        if (adds < least) {
          least = adds;
          at = i;
          with_ = j;
        }
      }
    }
    list[at] = joined(list[at]!, list[with_]!);
    list.splice(with_, 1);
  }
  return list;
}
