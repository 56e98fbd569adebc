import type { OrderConflict } from "#core/order/sequence";
import { type OrderRule, orderRules } from "#core/order/rules";
import type { Step } from "#core/order/step";
import { usualWeather, type Weather } from "#core/order/weather";

/** One film on a target: which step laid it and when, in minutes of the plan's clock. */
export type Film = { readonly stepId: string; readonly title: string; readonly family: string; readonly sheen: Step["sheen"]; readonly at: number };

const filmActions = new Set(["fill", "level", "paste", "prime", "paint", "drybrush", "shade", "varnish", "pigment", "gloss effect", "lay ground", "flock", "pour water"]);

/** The films on every target from the substrate up, in the order in which they are laid. */
export function stacks(steps: readonly Step[], startsAt: ReadonlyMap<string, number>): ReadonlyMap<string, readonly Film[]> {
  const byTarget = new Map<string, Film[]>();
  const inTime = [...steps].filter((s) => startsAt.has(s.id)).sort((a, b) => startsAt.get(a.id)! - startsAt.get(b.id)! || (a.id < b.id ? -1 : 1));
  for (const step of inTime) {
    if (!step.family || !filmActions.has(step.action)) continue;
    for (const target of step.targets) {
      const stack = byTarget.get(target) ?? [];
      stack.push({ stepId: step.id, title: step.title, family: step.family, sheen: step.sheen, at: startsAt.get(step.id)! });
      byTarget.set(target, stack);
    }
  }
  return byTarget;
}

/** What lies over what it must not, as the plan stands: an independent look at the result, trusting no builder of it. */
export function checkStacks(steps: readonly Step[], startsAt: ReadonlyMap<string, number>, rules: readonly OrderRule[] = orderRules, weather: Weather = usualWeather): readonly OrderConflict[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const found = new Map<string, OrderConflict>();
  for (const stack of stacks(steps, startsAt).values()) {
    for (let i = 1; i < stack.length; i++) {
      for (let j = 0; j < i; j++) {
        const below = byId.get(stack[j]!.stepId)!, top = byId.get(stack[i]!.stepId)!;
        for (const rule of rules) {
          const severity = rule.over?.(below, top, stack[i]!.at - stack[j]!.at, weather);
          if (!severity) continue;
          const key = `${rule.id} ${below.id} ${top.id}`;
          if (!found.has(key)) {
            found.set(key, { ruleId: rule.id, severity, before: below.id, after: top.id, sentence: `“${top.title}” goes over “${below.title}” on ${top.onWhat}. ${rule.because}`, mend: rule.mend, overridden: false });
          }
        }
      }
    }
  }
  return [...found.values()];
}

/** Pairs that came out the wrong way round or too soon: nothing the sequence promised may be broken by the calendar. */
export function checkConstraints(constraints: readonly { before: string; after: string; lagMinutes: number }[], startsAt: ReadonlyMap<string, number>, endsAt: ReadonlyMap<string, number>): readonly { before: string; after: string }[] {
  return constraints.filter((c) => {
    const end = endsAt.get(c.before), start = startsAt.get(c.after);
    return end !== undefined && start !== undefined && start < end + c.lagMinutes - 1e-6;
  });
}
