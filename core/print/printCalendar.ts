import { chanceOf } from "#core/random";
import { type Clock, MINUTES_A_DAY, nextSlot, through } from "#core/steps/hours";

/**
 * One plate to run. Minutes.
 *
 * - `on`: the printers that can take it, and how long each needs
 * - `setupMinutes`, `clearMinutes`: hands before and after it
 * - `tailMinutes`: work and waits that follow when it is cleared, so that what others wait for goes first
 * - `first`: it sets the size of other pieces, so it is printed before all that are not
 * - `after`: plates that are cleared before it is set up, all of them `first`; itself it is not
 * - `releaseAt`: not before this, because its material is drying, say
 * - `mostHangingMinutes`: longer than this it should not hang wet after its end before somebody comes
 * - `running`: it has begun; its machine is taken until it ends
 */
export type PlateJob = {
  readonly plateId: string;
  readonly on: readonly { readonly printerId: string; readonly minutes: number }[];
  readonly setupMinutes: number;
  readonly clearMinutes: number;
  readonly tailMinutes?: number;
  readonly first?: boolean;
  readonly after?: readonly string[];
  readonly releaseAt?: number;
  readonly mostHangingMinutes?: number;
  readonly running?: { readonly printerId: string; readonly startsAt: number };
};

/**
 * A plate in the calendar, in minutes of the plan's clock. The machine is taken from `setupAt` to
 * `clearedAt`.
 */
export type RunSlot = {
  readonly plateId: string;
  readonly printerId: string;
  readonly setupAt: number;
  readonly startsAt: number;
  readonly endsAt: number;
  readonly clearedAt: number;
};

/** Minutes of a day in which a machine may not run, `from` after `to` when they go over midnight. */
export type QuietHours = { readonly from: number; readonly to: number };

export type CalendarRules = {
  readonly clock: Clock;
  readonly from: number;
  /** False keeps a run inside the hours in which somebody is there. */
  readonly unattended: boolean;
  /** Machines that are too loud for some hours, by printer. */
  readonly quiet?: ReadonlyMap<string, QuietHours>;
  /** The person's hands, taken already. */
  readonly busy?: readonly { readonly from: number; readonly to: number }[];
};

/**
 * Runs in the order in which they begin. `critical`: the plates that decide the finish, last first reversed.
 * `boundAt`: no calendar ends before.
 */
export type PrintCalendar = {
  readonly runs: readonly RunSlot[];
  readonly finishAt: number;
  readonly boundAt: number;
  readonly critical: readonly string[];
};

/** Tries of other orders; their number is fixed, so that the same plates always give the same calendar. */
const PASSES = 160;
const EFFORT = 9600;

/**
 * Puts plates on unlike machines, each started and cleared by a person in their hours; machines run beside
 * each other,
 * two hands do one thing at a time. Longest way to go first, then seeded changes of the order that are kept
 * when the end
 * is no later.
 * @source list scheduling with priority rules, and improvement by exchange (from memory)
 */
export function printCalendar(jobs: readonly PlateJob[], rules: CalendarRules): PrintCalendar {
  const sorted = [...jobs].sort(
    (a, b) =>
      Number(b.first ?? false) - Number(a.first ?? false) ||
      toGo(b) - toGo(a) ||
      (a.plateId < b.plateId ? -1 : 1),
  );
  const fixed = sorted.filter((j) => j.running);
  const open = sorted.filter((j) => !j.running && j.on.length > 0);
  let order = open.map((_, i) => i);
  let best = laid(open, order, fixed, rules, Infinity)!;
  let bestEnd = endOf(best, jobs);
  const firsts = open.filter((j) => j.first).length;
  for (let pass = 0; pass < Math.min(PASSES, EFFORT / open.length) && open.length > 1; pass++) {
    const next = changed(order, pass, firsts);
    const tried = laid(open, next, fixed, rules, bestEnd[0]);
    if (!tried) continue;
    const end = endOf(tried, jobs);
    if (isSooner(end, bestEnd)) {
      order = next;
      best = tried;
      bestEnd = end;
    }
  }
  const runs = best.sort((a, b) => a.setupAt - b.setupAt || (a.plateId < b.plateId ? -1 : 1));
  return {
    runs,
    finishAt: bestEnd[0],
    boundAt: calendarBound(jobs, rules),
    critical: criticalChain(runs, jobs),
  };
}

const shortest = (j: PlateJob) => Math.min(...j.on.map((o) => o.minutes));
const toGo = (j: PlateJob) => (j.on.length > 0 ? shortest(j) : 0) + (j.tailMinutes ?? 0);

/** When all is done with what follows, and the sum of the ends, so that among equals the sooner ones win. */
function endOf(slots: readonly RunSlot[], jobs: readonly PlateJob[]): readonly [number, number] {
  const tails = new Map(jobs.map((j) => [j.plateId, j.tailMinutes ?? 0]));
  return [
    slots.reduce((last, s) => Math.max(last, s.clearedAt + tails.get(s.plateId)!), 0),
    slots.reduce((sum, s) => sum + s.clearedAt, 0),
  ];
}

