/** A name under the shelf: where it begins, px, and in which of the two lines it stands. */
export type ShelfLabel = { readonly text: string; readonly xPx: number; readonly row: 0 | 1 };

/** Of a letter of the head face at 13 px, on the wide side. */
const LETTER_PX = 6.8;
const BETWEEN_PX = 10;
const LONGEST_LETTERS = 26;
const FEWEST_LETTERS = 5;

/**
 * Names under what stands side by side, in two lines that never run into each other: the line that is free there,
 * else the one that is free sooner, cut short before the next name of its line.
 * @param widthPx of the shelf
 */
export function shelfLabels(
  things: readonly { readonly name: string; readonly xPx: number }[],
  widthPx: number,
): readonly ShelfLabel[] {
  const ends: [number, number] = [0, 0];
  return things.map(({ name, xPx: at }, i) => {
    const row = ends[0] <= at || ends[0] <= ends[1] ? 0 : 1;
    const xPx = Math.max(at, ends[row]);
    // The line is needed again by the one after the next.
    const until = Math.max(things[i + 2]?.xPx ?? widthPx, xPx + FEWEST_LETTERS * LETTER_PX + BETWEEN_PX);
    const room = Math.min(LONGEST_LETTERS, Math.floor((until - BETWEEN_PX - xPx) / LETTER_PX));
    const text = name.length <= room ? name : `${name.slice(0, Math.max(1, room - 1)).trimEnd()}…`;
    ends[row] = xPx + text.length * LETTER_PX + BETWEEN_PX;
    return { text, xPx, row };
  });
}
