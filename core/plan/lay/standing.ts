import { straightened } from "#core/mesh/silhouette";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Placement } from "#core/scene/part";

/** What of an outline is too fine to be drawn on a board, mm: less than half a pixel on most screens. */
const DRAWN_MM = 0.3;

/** A closed line, x and y in turn. */
export type Line = readonly number[];
type Stands = Pick<PartPlan, "measurement" | "rescale" | "sizeMm">;

/**
 * A part's outline from above for the board, in its file's units, without what is too fine to be seen.
 * @param factor model mm of one unit of the file
 */
export const boardOutline = (m: MeshMeasurement, factor: number): readonly Line[] =>
  m.plan.map((line) => [...straightened(line, DRAWN_MM / factor)]).filter((line) => line.length >= 6);

/**
 * What one copy of a part covers where it stands, closed lines in mm on the board: its outline, or its box where
 * nothing was measured.
 */
export function standingLines(
  { measurement: m, rescale: { factor }, sizeMm }: Stands,
  placements: readonly Placement[],
): readonly (readonly Line[])[] {
  if (!sizeMm) return [];
  const [cx, cy] = m ? [(m.box.min[0] + m.box.max[0]) / 2, (m.box.min[1] + m.box.max[1]) / 2] : [0, 0];
  const [halfW, halfD] = [sizeMm[0] / 2, sizeMm[1] / 2];
  const scale = m ? factor : 1;
  const lines = m ? boardOutline(m, factor) : [[-halfW, -halfD, halfW, -halfD, halfW, halfD, -halfW, halfD]];
  return placements.map(({ xMm, yMm, turnDeg }) => {
    const cos = Math.cos((turnDeg * Math.PI) / 180) * scale;
    const sin = Math.sin((turnDeg * Math.PI) / 180) * scale;
    const put = (line: Line) =>
      line.map((_, i) => {
        const x = line[i - (i % 2)]! - cx;
        const y = line[i - (i % 2) + 1]! - cy;
        return i % 2 === 0 ? xMm + x * cos - y * sin : yMm + x * sin + y * cos;
      });
    return lines.map(put);
  });
}
