import { applyChanges } from "#core/order/applyChanges";
import { insertForgotten } from "#core/order/insertForgotten";
import { behindOwn, ownSteps, ownStepsIn, type ThingWorkedOn } from "#core/order/ownSteps";
import { speedOf } from "#core/plan/order/learnt";
import { type PartWork, workedOn } from "#core/plan/order/makeSteps";
import { groundRef, jointRef, partRef, type Target } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";
import type { Step } from "#core/steps/step";

/**
 * Steps with what the builder decided: own steps and what is told of steps first, so that the rules look at them
 * as at any other and put in what is missing; then what is changed of all that.
 */
export function decided(
  made: readonly Step[],
  input: PlanInput,
  works: readonly PartWork[],
  joints: PlanInput["joints"],
): readonly Step[] {
  const { orderChanges } = input.scene;
  const own = ownStepsIn(orderChanges);
  const all = [...made, ...ownSteps(own, thingsOf(works, joints, input.grounds), speedOf(input))];
  const there = new Set(all.map((s) => s.id));
  const early = orderChanges.filter(
    ({ ruleId, change }) => ruleId === null && change.kind === "facts" && there.has(change.stepId),
  );
  const rest = orderChanges.filter((c) => !early.includes(c));
  return behindOwn(applyChanges(insertForgotten(applyChanges(all, early)), rest), own);
}

/** What a step of one's own may be done to. */
function thingsOf(
  works: readonly PartWork[],
  joints: PlanInput["joints"],
  grounds: PlanInput["grounds"],
): ReadonlyMap<Target, ThingWorkedOn> {
  const bare = { process: null, clear: false, releaseAt: 0, thinnestMm: null, facts: {}, pieces: 1 };
  return new Map<Target, ThingWorkedOn>([
    ...works.map((w) => [partRef(w.id), workedOn(w)] as const),
    ...joints.map((j) => {
      const members = works.filter((w) => j.partIds.includes(w.id));
      const releaseAt = Math.max(0, ...members.map((w) => w.releaseAt));
      return [jointRef(j.id), { ...bare, onWhat: j.name, releaseAt, pieces: j.count }] as const;
    }),
    ...grounds.map((g) => [groundRef(g.id), { ...bare, onWhat: g.name }] as const),
    ["board", { ...bare, onWhat: "board" }],
  ]);
}
