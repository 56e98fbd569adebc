import type { OrderChange } from "#core/order/change";
import type { StepTime } from "#core/order/checkPlan";
import type { Constraint } from "#core/order/conflict";

/** What a step would break if it began at a moment: the demands of order that stand against it. */
export function brokenBy(
  stepId: string,
  startsAt: number,
  times: ReadonlyMap<string, StepTime>,
  constraints: readonly Constraint[],
): readonly Constraint[] {
  const own = times.get(stepId);
  if (!own) return [];
  const endsAt = startsAt + own.endsAt - own.startsAt;
  const seen = new Set<string>();
  return constraints.filter((c) => {
    if (c.soft) return false;
    const before = c.after === stepId ? times.get(c.before) : undefined;
    const after = c.before === stepId ? times.get(c.after) : undefined;
    const gap = before ? startsAt - before.endsAt : after ? after.startsAt - endsAt : null;
    // A step that only has to wait for something later is not yet wrong: the plan moves that. One that
    // overtakes it is.
    const broken =
      gap !== null &&
      (before ? startsAt < before.startsAt : after !== undefined && startsAt > after.startsAt);
    const key = `${c.before} ${c.after} ${c.ruleId}`;
    if (!broken || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** The steps next to a moment in time: the one that would come before it and the one after. */
function neighbours(
  stepId: string,
  startsAt: number,
  times: ReadonlyMap<string, StepTime>,
): { readonly before: string | null; readonly after: string | null } {
  const others = [...times].filter(([id]) => id !== stepId).sort(([, a], [, b]) => a.startsAt - b.startsAt);
  const at = others.findIndex(([, t]) => t.startsAt >= startsAt);
  return {
    before: (at < 0 ? others.at(-1) : others[at - 1])?.[0] ?? null,
    after: at < 0 ? null : others[at]![0],
  };
}

/**
 * What a builder wants who moves a step to a moment: the other way round of the demand that stands against
 * it, else an order with its neighbour there. Null where there is nobody to come before or after.
 */
export function moveTo(
  stepId: string,
  startsAt: number,
  times: ReadonlyMap<string, StepTime>,
  constraints: readonly Constraint[],
): Extract<OrderChange, { kind: "move" }> | null {
  const own = times.get(stepId);
  if (!own) return null;
  const earlier = startsAt < own.startsAt;
  const { before, after } = neighbours(stepId, startsAt, times);
  const broken = brokenBy(stepId, startsAt, times, constraints);
  const against = broken.find((c) => c.ruleId !== null) ?? broken[0];
  const next = against ? (earlier ? against.before : against.after) : earlier ? after : before;
  return next === null
    ? null
    : { kind: "move", before: earlier ? stepId : next, after: earlier ? next : stepId };
}

/** Why one step comes before another: the shortest row of demands between them, in either direction. */
export function whyBefore(
  a: string,
  b: string,
  constraints: readonly Constraint[],
): { readonly first: string; readonly row: readonly Constraint[] } | null {
  for (const [from, to] of [
    [a, b],
    [b, a],
  ] as const) {
    const came = new Map<string, Constraint>();
    const queue = [from];
    for (let i = 0; i < queue.length && !came.has(to); i++)
      for (const c of constraints)
        if (c.before === queue[i] && c.after !== from && !came.has(c.after)) {
          came.set(c.after, c);
          queue.push(c.after);
        }
    if (!came.has(to)) continue;
    const row: Constraint[] = [];
    for (let at = to; at !== from; at = row[0]!.before) row.unshift(came.get(at)!);
    return { first: from, row };
  }
  return null;
}
