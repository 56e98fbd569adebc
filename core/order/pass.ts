import { MINUTES_A_DAY } from "#core/steps/hours";
import { changeover, dayOf, type Job } from "#core/order/job";

/**
 * When a step is done, in minutes of the plan's clock. `parts` has more than one entry when it goes over
 * several evenings.
 */
export type StepSlot = {
  readonly stepId: string;
  readonly startsAt: number;
  readonly endsAt: number;
  readonly parts: readonly { readonly from: number; readonly to: number }[];
  readonly setupMinutes: number;
};

/** What one pass prefers. All in minutes of score. */
export type Taste = {
  readonly crowd: number;
  readonly same: number;
  readonly keyBias: Float64Array;
  readonly priority: Float64Array;
  /** A batch that is not begun before so many of it are ready: sometimes it pays to wait for more. */
  readonly hold: { readonly key: number; readonly members: number } | null;
};
export type Passed = {
  readonly slots: readonly StepSlot[];
  readonly finishAt: number;
  readonly setups: number;
};

/** A remainder of an evening shorter than this starts no step that has to be split. */
const LEAST_PART = 15;
/** How many members of a batch still count for starting it. */
const CROWD = 12;
const END_OF_EVENING = 40;
const END_BONUS = 300;
const CLOSING_BONUS = 5000;
/** Wet or green resin does not lie about for days, however short the chain behind it (common practice). */
const unfinished: ReadonlySet<string> = new Set(["wash resin", "remove supports", "cure"]);
const UNFINISHED_BONUS = 1e5;
const EPS = 1e-9;

/** Waiting steps by the time they become ready. */
class Later {
  private readonly at: number[] = [];
  private readonly step: number[] = [];
  get first(): number {
    return this.at[0] ?? Infinity;
  }
  push(time: number, step: number): void {
    const { at, step: steps } = this;
    let i = at.length;
    at.push(time);
    steps.push(step);
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (at[up]! < time || (at[up] === time && steps[up]! <= step)) break;
      at[i] = at[up]!;
      steps[i] = steps[up]!;
      i = up;
    }
    at[i] = time;
    steps[i] = step;
  }
  pop(): number {
    const { at, step: steps } = this;
    const first = steps[0]!;
    const time = at.pop()!;
    const step = steps.pop()!;
    if (at.length === 0) return first;
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= at.length) break;
      if (
        down + 1 < at.length &&
        (at[down + 1]! < at[down]! || (at[down + 1] === at[down] && steps[down + 1]! < steps[down]!))
      )
        down++;
      if (at[down]! > time || (at[down] === time && steps[down]! >= step)) break;
      at[i] = at[down]!;
      steps[i] = steps[down]!;
      i = down;
    }
    at[i] = time;
    steps[i] = step;
    return first;
  }
}

/**
 * One walk through the evenings: at every moment the batch with the best score goes on or begins, its longest
 * chain
 * first; what must follow soon is begun only where it can, and then goes before everything. Serial generation
 * with
 * priority rules (Kolisch and Hartmann, from memory).
 */
