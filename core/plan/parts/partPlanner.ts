import type { MeshMeasurement } from "#core/mesh/measure";
import { laidByPlan } from "#core/plan/parts/layByPlan";
import { measuredOf } from "#core/plan/parts/measuredOf";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partScene, partWorkshop } from "#core/plan/parts/partSurroundings";
import { type GivenPrinter, planPart } from "#core/plan/parts/planPart";
import type { PlanMemory } from "#core/plan/planMemory";
import { meshIdIn } from "#core/plan/plates/derivedKeys";
import type { Part } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** Plans are kept of a part: as drawn and as it lies, alone and on a machine that it was given. */
const KEPT_PLANS = 8;

/** Plans one part, on the machine that it is given or its own choice; laid by the plan where nobody laid it. */
export type PartPlanner = (part: Part, given: GivenPrinter | null) => PartPlan;

/** Plans parts of one input, with what a memory knows of them from before. */
export function partPlanner(input: PlanInput, memory: PlanMemory): PartPlanner {
  // What a part's plan hangs on besides the part itself: it is given these and no more.
  const scene = partScene(input.scene, input.ledger);
  const workshop = partWorkshop(input.workshop);
  const shared = JSON.stringify([scene, workshop]);
  const worked = workedOf(input);
  const planAs = (part: Part, given: GivenPrinter | null, lying?: MeshMeasurement): PartPlan => {
    const [measurement, told] = measuredOf(part, input);
    const asItLies = lying ?? told;
    const results = worked.get(part.meshId ?? "") ?? 0;
    const zones = input.derived.zones.get(part.meshId ?? "")?.stamp ?? null;
    const key = JSON.stringify([part, measurement !== null, asItLies !== null, given, results, zones]);
    const known = memory.parts.get(part.id);
    if (known && known.shared === shared && known.plans.has(key)) return known.plans.get(key)!;
    const made = planPart(part, measurement, asItLies, scene, workshop, input.derived, given);
    const kept =
      known?.shared === shared && known.plans.size < KEPT_PLANS
        ? known
        : { shared, plans: new Map<string, PartPlan>() };
    kept.plans.set(key, made);
    memory.parts.set(part.id, kept);
    return made;
  };
  return (part, given) =>
    laidByPlan(planAs(part, given), scene, input.derived, input.measurements, (laid, lying) =>
      planAs(laid, given, lying),
    );
}

/** How many results are kept of each mesh: a new one changes the plans of its own parts and of no others. */
function workedOf({ derived: { works, shells } }: PlanInput): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const key of [...works.keys(), ...shells.keys()]) {
    const mesh = meshIdIn(key);
    counts.set(mesh, (counts.get(mesh) ?? 0) + 1);
  }
  return counts;
}
