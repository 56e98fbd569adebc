import { printOf } from "#core/scene/part";
import type { Grade } from "#core/surface/grades";
import { degToRad } from "#core/units";
import { printedBy } from "#core/surface/printedBy";
import { printedDepthMm, unseenDepthMm } from "#core/surface/lookTest";
import type { PartPlan } from "#core/plan/parts/partPlan";

/**
 * The plainest layer steps of a part: how deep they are, and how shallow they would have to be to pass, mm.
 * @param surface the whole of it, or a zone
 * @param grade how well it is to be finished
 * @returns null where none is plain
 */
export function visibleSteps(
  { part, finish }: Pick<PartPlan, "part" | "finish">,
  viewingDistanceMm: number,
  surface = finish?.surface ?? null,
  grade: Grade = "show",
): { readonly depthMm: number; readonly unseenMm: number; readonly slopeDeg: number } | null {
  const worst = printOf(part).pieceOf ? null : (surface?.worst ?? null);
  if (!worst || !finish) return null;
  const face = {
    ...printedBy(finish.printer),
    slopeRad: degToRad(worst.slopeDeg),
    patchMm2: Math.max(25, worst.areaCm2 * 100),
  };
  return {
    depthMm: printedDepthMm(face),
    // What is shown is looked at with a lamp from the side; what is rough by the light of a room.
    unseenMm: unseenDepthMm(face, viewingDistanceMm, grade === "show" ? "raking" : "flat"),
    slopeDeg: worst.slopeDeg,
  };
}
