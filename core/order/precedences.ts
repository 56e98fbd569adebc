import { moveBefore } from "#core/order/mends";
import type { OrderRule, Precedence } from "#core/order/rule";
import type { OrderConflict } from "#core/order/conflict";
import type { Step } from "#core/steps/step";

/** Which rules ask for an order of two actions. */
type Index = ReadonlyMap<string, readonly { readonly rule: OrderRule; readonly precedence: Precedence }[]>;
const indexes = new WeakMap<readonly OrderRule[], Index>();

function indexOf(rules: readonly OrderRule[]): Index {
  let index = indexes.get(rules);
  if (!index) {
    const made = new Map<string, { rule: OrderRule; precedence: Precedence }[]>();
    for (const rule of rules)
      for (const precedence of rule.precedes ?? [])
        for (const a of precedence.first)
          for (const b of precedence.then)
            (made.get(`${a}>${b}`) ?? made.set(`${a}>${b}`, []).get(`${a}>${b}`)!).push({ rule, precedence });
    indexes.set(rules, (index = made));
  }
  return index;
}

/**
 * The rules that want one step before another, of two that meet. A step that was put in between others is
 * none of theirs.
 */
export function rulesBetween(
  a: Step,
  b: Step,
  rules: readonly OrderRule[],
): readonly { readonly rule: OrderRule; readonly precedence: Precedence }[] {
  if (a.tied || b.tied) return [];
  return (indexOf(rules).get(`${a.action}>${b.action}`) ?? []).filter(
    ({ precedence }) => !precedence.when || precedence.when(a, b),
  );
}

/** The second step came or is wanted before the first, against a rule. */
export const conflict = (
  rule: OrderRule,
  a: Step,
  b: Step,
  overridden: boolean,
  verb = "You want",
): OrderConflict => ({
  ruleId: rule.id,
  severity: rule.severity,
  before: a.id,
  after: b.id,
  sentence: `${verb} “${b.title}” (${b.onWhat}) before “${a.title}” (${a.onWhat}). ${rule.because}`,
  mend: rule.mend,
  mends: [moveBefore(a, b), ...(rule.mends?.(a, b) ?? [])],
  overridden,
  circle: [],
});
