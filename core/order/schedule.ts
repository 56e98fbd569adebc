import { chanceOf } from "#core/random";
import type { Clock } from "#core/steps/hours";
import { lowerBound } from "#core/order/bound";
import { dayOf, type Job, jobOf } from "#core/order/job";
import { type Passed, type StepSlot, type Taste, walk } from "#core/order/pass";
import { type Capacity, overfull } from "#core/order/places";
import type { Constraint } from "#core/order/conflict";
import { type Shares, sharingOf, type Sharing } from "#core/order/shares";
import { checkConstraints } from "#core/order/checkPlan";
import type { Step } from "#core/steps/step";
import { Windows } from "#core/order/windows";

export { batchKey } from "#core/order/job";
export type { StepSlot } from "#core/order/pass";

export type Schedule = {
  readonly slots: readonly StepSlot[];
  readonly finishAt: number;
  /** No order of the same steps can finish before this. */
  readonly boundAt: number;
  readonly setups: number;
  /** The chain of steps that decides the finish. */
  readonly critical: readonly string[];
  /** Steps that stand on another day than in the plan before. */
  readonly moved: readonly string[];
};

type Span = { readonly from: number; readonly to: number };
export type ScheduleOptions = {
  /** Minutes that are taken by something else: plates to set up, other scenes. */
  readonly busy?: readonly Span[];
  /** True on days of the plan on which a step cannot be begun, for instance for the weather. */
  readonly barred?: (step: Step, day: number) => boolean;
  readonly capacity?: Capacity;
  /** When each step was to begin in the plan before: it is kept where nothing better is found. */
  readonly before?: ReadonlyMap<string, Span> | undefined;
  /** Whose the steps are and when each scene is wanted, where several share the hours. */
  readonly shares?: Shares;
  /** Walks through the calendar; a fixed number, never a time. */
  readonly passes?: number;
};

const SAME_BATCH = 500;
/** A day sooner is worth moving as many steps as stand on so many days (our choice). */
const DAYS_MOVED_FOR_ONE_WON = 7;
const plainTaste = ({ keys, steps }: Job): Taste => ({
  crowd: 1,
  same: SAME_BATCH,
  keyBias: new Float64Array(keys.length),
  priority: new Float64Array(steps.length),
  hold: null,
});

/** Fewer walks where each is longer: about the same work for every size. */
export const usualPasses = (steps: number, again: boolean) =>
  Math.max(6, Math.min(again ? 24 : 160, Math.round((again ? 12_000 : 60_000) / Math.max(1, steps))));

/** Steps that stand on another day than in the plan before. */
const movedIn = (slots: readonly StepSlot[], before: ScheduleOptions["before"]): readonly string[] =>
  before
    ? slots
        .filter((s) => before.has(s.stepId) && dayOf(before.get(s.stepId)!.from) !== dayOf(s.startsAt))
        .map((s) => s.stepId)
    : [];

/** The best of the walks that were tried, and how many steps it moves to another day. */
type Best = { readonly passed: Passed; readonly moved: number };

/** What a walk costs, the gravest first: of two the one that costs less at the first difference is better. */
function costsOf({ passed: p, moved }: Best, sharing: Sharing, isKnown: boolean): readonly number[] {
  const several = sharing.tastes.length > 0;
  return [
    -p.slots.length,
    sharing.lateDays(p.slots),
    // Beside a plan before, an earlier day is worth moving things for, an earlier hour is not.
    ...(isKnown || several ? [dayOf(p.finishAt - 1e-6)] : []),
    ...(isKnown ? [moved] : []),
    ...(several ? [sharing.days(p.slots), p.setups] : []),
    Math.round(p.finishAt * 1e6),
    p.setups,
  ];
}

