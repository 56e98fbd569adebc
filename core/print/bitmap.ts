/**
 * A grid of cells, one bit each. Row r holds its cells in `words` whole numbers of 32 bits from r x words on,
 * the leftmost
 * cell in the lowest bit. Cells right of `columns` stay 0.
 */
export type Bitmap = {
  readonly columns: number;
  readonly rows: number;
  readonly words: number;
  readonly bits: Uint32Array;
};

export const bitmap = (columns: number, rows: number): Bitmap => {
  const words = Math.ceil(columns / 32);
  return { columns, rows, words, bits: new Uint32Array(words * rows) };
};

/** Sets the cells from `from` to before `to` of a row. */
export function fillRow({ words, bits }: Bitmap, row: number, from: number, to: number): void {
  for (let c = from; c < to;) {
    const word = c >> 5;
    const end = Math.min(to, (word + 1) << 5);
    const count = end - c;
    bits[row * words + word]! |= (count === 32 ? 0xffffffff : ((1 << count) - 1) << (c & 31)) >>> 0;
    c = end;
  }
}

/**
 * Every cell takes what lay `by` cells to its right, too, or instead. Reads and writes in one go from the
 * left.
 */
export function orFromRight(
  into: Uint32Array,
  from: Uint32Array,
  words: number,
  rows: number,
  by: number,
): void {
  const jump = by >> 5;
  const shift = by & 31;
  for (let r = 0; r < rows; r++) {
    const base = r * words;
    for (let w = 0; w + jump < words; w++) {
      const low = from[base + w + jump]! >>> shift;
      const high = shift > 0 && w + jump + 1 < words ? from[base + w + jump + 1]! << (32 - shift) : 0;
      into[base + w]! |= low | high;
    }
  }
}

/** Every cell takes what lay `by` rows above it, too. */
export function orFromAbove(
  into: Uint32Array,
  from: Uint32Array,
  words: number,
  rows: number,
  by: number,
): void {
  for (let i = 0, n = words * (rows - by); i < n; i++) into[i]! |= from[i + by * words]!;
}
