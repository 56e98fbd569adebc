import type { Constraint, OrderConflict } from "#core/order/conflict";
import type { OrderRule } from "#core/order/rule";
import { orderRules } from "#core/order/rules";
import type { Step } from "#core/steps/step";

/** How a rule stands in a plan. */
export type RuleState =
  | { readonly is: "advice" }
  | { readonly is: "elsewhere"; readonly where: string }
  | { readonly is: "broken" | "set aside" | "puts in"; readonly times: number }
  | { readonly is: "kept" }
  /** There is nothing here that it could be about. */
  | { readonly is: "nothing here" };

/** Whether a rule is one that a plan can break. */
export const isLive = ({ kind, saidAt }: OrderRule): boolean => kind !== "advice" && saidAt === undefined;

/** How every rule stands in a plan: what is broken first, then what put steps in. */
export function ruleStates(
  steps: readonly Step[],
  constraints: readonly Pick<Constraint, "ruleId">[],
  conflicts: readonly Pick<OrderConflict, "ruleId" | "overridden">[],
): ReadonlyMap<string, RuleState> {
  const paired = new Set(constraints.map((c) => c.ruleId));
  return new Map(
    orderRules.map((rule): readonly [string, RuleState] => {
      const { id, kind, saidAt, looksAt } = rule;
      if (kind === "advice") return [id, { is: "advice" }];
      if (saidAt !== undefined) return [id, { is: "elsewhere", where: saidAt }];
      const broken = conflicts.filter((c) => c.ruleId === id && !c.overridden).length;
      if (broken > 0) return [id, { is: "broken", times: broken }];
      const aside = conflicts.filter((c) => c.ruleId === id).length;
      if (aside > 0) return [id, { is: "set aside", times: aside }];
      const put = steps.filter((s) => s.insertedBy === id).length;
      if (put > 0) return [id, { is: "puts in", times: put }];
      return [id, { is: paired.has(id) || (looksAt && steps.some(looksAt)) ? "kept" : "nothing here" }];
    }),
  );
}