/** Walks with changing tastes, from the plain one on; the best of them. */
function searched(job: Job, sharing: Sharing, { before, passes }: ScheduleOptions, bound: number): Best {
  const plain = plainTaste(job);
  const known = before !== undefined && before.size > 0;
  const tried = (t: Taste): Best => {
    const passed = walk(job, t);
    return { passed, moved: movedIn(passed.slots, before).length };
  };
  let taste = plain;
  let best = tried(plain);
  const take = (t: Taste, walked = t) => {
    const found = tried(walked);
    const a = costsOf(found, sharing, known);
    const b = costsOf(best, sharing, known);
    const at = a.findIndex((x, i) => x !== b[i]);
    if (at < 0 || a[at]! < b[at]!) [best, taste] = [found, t];
  };
  if (before && known) {
    // The order of the plan before, as a taste of its own; what is new stands where its chain puts it.
    const priority = Float64Array.from(job.steps, (s, i) =>
      before.has(s.id) ? 1e6 - before.get(s.id)!.from - job.tails[i]! : 0,
    );
    take({ ...plain, priority }, { ...plain, crowd: 0, same: 1, priority });
  }
  for (const priority of sharing.tastes) take({ ...plain, priority });
  const n = job.steps.length;
  const count = passes ?? usualPasses(n, known);
  for (let pass = 1; pass < count && n > 1; pass++) {
    // As early as can be, with no set-up more than there are batches: no walk can do better.
    const { finishAt, setups } = best.passed;
    const isBest = finishAt <= bound + 1e-6 && setups <= job.keys.length && best.moved === 0;
    if (sharing.tastes.length === 0 && isBest) break;
    take(mutate(taste, job, pass));
  }
  return best;
}

/**
 * Fits steps into the hours of one pair of hands: several walks with changed tastes, of which the one that
 * finishes
 * first counts, then the one with fewer set-ups. Beside a plan before, the one that ends on the earlier day,
 * then the one
 * that moves fewer of its steps; and the plan before itself, where that still holds and the gain is not worth
 * the moves. Where scenes share the hours, fewest days late for any of them comes first; of those that
 * end on the same day the plan counts that has the others ready sooner.
 */
export function schedule(
  steps: readonly Step[],
  constraints: readonly Constraint[],
  clock: Clock,
  from: number,
  options: ScheduleOptions = {},
): Schedule {
  const { busy = [], barred = () => false, capacity = {}, before, shares } = options;
  const job = jobOf(steps, constraints, new Windows(clock, from, busy), from, capacity, barred);
  const sharing = sharingOf(job, shares);
  const bound = lowerBound(job);
  const { passed: best, moved } = searched(job, sharing, options, bound);
  // No evening holds both ends of a window: what can be is planned without it, and the plan says so.
  const stuck = best.slots.length < job.steps.length ? unheld(job, best, constraints) : null;
  if (stuck) return schedule(steps, stuck, clock, from, options);
  const kept = before
    ? asBefore(job, { constraints, clock, from, busy, capacity, barred, sharing }, before, best, moved)
    : null;
  const slots = kept ?? best.slots;
  const finishAt = finishOf(job, slots);
  return {
    slots,
    finishAt,
    boundAt: Math.min(bound, finishAt),
    setups: slots.filter((s) => s.setupMinutes > 0).length,
    critical: criticalChain(slots, constraints, finishAt, new Map(job.steps.map((s) => [s.id, s]))),
    moved: movedIn(slots, before),
  };
}

/**
 * The demands without the windows that kept steps from being begun though nothing else did; null where that
 * was not it.
 */
function unheld(
  job: Job,
  { slots }: Passed,
  constraints: readonly Constraint[],
): readonly Constraint[] | null {
  const done = new Set(slots.map((s) => s.stepId));
  const open = new Set(job.steps.flatMap((s) => (done.has(s.id) ? [] : [s.id])));
  const waiting = new Set(constraints.filter((c) => open.has(c.before)).map((c) => c.after));
  const held = new Set(
    job.steps.flatMap((s, i) => (open.has(s.id) && !waiting.has(s.id) && job.chased[i]! >= 0 ? [s.id] : [])),
  );
  return held.size === 0
    ? null
    : constraints.map(({ latestMinutes, ...c }) =>
        latestMinutes === undefined || held.has(c.before) ? c : { ...c, latestMinutes },
      );
}

