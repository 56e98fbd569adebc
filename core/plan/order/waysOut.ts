import type { RuleMend } from "#core/order/change";
import type { OrderConflict } from "#core/order/conflict";
import { mended } from "#core/plan/order/mendOrder";
import { makePlan, type Plan } from "#core/plan/plan";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";
import type { PlanInput } from "#core/scene/planInput";

/**
 * One way out of a broken rule, tried on the whole plan. Minutes against the plan as it is; `others`: rules
 * that it breaks instead.
 */
export type WayOut = {
  readonly mend: RuleMend;
  readonly holds: boolean;
  readonly others: readonly string[];
  readonly finishMinutes: number;
  readonly handsMinutes: number;
  readonly setups: number;
};

export const conflictKey = (c: OrderConflict) => `${c.ruleId} ${c.before ?? ""} ${c.after}`;
const hands = (plan: Plan) => plan.work.steps.reduce((sum, s) => sum + s.handsMinutes.value, 0);
const key = (c: OrderConflict) => `${c.ruleId} ${c.after}`;
const weight = { ruins: 100, weakens: 10, wastes: 1 } as const;

/**
 * Every mend of a broken rule, each tried: what it costs and whether the plan passes then. Those that hold
 * and break
 * nothing else come first, then the sooner finished, then the less work.
 */
export function waysOut(
  input: PlanInput,
  others: readonly PlanInput[],
  wanted: string,
  memory: PlanMemory = planMemory(),
  onShare: (share: number) => void = () => {},
): readonly WayOut[] {
  const base = makePlan(input, others, memory);
  const conflict = base.work.conflicts.find((c) => conflictKey(c) === wanted);
  if (!conflict) return [];
  const known = new Set(base.work.conflicts.map(key));
  const found = conflict.mends.map((mend, i): WayOut & { harm: number } => {
    onShare(i / conflict.mends.length);
    const plan = makePlan(
      { ...input, scene: { ...input.scene, ...mended(input.scene, conflict, mend) } },
      others,
      memory,
    );
    const left = plan.work.conflicts.filter((c) => !c.overridden);
    const fresh = left.filter((c) => !known.has(key(c)));
    return {
      mend,
      holds: !left.some((c) => key(c) === key(conflict)),
      others: [...new Set(fresh.map((c) => c.ruleId))],
      finishMinutes: plan.work.schedule.finishAt - base.work.schedule.finishAt,
      handsMinutes: hands(plan) - hands(base),
      setups: plan.work.schedule.setups - base.work.schedule.setups,
      harm: fresh.reduce((sum, c) => sum + weight[c.severity], 0),
    };
  });
  return found
    .sort(
      (a, b) =>
        Number(b.holds) - Number(a.holds) ||
        a.harm - b.harm ||
        Math.round((a.finishMinutes - b.finishMinutes) / 60) ||
        a.handsMinutes - b.handsMinutes,
    )
    .map(({ harm: _, ...way }) => way);
}
