import type { Schedule } from "#core/order/schedule";
import { cappedKinds, exposureOf } from "#core/safety/exposure";
import type { Step } from "#core/steps/step";

/** Plans made again before it is given up: each moves what is over a week's cap into later weeks. */
const ROUNDS = 6;

/**
 * A plan in which no week has more minutes over resin, solvent and spray than its cap, as far as that can be had by
 * moving steps to later weeks: of each week the first that fit stay. A step that is over the cap by itself stays where
 * it is.
 * @param plan the schedule where some steps may not begin on some days of the plan
 * @param weekOf the week of a day of the plan
 */
export function withinExposure(
  steps: readonly Step[],
  capMinutes: number | null,
  weekOf: (day: number) => number,
  plan: (isBarred: (step: Step, day: number) => boolean) => Schedule,
): Schedule {
  const barred = new Set<string>();
  const isBarred = (step: Step, day: number) => barred.has(`${step.id} ${weekOf(day)}`);
  let made = plan(isBarred);
  if (capMinutes === null) return made;
  const byId = new Map(steps.map((s) => [s.id, s]));
  // What has to follow while a step is wet goes with it.
  const followers = new Map<string, string[]>();
  for (const s of steps)
    if (s.window) followers.set(s.window.after, [...(followers.get(s.window.after) ?? []), s.id]);
  for (let round = 0; round < ROUNDS; round++) {
    const over = overCap(made, byId, capMinutes, weekOf);
    if (over.length === 0) break;
    for (const { id, week } of over)
      for (const one of [id, ...(followers.get(id) ?? [])]) barred.add(`${one} ${week}`);
    made = plan(isBarred);
  }
  return made;
}

/** What begins in a week after its cap is spent. */
function overCap(
  { slots }: Schedule,
  byId: ReadonlyMap<string, Step>,
  cap: number,
  weekOf: (day: number) => number,
): readonly { readonly id: string; readonly week: number }[] {
  const spent = new Map<number, number>();
  const over: { id: string; week: number }[] = [];
  for (const { stepId, startsAt } of slots) {
    const step = byId.get(stepId)!;
    const kind = exposureOf(step);
    if (kind === null || !cappedKinds.includes(kind) || step.window) continue;
    const week = weekOf(Math.floor(startsAt / 1440));
    const before = spent.get(week) ?? 0;
    const minutes = step.handsMinutes.value;
    if (before > 0 && before + minutes > cap + 1e-6) over.push({ id: stepId, week });
    else spent.set(week, before + minutes);
  }
  return over;
}
