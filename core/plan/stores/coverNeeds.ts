import type { PartPlan } from "#core/plan/parts/partPlan";
import { needsOfGround } from "#core/plan/stores/groundNeeds";
import { coversOn } from "#core/plan/surface/pins";
import type { PlanInput } from "#core/scene/planInput";
import type { Need } from "#core/stores/draw";

/** What is laid over a place, how thick, mm (defaults). A plate is cut from what is left over. */
const laid = {
  rubble: { material: "sand", depthMm: 3, name: "Rubble over plain places" },
  plants: { material: "natural", depthMm: 3, name: "Plants over plain places" },
} as const;

/** What places that are still to be covered draw from the shelf: ground as any other, and its glue. */
export function needsOfCovers(
  parts: readonly PartPlan[],
  { pins, grounds }: Pick<PlanInput, "pins" | "grounds">,
): readonly Need[] {
  const open = parts
    .filter((p) => p.held === null)
    .flatMap((p) => coversOn(p, pins, grounds))
    .filter((c) => c.pin.state === "open");
  return (["rubble", "plants"] as const).flatMap((answer) => {
    const cm2 = open.filter((c) => c.answer === answer).reduce((sum, c) => sum + c.cm2, 0);
    if (cm2 === 0) return [];
    const layer = { ...laid[answer], id: answer, areaShare: 1, loose: true };
    return needsOfGround(layer, { widthMm: 100, depthMm: cm2 });
  });
}
