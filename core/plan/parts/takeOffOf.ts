import { schemeOf } from "#core/scene/part";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type TakeOff, takeOff } from "#core/print/takeOff";

/** How the supports of a part come off; null where it has none. */
export function takeOffOf({ part, chosen, asItLies, rescale: { factor } }: PartPlan): TakeOff | null {
  if (!chosen || chosen.supports.needless || !asItLies) return null;
  const { min, max } = asItLies.box;
  const footAt = [
    ((min[0] + max[0]) / 2) * factor,
    ((min[1] + max[1]) / 2) * factor,
    min[2] * factor,
  ] as const;
  return takeOff(chosen.supports, asItLies.thinWalls, factor, footAt, schemeOf(part).length > 0);
}
