import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Readiness } from "#core/plan/readiness";
import type { MeshMeasurement } from "#core/mesh/measure";
import { straightened } from "#core/mesh/silhouette";
import { outlinePath } from "#ui/Mat";

/** What of an outline is too fine to be drawn on a board, mm: less than half a pixel on most screens. */
const DRAWN_MM = 0.3;

/**
 * A part's outline from above for the board, in its file's units, without what is too fine to be seen.
 * @param factor model mm of one unit of the file
 */
export const boardOutline = (m: MeshMeasurement, factor: number): readonly number[][] =>
  m.plan.map((line) => [...straightened(line, DRAWN_MM / factor)]).filter((line) => line.length >= 6);

/** Share of the board that what stands on it covers, by the boxes of its parts. */
export const boardShare = (
  parts: readonly Pick<PartPlan, "part" | "sizeMm" | "held">[],
  { boardWidthMm, boardDepthMm }: { readonly boardWidthMm: number; readonly boardDepthMm: number },
): number =>
  parts.reduce(
    (sum, { part, sizeMm, held }) =>
      sizeMm && !held ? sum + sizeMm[0] * sizeMm[1] * part.place.placements.length : sum,
    0,
  ) /
  (boardWidthMm * boardDepthMm);

/** What is assumed of a stage and what was found in it, in words. */
export function readinessText({ of, assumed, findings }: Readiness): string {
  if (of === 0 && findings === 0) return "nothing yet";
  const parts = [
    ...(assumed > 0 ? [`${assumed} assumed`] : []),
    ...(findings > 0 ? [`${findings} to look at`] : []),
  ];
  return parts.join(", ");
}

const drawn = new WeakMap<MeshMeasurement, { readonly factor: number; readonly path: string }>();

/** The same as the path of an SVG, worked out once for all copies of a part. */
export function boardPath(m: MeshMeasurement, factor: number): string {
  const known = drawn.get(m);
  if (known?.factor === factor) return known.path;
  const path = outlinePath(boardOutline(m, factor));
  drawn.set(m, { factor, path });
  return path;
}