export function walk(job: Job, taste: Taste): Passed {
  const { links, hands, keyOf, keys, tails, windows } = job;
  const n = job.steps.length;
  const open = [...job.waits];
  const readyAt = [...job.release];
  const future = new Later();
  const ready: number[][] = keys.map(() => []);
  const active = new Set<number>();
  const shut = new Map<number, { from: number; until: number }[]>();
  const deadlines = new Map<number, number>();
  const held: { place: string; pieces: number; until: number }[] = [];
  const green = (i: number) => unfinished.has(job.steps[i]!.action);
  const rank = (i: number) => tails[i]! + taste.priority[i]! + (green(i) ? UNFINISHED_BONUS : 0);
  const enter = (i: number) => {
    const list = ready[keyOf[i]!]!;
    const r = rank(i);
    let at = list.length;
    while (at > 0 && (rank(list[at - 1]!) < r || (rank(list[at - 1]!) === r && list[at - 1]! > i))) at--;
    list.splice(at, 0, i);
    active.add(keyOf[i]!);
  };
  const leave = (i: number) => {
    const list = ready[keyOf[i]!]!;
    list.splice(list.indexOf(i), 1);
    if (list.length === 0) active.delete(keyOf[i]!);
  };
  for (let i = 0; i < n; i++) {
    if (open[i] !== 0) continue;
    future.push(readyAt[i]!, i);
    // Only what nothing else holds up is chased: the rest would stand still for it.
    const { beginBy } = job.steps[i]!;
    if (beginBy !== undefined && beginBy >= job.from) deadlines.set(i, beginBy);
  }
  const slots: StepSlot[] = [];
  let hold = taste.hold;
  let t = job.from;
  let current = -1;
  let setups = 0;
  let finishAt = job.from;
  let w = windows.at(t);
  while (slots.length < n && w >= 0) {
    while (windows.has(w) && windows.to[w]! <= t + EPS) w++;
    if (!windows.has(w)) break;
    t = Math.max(t, windows.from[w]!);
    const left = windows.to[w]! - t;
    const day = dayOf(t);
    while (future.first <= t + EPS) {
      const i = future.pop();
      if (job.barred(job.steps[i]!, day)) future.push((day + 1) * MINUTES_A_DAY, i);
      else {
        const span = shut.get(i)?.find((s) => t > s.from + EPS && t < s.until - EPS);
        if (span) future.push(span.until, i);
        else enter(i);
      }
    }
    let pick = -1;
    let most = -Infinity;
    let split = -1;
    let splitMost = -Infinity;
    let blockedUntil = Infinity;
    for (const k of active) {
      const list = ready[k]!;
      const same = k === current;
      if (
        hold?.key === k &&
        !same &&
        list.length < hold.members &&
        !green(list[0]!) &&
        !list.some((i) => deadlines.has(i))
      )
        continue;
      const setup = changeover(keys, current, k);
      let seen = 0;
      for (let at = 0; at < list.length && seen++ <= CROWD; at++) {
        const i = list[at]!;
        const closing = shut.get(i);
        if (closing) {
          const span = closing.find((s) => t > s.from + EPS && t < s.until - EPS);
          if (span) {
            leave(i);
            future.push(span.until, i);
            at--;
            continue;
          }
        }
        const minutes = hands[i]! + setup;
        const deadline = deadlines.get(i);
        // What waits for a window of its own comes before everything: nothing is begun that would have it
        // shut.
        const endsAt =
          minutes <= left + EPS || deadlines.size === 0 ? t + minutes : windows.through(t, minutes);
        const chases = job.chased[i]! >= 0;
        const next = chases && minutes <= left + EPS ? inTime(job, i, endsAt, w) : null;
        if (
          (chases && !next) ||
          (deadlines.size > 0 && !allInTime(job, deadlines, readyAt, t, endsAt, i, next))
        )
          continue;
        const free = roomAt(job, held, i, t + minutes);
        if (free > t + minutes + EPS) {
          blockedUntil = Math.min(blockedUntil, Math.max(t + 1, free - minutes));
          continue;
        }
        const score =
          rank(i) +
          60 * taste.crowd * Math.min(list.length, CROWD) +
          (same ? taste.same : 0) +
          taste.keyBias[k]! +
          (job.longWait[i] && left < END_OF_EVENING ? END_BONUS : 0) +
          (deadline === undefined ? 0 : 1e9 - deadline) +
          (closing?.some((s) => t <= s.from) ? CLOSING_BONUS : 0);
        if (minutes <= left + EPS) {
          if (score > most + EPS) {
            most = score;
            pick = i;
          }
          break;
        } else if (score > splitMost + EPS) {
          splitMost = score;
          split = i;
        }
      }
    }
    if (pick < 0 && split >= 0 && (left >= LEAST_PART || deadlines.has(split))) pick = split;
    if (pick < 0) {
      // Nothing can begin: on to what frees it, or to the next hours.
      const next = active.size === 0 ? future.first : Math.min(future.first, blockedUntil, windows.to[w]!);
      // Nothing more is coming, or the evening ends: what was held back is held no longer.
      if (hold && active.has(hold.key) && (!Number.isFinite(future.first) || next >= windows.to[w]! - EPS)) {
        hold = null;
        continue;
      }
      if (!Number.isFinite(next)) break;
      if (next >= windows.to[w]! - EPS) current = -1;
      t = Math.max(next, t + EPS * 2);
      continue;
    }
    const setup = changeover(keys, current, keyOf[pick]!);
    const parts: { from: number; to: number }[] = [];
    let rest = hands[pick]! + setup;
    const startsAt = t;
    do {
      const end = Math.min(windows.to[w]!, t + rest);
      parts.push({ from: t, to: end });
      rest -= end - t;
      t = end;
      if (rest > EPS) {
        if (!windows.has(++w)) break;
        t = windows.from[w]!;
      }
    } while (rest > EPS);
    if (rest > EPS) break;
    leave(pick);
    deadlines.delete(pick);
    if (setup > 0) setups++;
    slots.push({ stepId: job.steps[pick]!.id, startsAt, endsAt: t, parts, setupMinutes: setup });
    finishAt = Math.max(finishAt, t + job.steps[pick]!.waitMinutes);
    const lies = job.holding[pick];
    if (lies) held.push({ place: lies.place, pieces: lies.pieces, until: t + lies.until });
    current = t >= windows.to[w]! - 1e-6 ? -1 : keyOf[pick]!;
    for (const l of links[pick]!) {
      readyAt[l.to] = Math.max(readyAt[l.to]!, t + l.lag);
      if (l.closed)
        (shut.get(l.to) ?? shut.set(l.to, []).get(l.to)!).push({
          from: t + l.closed.fromMinutes,
          until: t + l.closed.untilMinutes,
        });
      if (Number.isFinite(l.latest)) deadlines.set(l.to, inTime(job, pick, t, w)?.by ?? t + l.latest);
      if (--open[l.to]! === 0) future.push(readyAt[l.to]!, l.to);
    }
  }
  return { slots, finishAt, setups };
}

