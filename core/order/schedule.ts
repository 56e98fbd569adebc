import { type Clock, MINUTES_A_DAY, nextPresence, presenceEnd, through } from "#core/print/hours";
import type { Constraint } from "#core/order/sequence";
import type { Step } from "#core/order/step";

/** When a step is done, in minutes of the plan's clock. `parts` has more than one entry when it goes over several evenings. */
export type StepSlot = { readonly stepId: string; readonly startsAt: number; readonly endsAt: number; readonly parts: readonly { readonly from: number; readonly to: number }[]; readonly setupMinutes: number };

export type Schedule = {
  readonly slots: readonly StepSlot[];
  readonly finishAt: number;
  /** No order of the same steps can finish before this. */
  readonly boundAt: number;
  readonly setups: number;
  /** The chain of steps that decides the finish. */
  readonly critical: readonly string[];
};

/** Same product, tool and place: done in one go. */
export const batchKey = (s: Step) => `${s.place}|${s.tool}|${s.family ?? s.action}|${s.recipeId ?? s.paintId ?? ""}`;

/** Getting out and cleaning up again when the batch changes. */
const setupOf = (s: Step) => (/airbrush/.test(s.tool) ? 10 : /can/.test(s.tool) ? 5 : s.place === "sink" ? 2 : 3);
/** Wait from which a step is better put at the end of an evening. */
const LONG_WAIT = 6 * 60;
/** A remainder of an evening shorter than this starts no step that has to be split. */
const LEAST_PART = 15;

/**
 * Fits steps into the hours of one pair of hands: among what is ready, the batch under way goes on if it can; otherwise
 * the step with the longest chain behind it. Waits run in parallel; a step longer than an evening goes over several.
 * @param barred true on days of the plan on which a step cannot be begun, for instance for the weather
 */
export function schedule(steps: readonly Step[], constraints: readonly Constraint[], clock: Clock, from: number, busy: readonly { readonly from: number; readonly to: number }[] = [], barred: (step: Step, day: number) => boolean = () => false): Schedule {
  const sorted = [...steps].sort((a, b) => (a.id < b.id ? -1 : 1));
  const byId = new Map(sorted.map((s) => [s.id, s]));
  const before = new Map<string, Constraint[]>(), after = new Map<string, Constraint[]>();
  for (const c of constraints) {
    if (!byId.has(c.before) || !byId.has(c.after)) continue;
    (before.get(c.after) ?? before.set(c.after, []).get(c.after)!).push(c);
    (after.get(c.before) ?? after.set(c.before, []).get(c.before)!).push(c);
  }
  const tails = longestTails(sorted, after, byId);
  const readyAt = new Map<string, number>(), open = new Map<string, number>(), done = new Map<string, number>();
  for (const s of sorted) {
    readyAt.set(s.id, Math.max(from, s.releaseAt));
    open.set(s.id, before.get(s.id)?.length ?? 0);
  }
  // What the choice looks at again and again is worked out once.
  const facts = new Map(sorted.map((s) => [s.id, { batch: batchKey(s), setup: setupOf(s), hands: s.handsMinutes.value, tail: tails.get(s.id)!, longWait: (after.get(s.id) ?? []).some((c) => c.lagMinutes >= LONG_WAIT) }]));
  const waiting = new Set(sorted.filter((s) => open.get(s.id) === 0).map((s) => s.id));
  const slots: StepSlot[] = [];
  const taken = [...busy].sort((a, b) => a.from - b.from);
  let t = from, key = "", setups = 0;
  const here = (at: number): number => {
    for (;;) {
      const p = nextPresence(clock, at);
      const clash = taken.find((b) => p >= b.from && p < b.to);
      if (!clash) return p;
      at = clash.to;
    }
  };
  const until = (at: number): number => Math.min(presenceEnd(clock, at), ...taken.filter((b) => b.from > at).map((b) => b.from));
  while (waiting.size > 0) {
    t = here(t);
    if (!Number.isFinite(t)) break;
    const left = until(t) - t;
    const ready = [...waiting].filter((id) => readyAt.get(id)! <= t + 1e-9).map((id) => byId.get(id)!).filter((s) => !barred(s, Math.floor(t / MINUTES_A_DAY)));
    if (ready.length === 0) {
      // What is ready and barred waits for the next day.
      const tomorrow = (Math.floor(t / MINUTES_A_DAY) + 1) * MINUTES_A_DAY;
      t = Math.max(t, Math.min(...[...waiting].map((id) => (readyAt.get(id)! <= t + 1e-9 ? tomorrow : readyAt.get(id)!))));
      continue;
    }
    let pick = ready[0]!, most = -Infinity;
    for (const s of ready) {
      const f = facts.get(s.id)!, same = f.batch === key;
      const score = (f.hands + (same ? 0 : f.setup) <= left + 1e-9 ? 0 : -1e6) + f.tail + (same ? 500 : 0) + (f.longWait && left < 40 ? 300 : 0);
      if (score > most + 1e-9) {
        most = score;
        pick = s;
      }
    }
    const setup = facts.get(pick.id)!.batch === key ? 0 : facts.get(pick.id)!.setup;
    const wanted = pick.handsMinutes.value + setup;
    if (wanted > left + 1e-9 && left < LEAST_PART && ready.every((s) => s.handsMinutes.value > left)) {
      t = until(t);
      key = "";
      continue;
    }
    if (setup > 0) setups++;
    const parts: { from: number; to: number }[] = [];
    let rest = wanted;
    while (rest > 1e-9 && Number.isFinite(t)) {
      const end = Math.min(until(t), t + rest);
      parts.push({ from: t, to: end });
      rest -= end - t;
      t = rest > 1e-9 ? here(end) : end;
    }
    const endsAt = parts.at(-1)?.to ?? t;
    slots.push({ stepId: pick.id, startsAt: parts[0]?.from ?? t, endsAt, parts, setupMinutes: setup });
    done.set(pick.id, endsAt);
    waiting.delete(pick.id);
    key = facts.get(pick.id)!.batch;
    if (t >= presenceEnd(clock, Math.max(0, t - 1e-6)) - 1e-6) key = "";
    for (const c of after.get(pick.id) ?? []) {
      readyAt.set(c.after, Math.max(readyAt.get(c.after)!, endsAt + c.lagMinutes));
      const count = open.get(c.after)! - 1;
      open.set(c.after, count);
      if (count === 0) waiting.add(c.after);
    }
  }
  const finishAt = slots.reduce((last, s) => Math.max(last, s.endsAt + byId.get(s.stepId)!.waitMinutes), from);
  return { slots, finishAt, boundAt: lowerBound(sorted, before, clock, from), setups, critical: criticalChain(slots, before, finishAt, byId) };
}

