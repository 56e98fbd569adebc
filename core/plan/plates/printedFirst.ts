import type { PartPlan } from "#core/plan/parts/partPlan";
import { sizedBy } from "#core/plan/parts/sizing";
import type { Joint } from "#core/scene/joint";
import { wholeIdOf } from "#core/scene/part";

/**
 * What is printed before a part, by the part's id: what sets its size, the trial of the fit of one of its joints, the
 * exposure piece of its resin. A trial that was printed holds up nothing.
 */
export function printedFirst(
  plans: readonly PartPlan[],
  joints: readonly Joint[],
): ReadonlyMap<string, ReadonlySet<string>> {
  const parts = plans.map((p) => p.part);
  const first = new Map<string, Set<string>>();
  const wait = (id: string, forId: string) => (first.get(id) ?? first.set(id, new Set()).get(id)!).add(forId);
  for (const [id, by] of sizedBy(parts, joints)) for (const other of by) wait(id, other);
  const trials = plans.filter(
    ({ part, held }) => held === null && part.tool && part.history.copies.every((c) => c === "to make"),
  );
  for (const trial of trials)
    for (const plan of plans)
      if (!plan.part.tool && waitsFor(plan, trial, joints)) wait(plan.part.id, trial.part.id);
  return first;
}

function waitsFor(plan: PartPlan, trial: PartPlan, joints: readonly Joint[]): boolean {
  const { kind, fit } = trial.part.tool!;
  if (!plan.chosen || plan.chosen.printer.id !== trial.chosen?.printer.id) return false;
  if (kind === "coupon") {
    const whole = wholeIdOf(plan.part);
    return joints.some(
      (j) => j.fit === fit && (j.partIds.includes(whole) || j.partIds.includes(plan.part.id)),
    );
  }
  return kind === "exposure piece" && plan.chosen.material?.id === trial.chosen.material?.id;
}
