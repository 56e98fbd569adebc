import { type Figure, sum } from "#core/figure";
import type { Plan } from "#core/plan/plan";
import { partRef } from "#core/reference";
import type { Step } from "#core/steps/step";

/** All steps of a layer of a part: its coats, once for each of its colours. */
export const stepsOfLayer = ({ steps }: Plan["work"], partId: string, layerId: string): readonly Step[] =>
  steps.filter(
    (s) =>
      typeof s.partOf === "object" && s.partOf.layerId === layerId && s.targets.includes(partRef(partId)),
  );

/** What all coats of a layer take of its mix, ml; null where nothing is mixed. */
export function layerAmount(work: Plan["work"], partId: string, layerId: string): Figure | null {
  const mixed = stepsOfLayer(work, partId, layerId).flatMap((s) => s.mixMl ?? []);
  return mixed.length === 0 ? null : sum(mixed, "ml", "shared");
}
