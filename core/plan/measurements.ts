import { posedId } from "#core/mesh/pose";
import type { Plan } from "#core/plan/plan";
import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** A plan without its measurements, which are too large to be sent or kept with it. */
export const withoutMeasurements = (plan: Plan): Plan => ({
  ...plan,
  parts: plan.parts.map((p) => ({ ...p, measurement: null, asItLies: null })),
});

/** The same with the measurements of its input again. */
export function withMeasurements(plan: Plan, { measurements }: Pick<PlanInput, "measurements">): Plan {
  const of = (id: string | null) => (id === null ? null : (measurements.get(id) ?? null));
  return {
    ...plan,
    parts: plan.parts.map((p) => ({
      ...p,
      measurement: of(p.part.meshId),
      asItLies: of(p.part.meshId && posedId(p.part.meshId, printOf(p.part).pose)),
    })),
  };
}
