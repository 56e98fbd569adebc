import type { MeshMeasurement } from "#core/mesh/measure";
import { posedId } from "#core/mesh/pose";
import { type Part, printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** What was measured of a part as drawn and as it lies. */
export const measuredOf = (
  part: Part,
  { measurements }: Pick<PlanInput, "measurements">,
): readonly [drawn: MeshMeasurement | null, asItLies: MeshMeasurement | null] => {
  const { meshId } = part;
  if (!meshId) return [null, null];
  const lies = posedId(meshId, printOf(part).pose);
  return [measurements.get(meshId) ?? null, measurements.get(lies) ?? null];
};