const finishOf = (job: Job, slots: readonly StepSlot[]) => {
  const waits = new Map(job.steps.map((s) => [s.id, s.waitMinutes]));
  return slots.reduce((last, s) => Math.max(last, s.endsAt + waits.get(s.stepId)!), job.from);
};

function mutate(taste: Taste, { keys, steps }: Job, pass: number): Taste {
  const keyBias = taste.keyBias.slice();
  const priority = taste.priority.slice();
  for (let k = 0; k < 6 && keys.length > 0; k++)
    keyBias[Math.floor(chanceOf(pass, 10 + k) * keys.length)] = (chanceOf(pass, 20 + k) - 0.5) * 3000;
  for (let k = 0; k < 20; k++)
    priority[Math.floor(chanceOf(pass, 30 + k) * steps.length)]! += (chanceOf(pass, 60 + k) - 0.5) * 2000;
  return {
    crowd: taste.crowd * Math.exp(2 * chanceOf(pass, 1) - 1),
    same: taste.same * Math.exp(2 * chanceOf(pass, 2) - 1),
    keyBias,
    priority,
    hold:
      chanceOf(pass, 3) < 0.4 && keys.length > 0
        ? { key: Math.floor(chanceOf(pass, 4) * keys.length), members: 2 + Math.floor(chanceOf(pass, 5) * 3) }
        : null,
  };
}

/** What a plan before is held against. */
type Frame = {
  readonly constraints: readonly Constraint[];
  readonly clock: Clock;
  readonly from: number;
  readonly busy: readonly Span[];
  readonly capacity: Capacity;
  readonly barred: (step: Step, day: number) => boolean;
  readonly sharing: Sharing;
};

/**
 * The plan before, where all of it still holds and nothing found is worth moving things for: what need not
 * move does not.
 * Fewer days late always are; a day sooner is, while no more moves for it than stands on a week.
 * What is new is fitted into the hours that are left between.
 * @returns null when it does not hold any more, has no room for what is new, or the new one is better
 */
function asBefore(
  job: Job,
  frame: Frame,
  before: ReadonlyMap<string, Span>,
  best: Passed,
  bestMoved: number,
): readonly StepSlot[] | null {
  if (best.slots.length < job.steps.length) return null;
  const { windows } = job;
  const slots: StepSlot[] = [];
  const fresh: Step[] = [];
  for (const [i, s] of job.steps.entries()) {
    const span = before.get(s.id);
    const parts: { from: number; to: number }[] = [];
    if (!span) {
      fresh.push(s);
      continue;
    }
    const { from, to } = span;
    if (from < job.release[i]! - 1e-6 || job.barred(s, dayOf(from))) return null;
    for (let w = windows.at(from); w >= 0 && windows.has(w) && windows.from[w]! < to - 1e-6; w++)
      parts.push({ from: Math.max(from, windows.from[w]!), to: Math.min(to, windows.to[w]!) });
    const minutes = parts.reduce((sum, p) => sum + p.to - p.from, 0);
    if (parts.length === 0 || Math.abs(parts[0]!.from - from) > 1e-6 || minutes < job.hands[i]! - 1e-6)
      return null;
    slots.push({
      stepId: s.id,
      startsAt: from,
      endsAt: to,
      parts,
      setupMinutes: minutes - job.hands[i]! > 1e-6 ? minutes - job.hands[i]! : 0,
    });
  }
  if (fresh.length > 0) {
    const between = fitted(job, fresh, slots, frame);
    if (!between) return null;
    slots.push(...between);
  }
  slots.sort((a, b) => a.startsAt - b.startsAt);
  const parts = slots.flatMap((s) => s.parts).sort((a, b) => a.from - b.from);
  if (parts.some((p, i) => i > 0 && p.from < parts[i - 1]!.to - 1e-6)) return null;
  const starts = new Map(slots.map((s) => [s.stepId, s.startsAt]));
  const ends = new Map(slots.map((s) => [s.stepId, s.endsAt]));
  if (
    checkConstraints(frame.constraints, starts, ends).length > 0 ||
    overfull(job.steps, ends, frame.capacity).length > 0
  )
    return null;
  const finishDay = dayOf(finishOf(job, slots) - 1e-6);
  const daysWon = finishDay - dayOf(best.finishAt - 1e-6);
  const stepsADay = job.steps.length / Math.max(1, finishDay - dayOf(job.from));
  const worthMoving =
    frame.sharing.lateDays(best.slots) < frame.sharing.lateDays(slots) ||
    (daysWon > 0 && bestMoved <= DAYS_MOVED_FOR_ONE_WON * stepsADay * daysWon);
  return worthMoving ? null : slots;
}