const isSooner = (a: readonly [number, number], b: readonly [number, number]) =>
  a[0] < b[0] - 1e-6 || (a[0] <= b[0] + 1e-6 && a[1] < b[1] - 1e-6);

/** Two places exchanged, or one plate moved; those that set sizes stay before the others. */
function changed(order: readonly number[], pass: number, firsts: number): number[] {
  const n = order.length;
  const next = [...order];
  const i = Math.floor(chanceOf(pass, 1) * n);
  const j = Math.floor(chanceOf(pass, 2) * n);
  const side = (k: number) => order[k]! < firsts;
  if (i === j || side(i) !== side(j)) return next;
  if (chanceOf(pass, 3) < 0.5) [next[i], next[j]] = [next[j]!, next[i]!];
  else next.splice(j, 0, next.splice(i, 1)[0]!);
  return next;
}

type Busy = { from: number; to: number };

/**
 * One order put into the calendar: each plate on the machine where it is cleared soonest. Null once it ends
 * after `limit`.
 */
function laid(
  open: readonly PlateJob[],
  order: readonly number[],
  fixed: readonly PlateJob[],
  rules: CalendarRules,
  limit: number,
): RunSlot[] | null {
  const slots: RunSlot[] = [];
  const free = new Map<string, number>();
  const busy: Busy[] = [...(rules.busy ?? [])];
  for (const job of fixed) {
    const { printerId, startsAt } = job.running!;
    const minutes = job.on.find((o) => o.printerId === printerId)?.minutes ?? shortest(job);
    const endsAt = Math.max(startsAt + minutes, rules.from);
    const clearAt = handsAt(rules.clock, busy, endsAt, job.clearMinutes);
    busy.push({ from: clearAt, to: clearAt + job.clearMinutes });
    free.set(printerId, clearAt + job.clearMinutes);
    slots.push({
      plateId: job.plateId,
      printerId,
      setupAt: startsAt - job.setupMinutes,
      startsAt,
      endsAt,
      clearedAt: clearAt + job.clearMinutes,
    });
  }
  for (const k of order) {
    const job = open[k]!;
    let best: RunSlot | null = null;
    // What sets sizes comes first in every order, so it is laid by now.
    const waits = job.after
      ? slots.reduce((last, s) => (job.after!.includes(s.plateId) ? Math.max(last, s.clearedAt) : last), 0)
      : 0;
    for (const { printerId, minutes } of job.on) {
      const from = Math.max(rules.from, job.releaseAt ?? 0, waits, free.get(printerId) ?? 0);
      const slot = takenSoon({ job, printerId, minutes, busy, rules }, from);
      if (!best || slot.clearedAt < best.clearedAt - 1e-9) best = slot;
    }
    if (!best) continue;
    if (best.clearedAt + (job.tailMinutes ?? 0) > limit + 1e-6) return null;
    free.set(best.printerId, best.clearedAt);
    busy.push(
      { from: best.setupAt, to: best.startsAt },
      { from: best.clearedAt - job.clearMinutes, to: best.clearedAt },
    );
    slots.push(best);
  }
  return slots;
}

/** A plate on one machine, looking for its hour. */
type WantedRun = {
  readonly job: PlateJob;
  readonly printerId: string;
  readonly minutes: number;
  readonly busy: readonly Busy[];
  readonly rules: CalendarRules;
};

/** Minutes that a resin plate hangs after its end until somebody takes it off. */
export const hangingMinutes = ({ clearedAt, endsAt }: RunSlot, clearMinutes: number): number =>
  clearedAt - clearMinutes - endsAt;

/** A start is put off by at most this long so that a plate does not hang wet, minutes. */
const PUT_OFF = 14 * MINUTES_A_DAY;
const LATER_TRIES = 40;

/** The first slot, or the first later one that ends when somebody soon comes, where it may not hang wet. */
function takenSoon(run: WantedRun, from: number): RunSlot {
  const { job } = run;
  const first = slotOn(run, from);
  const most = job.mostHangingMinutes;
  if (most === undefined) return first;
  let slot = first;
  for (let tries = 0; tries < LATER_TRIES; tries++) {
    const hangs = hangingMinutes(slot, job.clearMinutes);
    if (!(hangs > most + 1e-9)) return slot;
    // So late that it ends in time for whoever comes then, or at the next hours after that.
    const later = slotOn(run, slot.setupAt + hangs - most);
    if (!(later.clearedAt <= first.clearedAt + PUT_OFF) || later.setupAt <= slot.setupAt) return first;
    slot = later;
  }
  return first;
}

