import { daysBetween } from "#core/plan/calendarDay";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { WorkPlan } from "#core/plan/order/planWork";

/** A step in two plans: minutes of today's plan; null where it is in one of them only. */
export type Compared = {
  readonly stepId: string;
  readonly was: number | null;
  readonly is: number | null;
  readonly days: number;
};

/**
 * What moved by a day or more, what is new and what is gone, since a plan was accepted. What is done is left
 * out.
 */
export function comparePlans(
  accepted: AcceptedPlan,
  work: WorkPlan,
  today: string,
): { readonly rows: readonly Compared[]; readonly stayed: number; readonly wasFinish: number } {
  const shift = daysBetween(today, accepted.day) * 1440;
  const now = new Map(work.schedule.slots.map((s) => [s.stepId, s.startsAt]));
  const rows: Compared[] = [];
  let stayed = 0;
  let wasFinish = 0;
  for (const [stepId, [from, to]] of Object.entries(accepted.slots)) {
    wasFinish = Math.max(wasFinish, to + shift);
    if (work.done.has(stepId)) continue;
    const was = from + shift;
    const is = now.get(stepId) ?? null;
    const days = is === null ? 0 : Math.floor(is / 1440) - Math.floor(was / 1440);
    if (is !== null && days === 0) stayed++;
    else rows.push({ stepId, was, is, days });
  }
  for (const [stepId, is] of now) if (!accepted.slots[stepId]) rows.push({ stepId, was: null, is, days: 0 });
  return {
    rows: rows.sort((a, b) => (a.is ?? a.was!) - (b.is ?? b.was!) || (a.stepId < b.stepId ? -1 : 1)),
    stayed,
    wasFinish,
  };
}
