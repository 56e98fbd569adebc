import type { Plan } from "#core/plan/plan";
import { idIn } from "#core/reference";
import type { Step } from "#core/steps/step";

/** Two steps of a plan that a rule keeps in order, to show what it does. `on`: what the first of them is done to. */
export type RuleExample = {
  readonly ruleId: string;
  readonly before: string;
  readonly after: string;
  readonly on: string;
  readonly waitMinutes: number;
};

/** For every rule that a plan keeps, its plainest pair: on one thing, with a wait, as early as there is one. */
export function ruleExamples({ work, parts }: Pick<Plan, "work" | "parts">): readonly RuleExample[] {
  const steps = new Map(work.steps.map((s) => [s.id, s]));
  const names = new Map(parts.map((p) => [p.part.id, p.part.name]));
  const startOf = (id: string) => work.times.get(id)?.startsAt ?? Infinity;
  const best = new Map<string, { readonly score: number; readonly example: RuleExample }>();
  for (const { ruleId, before, after, lagMinutes } of work.sequence.constraints) {
    const [first, then] = [steps.get(before), steps.get(after)];
    if (ruleId === null || !first || !then) continue;
    const shared = first.targets.find((t) => then.targets.includes(t));
    const score = (shared ? 0 : 1e9) + (lagMinutes > 0 ? 0 : 1e8) + Math.min(1e7, startOf(before));
    const known = best.get(ruleId);
    if (known && known.score <= score) continue;
    const part = idIn(shared ?? first.targets[0]!, "part");
    const on = part === null ? "the board" : (names.get(part) ?? "");
    best.set(ruleId, {
      score,
      example: { ruleId, before: titleOf(first), after: titleOf(then), on, waitMinutes: lagMinutes },
    });
  }
  return [...best.values()].map((b) => b.example).sort((a, b) => (a.ruleId < b.ruleId ? -1 : 1));
}

/** What is assumed in the demo says nothing of the rule. */
const titleOf = ({ title }: Step) => title.replace(/ \(assumed\)$/, "");
