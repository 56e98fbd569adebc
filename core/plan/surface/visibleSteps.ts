import { printOf } from "#core/scene/part";
import type { Grade } from "#core/surface/grades";
import { degToRad } from "#core/units";
import { printedBy } from "#core/surface/printedBy";
import { type LookFace, printedDepthMm, unseenDepthMm } from "#core/surface/lookTest";
import type { SurfaceAreas } from "#core/surface/surfaceAreas";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** The face of a surface that shows its steps the most, as it is looked at; null where none is plain. */
export function plainestFace(
  { finish }: Pick<PartPlan, "finish">,
  { worst, over }: Pick<SurfaceAreas, "worst" | "over">,
): LookFace | null {
  return finish && worst
    ? {
        ...printedBy(finish.printer, over),
        slopeRad: degToRad(worst.slopeDeg),
        patchMm2: Math.max(LEAST_PATCH_MM2, worst.areaCm2 * 100),
      }
    : null;
}
/** What is smaller is seen with what lies beside it (our choice). */
const LEAST_PATCH_MM2 = 25;

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
  const face = surface && !printOf(part).pieceOf ? plainestFace({ finish }, surface) : null;
  if (!face) return null;
  return {
    depthMm: printedDepthMm(face),
    // What is shown is looked at with a lamp from the side; what is rough by the light of a room.
    unseenMm: unseenDepthMm(face, viewingDistanceMm, grade === "show" ? "raking" : "flat"),
    slopeDeg: surface!.worst!.slopeDeg,
  };
}
