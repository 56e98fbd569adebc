import type { Constraint } from "#core/order/conflict";
import type { Step } from "#core/steps/step";

/** One step of a chain: hands on it, then what has to pass before the next, minutes. */
export type ChainLink = { readonly handsMinutes: number; readonly waitMinutes: number };

/** From a step to the end: how long, by which step, and what has to pass before that one. */
type Tail = { readonly minutes: number; readonly next: string | null; readonly lag: number };

/**
 * What follows each step down to the end, by the longest way in hands and waits; the step itself is the first
 * of it.
 * @param order of the steps, in which every constraint leads forward
 */
export function longestChains(
  steps: readonly Step[],
  order: readonly string[],
  constraints: readonly Constraint[],
): (stepId: string) => readonly ChainLink[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const after = new Map<string, { readonly id: string; readonly lagMinutes: number }[]>();
  for (const c of constraints)
    if (byId.has(c.before) && byId.has(c.after))
      (after.get(c.before) ?? after.set(c.before, []).get(c.before)!).push({
        id: c.after,
        lagMinutes: c.lagMinutes,
      });
  const tails = new Map<string, Tail>();
  for (const id of [...order].reverse()) {
    const step = byId.get(id);
    if (!step) continue;
    let best: Tail = { minutes: step.waitMinutes, next: null, lag: step.waitMinutes };
    for (const { id: next, lagMinutes } of after.get(id) ?? []) {
      const minutes = lagMinutes + (tails.get(next)?.minutes ?? 0);
      if (minutes > best.minutes) best = { minutes, next, lag: lagMinutes };
    }
    tails.set(id, { ...best, minutes: best.minutes + step.handsMinutes.value });
  }
  return (stepId) => {
    const links: ChainLink[] = [];
    let id: string | null = stepId;
    while (id !== null) {
      const step = byId.get(id);
      const tail: Tail | undefined = tails.get(id);
      if (!step || !tail) break;
      links.push({ handsMinutes: step.handsMinutes.value, waitMinutes: tail.lag });
      id = tail.next;
    }
    return links;
  };
}

/** Hands and waits of a chain together, minutes. */
export const chainMinutes = (chain: readonly ChainLink[]) =>
  chain.reduce((sum, l) => sum + l.handsMinutes + l.waitMinutes, 0);