/** Longest chain of hands and waits behind every step, in minutes. */
function longestTails(steps: readonly Step[], after: ReadonlyMap<string, readonly Constraint[]>, byId: ReadonlyMap<string, Step>): Map<string, number> {
  const tails = new Map<string, number>();
  const visit = (id: string): number => {
    const known = tails.get(id);
    if (known !== undefined) return known;
    tails.set(id, 0);
    const s = byId.get(id)!;
    const behind = Math.max(s.waitMinutes, 0, ...(after.get(id) ?? []).map((c) => c.lagMinutes + visit(c.after)));
    const tail = s.handsMinutes.value + behind;
    tails.set(id, tail);
    return tail;
  };
  for (const s of steps) visit(s.id);
  return tails;
}

/** The later of: every chain followed without waiting for free hands, and all the hands' minutes through the calendar. */
function lowerBound(steps: readonly Step[], before: ReadonlyMap<string, readonly Constraint[]>, clock: Clock, from: number): number {
  if (steps.length === 0) return from;
  const heads = new Map<string, number>();
  const byId = new Map(steps.map((s) => [s.id, s]));
  const head = (id: string): number => {
    const known = heads.get(id);
    if (known !== undefined) return known;
    const s = byId.get(id)!;
    heads.set(id, from);
    const ready = Math.max(from, s.releaseAt, ...(before.get(id) ?? []).map((c) => head(c.before) + c.lagMinutes));
    const end = through(clock, ready, s.handsMinutes.value);
    heads.set(id, end);
    return end;
  };
  const chains = Math.max(from, ...steps.map((s) => head(s.id) + s.waitMinutes));
  const total = steps.reduce((sum, s) => sum + s.handsMinutes.value, 0);
  return Math.max(chains, through(clock, from, total));
}

function criticalChain(slots: readonly StepSlot[], before: ReadonlyMap<string, readonly Constraint[]>, finishAt: number, byId: ReadonlyMap<string, Step>): string[] {
  const slotOf = new Map(slots.map((s) => [s.stepId, s]));
  let at = slots.find((s) => Math.abs(s.endsAt + byId.get(s.stepId)!.waitMinutes - finishAt) < 1e-6);
  const chain: string[] = [];
  while (at) {
    chain.unshift(at.stepId);
    let latest: { slot: StepSlot; ready: number } | undefined;
    for (const c of before.get(at.stepId) ?? []) {
      const slot = slotOf.get(c.before);
      if (slot && (!latest || slot.endsAt + c.lagMinutes > latest.ready)) latest = { slot, ready: slot.endsAt + c.lagMinutes };
    }
    at = latest?.slot;
  }
  return chain;
}

export const handsTotal = (slots: readonly StepSlot[]) => slots.reduce((sum, s) => sum + s.parts.reduce((m, p) => m + p.to - p.from, 0), 0);