/** When there is room for the pieces of a step that would begin to wait at a moment. */
function roomAt(
  job: Job,
  held: readonly { place: string; pieces: number; until: number }[],
  i: number,
  at: number,
): number {
  const hold = job.holding[i];
  if (!hold || held.length === 0) return at;
  const most = job.capacity[hold.place]!;
  const there = held
    .filter((h) => h.place === hold.place && h.until > at + EPS)
    .sort((a, b) => a.until - b.until);
  let used = there.reduce((sum, h) => sum + h.pieces, 0);
  let free = at;
  for (const h of there) {
    if (used + hold.pieces <= most) break;
    used -= h.pieces;
    free = h.until;
  }
  return free;
}

/**
 * A step that has to follow: from when it can be begun, and by when, so that it is done within its window and
 * in one go.
 */
type Next = { readonly step: number; readonly from: number; readonly by: number };

/**
 * When the step that has to follow another could be begun if that ends then; null when no evening holds it in
 * time.
 */
function inTime(job: Job, i: number, endsAt: number, w: number): Next | null {
  const { windows, links, chased, release, keys, keyOf, hands } = job;
  const step = chased[i]!;
  const link = links[i]!.find((l) => l.to === step)!;
  const shuts = endsAt + link.latest;
  const need = keys[keyOf[step]!]!.setup + hands[step]!;
  const open = Math.max(endsAt + link.lag, release[step]!);
  for (let k = w; windows.has(k) && windows.from[k]! <= shuts + EPS; k++) {
    const from = Math.max(open, windows.from[k]!);
    const to = windows.to[k]!;
    if (from > shuts + EPS) return null;
    if (to - from >= need - EPS) return { step, from, by: Math.min(shuts, to - need) };
    // It is longer than these hours are: then it goes on in the next, as anything else does.
    if (need > to - windows.from[k]! && to - from >= LEAST_PART)
      return { step, from, by: Math.min(shuts, to - LEAST_PART) };
  }
  return null;
}

/**
 * True when every step that has to follow soon can still be begun in time after a moment, the most pressing
 * first.
 */
function allInTime(
  { keys, keyOf, hands }: Job,
  deadlines: ReadonlyMap<number, number>,
  readyAt: readonly number[],
  now: number,
  after: number,
  but: number,
  next: Next | null,
): boolean {
  const list: Next[] = next ? [next] : [];
  // One that is too late already holds nothing up.
  for (const [step, by] of deadlines)
    if (step !== but && by >= now - EPS) list.push({ step, from: readyAt[step]!, by });
  list.sort((a, b) => a.by - b.by);
  let t = after;
  for (const { step, from, by } of list) {
    t = Math.max(t, from);
    if (t > by + EPS) return false;
    t += keys[keyOf[step]!]!.setup + hands[step]!;
  }
  return true;
}
