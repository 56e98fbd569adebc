import type { MeshMeasurement } from "#core/mesh/measure";
import { straightened } from "#core/mesh/silhouette";

/** What of an outline is too fine to be drawn on a board, mm: less than half a pixel on most screens. */
const DRAWN_MM = 0.3;

const drawn = new WeakMap<
  MeshMeasurement,
  { readonly factor: number; readonly lines: readonly number[][] }
>();

/**
 * A part's outline from above for the board, in its file's units, without what is too fine to be seen. Worked
 * out once for all of its copies.
 * @param factor model mm of one unit of the file
 */
export function boardOutline(m: MeshMeasurement, factor: number): readonly number[][] {
  const known = drawn.get(m);
  if (known?.factor === factor) return known.lines;
  const lines = m.plan
    .map((line) => [...straightened(line, DRAWN_MM / factor)])
    .filter((line) => line.length >= 6);
  drawn.set(m, { factor, lines });
  return lines;
}
