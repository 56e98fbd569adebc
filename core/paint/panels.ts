import { chanceOf } from "#core/random";

/** A single panel, brick or board, s (default). */
export const PANEL_S = 75;
/** More panels than these on one copy nobody paints one by one (our choice). */
export const MOST_PANELS = 60;

/** Panels of one copy in rows and columns. */
export type PanelGrid = { readonly across: number; readonly down: number };

/** The colour of every panel of one copy by its place in the list of colours, row by row. */
export type PanelMap = readonly (readonly number[])[];

/**
 * Which panel takes which of some colours, on every copy: as many of each as can be, no two beside or above each other
 * alike. The same seed always gives the same.
 * @param colours at least two
 */
export function panelMaps(
  { across, down }: PanelGrid,
  copies: number,
  colours: number,
  seed: number,
): readonly PanelMap[] {
  const used = Array<number>(colours).fill(0);
  return Array.from({ length: copies }, (_, copy) => {
    const rows: number[][] = [];
    for (let y = 0; y < down; y++) {
      const row: number[] = [];
      for (let x = 0; x < across; x++) {
        const open = used.flatMap((_n, c) => (c === row[x - 1] || c === rows[y - 1]?.[x] ? [] : [c]));
        // Two colours alternate; with more there is always one left.
        const choices = open.length > 0 ? open : used.map((_n, c) => c);
        const chance = (c: number) => chanceOf(seed, copy * MOST_PANELS + y * across + x, c);
        const best = choices.reduce((a, b) =>
          used[b]! < used[a]! || (used[b]! === used[a]! && chance(b) < chance(a)) ? b : a,
        );
        row.push(best);
        used[best]!++;
      }
      rows.push(row);
    }
    return rows;
  });
}

/** How many panels of all copies have each colour. */
export const panelCounts = (maps: readonly PanelMap[], colours: number): readonly number[] =>
  Array.from({ length: colours }, (_, c) => maps.flat(2).filter((v) => v === c).length);

/** A map as it is read at the bench, its colours by letters: `ABC / CAB`. */
export const panelText = (map: PanelMap): string =>
  map.map((row) => row.map((c) => String.fromCharCode(65 + c)).join("")).join(" / ");