function slotOn({ job, printerId, minutes, busy, rules }: WantedRun, from: number): RunSlot {
  const { clock, unattended, quiet } = rules;
  const silent = quiet?.get(printerId);
  let earliest = from;
  // Once more whenever the run would fall into hours in which the machine must be still.
  for (let attempt = 0; ; attempt++) {
    const setupAt = handsAt(
      clock,
      busy,
      earliest,
      unattended ? job.setupMinutes : job.setupMinutes + minutes,
    );
    const startsAt = setupAt + job.setupMinutes;
    const endsAt = startsAt + minutes;
    const late = silent && Number.isFinite(startsAt) ? pastQuiet(startsAt, endsAt, silent) : null;
    if (late === null || attempt > 60) {
      const clearAt = handsAt(clock, busy, endsAt, job.clearMinutes);
      return {
        plateId: job.plateId,
        printerId,
        setupAt,
        startsAt,
        endsAt,
        clearedAt: clearAt + job.clearMinutes,
      };
    }
    earliest = late;
  }
}

/**
 * The end of the first quiet stretch that a run meets; null when it meets none, or is longer than a day
 * between two.
 */
function pastQuiet(startsAt: number, endsAt: number, { from, to }: QuietHours): number | null {
  const length = (to - from + MINUTES_A_DAY) % MINUTES_A_DAY;
  if (length === 0 || endsAt - startsAt > MINUTES_A_DAY - length) return null;
  for (let day = Math.floor(startsAt / MINUTES_A_DAY) - 1; day * MINUTES_A_DAY + from < endsAt; day++) {
    const begin = day * MINUTES_A_DAY + from;
    if (begin + length > startsAt && begin < endsAt) return begin + length;
  }
  return null;
}

/** The first moment at which the hands are there and free for so long. */
export function handsAt(clock: Clock, busy: readonly Busy[], earliest: number, minutes: number): number {
  let t = nextSlot(clock, earliest, minutes);
  for (;;) {
    if (!Number.isFinite(t)) return t;
    let clash: Busy | undefined;
    for (const b of busy)
      if (t < b.to - 1e-9 && t + minutes > b.from + 1e-9 && (!clash || b.to > clash.to)) clash = b;
    if (!clash) return t;
    t = nextSlot(clock, clash.to, minutes);
  }
}

/**
 * The latest of: one plate alone with what follows; all machines' minutes spread over them; all hands through
 * the calendar.
 */
export function calendarBound(jobs: readonly PlateJob[], { clock, from }: CalendarRules): number {
  const open = jobs.filter((j) => j.on.length > 0 && !j.running);
  if (open.length === 0) return from;
  const machines = new Set(open.flatMap((j) => j.on.map((o) => o.printerId)));
  const leastTail = Math.min(...open.map((j) => j.tailMinutes ?? 0));
  const leastClear = Math.min(...open.map((j) => j.clearMinutes));
  const alone = Math.max(
    ...open.map((j) => {
      const setupAt = nextSlot(clock, Math.max(from, j.releaseAt ?? 0), j.setupMinutes);
      const endsAt = setupAt + j.setupMinutes + shortest(j);
      return nextSlot(clock, endsAt, j.clearMinutes) + j.clearMinutes + (j.tailMinutes ?? 0);
    }),
  );
  const spread = from + open.reduce((s, j) => s + shortest(j), 0) / machines.size + leastClear + leastTail;
  const hands =
    through(
      clock,
      from,
      open.reduce((s, j) => s + j.setupMinutes + j.clearMinutes, 0),
    ) + leastTail;
  return Math.max(alone, spread, hands);
}

/** Back from the last: what ran before it on its machine, or had the hands when it was to begin. */
function criticalChain(runs: readonly RunSlot[], jobs: readonly PlateJob[]): string[] {
  const tails = new Map(jobs.map((j) => [j.plateId, j.tailMinutes ?? 0]));
  const last = runs.reduce<RunSlot | undefined>(
    (best, r) =>
      !best || r.clearedAt + tails.get(r.plateId)! > best.clearedAt + tails.get(best.plateId)! ? r : best,
    undefined,
  );
  return last ? chainTo(runs, last.plateId) : [];
}

/** The plates that a plate waited for, first to last, itself at the end. */
export function chainTo(runs: readonly RunSlot[], plateId: string): string[] {
  let at = runs.find((r) => r.plateId === plateId);
  const chain: string[] = [];
  while (at && !chain.includes(at.plateId)) {
    const slot: RunSlot = at;
    chain.unshift(slot.plateId);
    const before = runs.filter(
      (r) =>
        r.plateId !== slot.plateId &&
        ((r.printerId === slot.printerId && r.clearedAt <= slot.setupAt + 1e-6) ||
          Math.abs(r.startsAt - slot.setupAt) < 1e-6 ||
          Math.abs(r.clearedAt - slot.setupAt) < 1e-6),
    );
    at = before.reduce<RunSlot | undefined>(
      (last, r) => (!last || r.clearedAt > last.clearedAt ? r : last),
      undefined,
    );
  }
  return chain;
}
