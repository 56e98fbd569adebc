import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { plainestFace } from "#core/plan/surface/visibleSteps";
import type { PlanInput } from "#core/scene/planInput";
import { type LookTest, lookTest } from "#core/surface/lookTest";

/** How the plainest of a zone looks once nothing is deeper than this, mm, or as printed; null where none shows. */
export function lookOnceTreated(
  p: Pick<PartPlan, "finish">,
  { surface }: Pick<ZonePlan, "surface">,
  { scene }: Pick<PlanInput, "scene">,
  depthMm: number | null,
): LookTest | null {
  const face = surface && plainestFace(p, surface);
  return face && lookTest(depthMm === null ? face : { ...face, depthMm }, scene.viewingDistanceMm);
}
