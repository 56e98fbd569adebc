import { boardOutline, standingLines } from "#core/plan/lay/standing";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Readiness } from "#core/plan/readiness";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Placement } from "#core/scene/part";
import { outlinePath } from "#ui/Mat";

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

/** Copies on a board from which on those of a part that is not chosen are drawn as one. */
export const MANY_COPIES = 600;

/**
 * All copies of a part where they stand, as one path in mm on the board: what stands in its outline, or in
 * its box where nothing was measured.
 */
export function standingPath(
  p: Pick<PartPlan, "measurement" | "rescale" | "sizeMm">,
  placements: readonly Placement[],
): string {
  return standingLines(p, placements).map(outlinePath).join("");
}

/** Which of the copies is nearest to a point of the board. @returns its index, -1 when there is none */
export function nearestCopy(placements: readonly Placement[], x: number, y: number): number {
  const far = placements.map((p) => Math.hypot(p.xMm - x, p.yMm - y));
  return far.indexOf(Math.min(...far));
}
