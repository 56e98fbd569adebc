import { printOf } from "#core/scene/part";
import { degToRad } from "#core/units";
import { printedBy } from "#core/surface/printedBy";
import { printedDepthMm, unseenDepthMm } from "#core/surface/lookTest";
import type { PartPlan } from "#core/plan/parts/partPlan";

/**
 * The plainest layer steps of a part: how deep they are, and how shallow they would have to be to pass, mm.
 * @param surface the whole of it, or a zone
 * @returns null where none is plain
 */
export function visibleSteps(
  { part, finish }: PartPlan,
  viewingDistanceMm: number,
  surface = finish?.surface ?? null,
): { readonly depthMm: number; readonly unseenMm: number } | null {
  const worst = printOf(part).pieceOf ? null : (surface?.worst ?? null);
  if (!worst || !finish) return null;
  const face = {
    ...printedBy(finish.printer),
    slopeRad: degToRad(worst.slopeDeg),
    patchMm2: Math.max(25, worst.areaCm2 * 100),
  };
  return {
    depthMm: printedDepthMm(face),
    unseenMm: unseenDepthMm(face, viewingDistanceMm),
  };
}