/**
 * New steps in the hours that a plan leaves free; null where they do not fit, or would take the tools from a
 * batch under way.
 */
function fitted(
  job: Job,
  fresh: readonly Step[],
  slots: readonly StepSlot[],
  { constraints, clock, from, busy, capacity, barred }: Frame,
): readonly StepSlot[] | null {
  const ends = new Map(slots.map((s) => [s.stepId, s.endsAt]));
  const release = new Map(job.steps.map((s, i) => [s.id, job.release[i]!]));
  for (const c of constraints)
    if (ends.has(c.before) && release.has(c.after))
      release.set(c.after, Math.max(release.get(c.after)!, ends.get(c.before)! + c.lagMinutes));
  const sub = jobOf(
    fresh.map((s) => ({ ...s, releaseAt: release.get(s.id)! })),
    constraints,
    new Windows(clock, from, [...busy, ...slots.flatMap((s) => s.parts)]),
    from,
    capacity,
    barred,
  );
  const { slots: made } = walk(sub, plainTaste(sub));
  if (made.length < fresh.length) return null;
  const byStart = [...slots, ...made].sort((a, b) => a.startsAt - b.startsAt);
  const isNew = new Set(fresh.map((s) => s.id));
  const keyOf = new Map(job.steps.map((s, i) => [s.id, job.keyOf[i]!]));
  const cut = byStart.some(
    (s, i) =>
      i > 0 &&
      !isNew.has(s.stepId) &&
      isNew.has(byStart[i - 1]!.stepId) &&
      s.setupMinutes < 1e-6 &&
      keyOf.get(s.stepId) !== keyOf.get(byStart[i - 1]!.stepId),
  );
  return cut ? null : made;
}

/** No order of some steps alone can finish before this. */
export const boundOf = (
  steps: readonly Step[],
  constraints: readonly Constraint[],
  clock: Clock,
  from: number,
  busy: readonly Span[],
): number => lowerBound(jobOf(steps, constraints, new Windows(clock, from, busy), from, {}, () => false));

/** The chain of steps and waits that ends last. */
export function criticalChain(
  slots: readonly StepSlot[],
  constraints: readonly Constraint[],
  finishAt: number,
  byId: ReadonlyMap<string, Step>,
): string[] {
  const slotOf = new Map(slots.map((s) => [s.stepId, s]));
  const into = new Map<string, Constraint[]>();
  for (const c of constraints) (into.get(c.after) ?? into.set(c.after, []).get(c.after)!).push(c);
  let at = slots.find((s) => Math.abs(s.endsAt + byId.get(s.stepId)!.waitMinutes - finishAt) < 1e-6);
  const chain: string[] = [];
  while (at) {
    chain.unshift(at.stepId);
    let latest: { slot: StepSlot; ready: number } | undefined;
    for (const c of into.get(at.stepId) ?? []) {
      const slot = slotOf.get(c.before);
      if (slot && (!latest || slot.endsAt + c.lagMinutes > latest.ready))
        latest = { slot, ready: slot.endsAt + c.lagMinutes };
    }
    at = latest?.slot;
  }
  return chain;
}

export const handsTotal = (slots: readonly StepSlot[]) =>
  slots.reduce((sum, s) => sum + s.parts.reduce((m, p) => m + p.to - p.from, 0), 0);
