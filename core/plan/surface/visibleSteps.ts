import { printOf } from "#core/scene/part";
import { degToRad } from "#core/units";
import { stepDepthMm } from "#core/surface/layerSteps";
import { unseenDepthMm } from "#core/surface/lookTest";
import type { PartPlan } from "#core/plan/parts/partPlan";

/**
 * The plainest layer steps of a part: how deep they are, and how shallow they would have to be to pass, mm.
 * @returns null where none is plain
 */
export function visibleSteps(
  { part, finish }: PartPlan,
  viewingDistanceMm: number,
): { readonly depthMm: number; readonly unseenMm: number } | null {
  const worst = printOf(part).pieceOf ? null : (finish?.surface.worst ?? null);
  if (!worst || !finish) return null;
  const { layerMm, process } = finish.printer;
  const face = {
    slopeRad: degToRad(worst.slopeDeg),
    patchMm2: Math.max(25, worst.areaCm2 * 100),
    layerMm,
    process,
  };
  return {
    depthMm: stepDepthMm(layerMm, Math.min(face.slopeRad, Math.PI - face.slopeRad), process),
    unseenMm: unseenDepthMm(face, viewingDistanceMm),
  };
}
