/**
 * When the builder is there: for each day of the week, from Sunday, the windows in minutes after midnight.
 */
export type WeekHours = readonly (readonly { readonly from: number; readonly to: number }[])[];

export const MINUTES_A_DAY = 24 * 60;

/**
 * Time in the core is minutes after midnight of the day the plan starts, in the builder's own clock; the day
 * of the
 * week of that day comes with it. Clock changes are the interface's business.
 */
export type Clock = {
  readonly startWeekday: number;
  readonly hours: WeekHours;
  /** Days of the plan, 0 the first, on which nobody is there whatever the week says. */
  readonly away?: readonly number[];
};

/** The builder's windows on a day of the plan, minutes after its midnight. */
export const windowsOf = (clock: Clock, day: number) =>
  clock.away?.includes(day) ? [] : (clock.hours[(((clock.startWeekday + day) % 7) + 7) % 7] ?? []);

/** True when there is any hour in the week at all. */
export const hasHours = (hours: WeekHours) => hours.some((day) => day.some((w) => w.to > w.from));

/** The first moment at or after `at` when the builder is there; Infinity when they never are. */
export function nextPresence(clock: Clock, at: number): number {
  if (!Number.isFinite(at)) return at;
  for (
    let day = Math.floor(at / MINUTES_A_DAY), last = day + 8 + (clock.away?.length ?? 0);
    day <= last;
    day++
  ) {
    for (const w of windowsOf(clock, day)) {
      const from = day * MINUTES_A_DAY + w.from;
      const to = day * MINUTES_A_DAY + w.to;
      if (to > at && to > from) return Math.max(at, from);
    }
  }
  return Infinity;
}

/** End of the window that `at` lies in; `at` itself outside every window. */
export function presenceEnd(clock: Clock, at: number): number {
  if (!Number.isFinite(at)) return at;
  const day = Math.floor(at / MINUTES_A_DAY);
  for (const w of windowsOf(clock, day)) {
    const from = day * MINUTES_A_DAY + w.from;
    const to = day * MINUTES_A_DAY + w.to;
    if (at >= from && at < to) return to;
  }
  return at;
}

/** Looked up once for each set of hours: calendars ask some ten thousand times. */
const longestOf = new WeakMap<WeekHours, number>();
function longestWindow(hours: WeekHours): number {
  let longest = longestOf.get(hours);
  if (longest === undefined)
    longestOf.set(hours, (longest = Math.max(0, ...hours.flat().map((w) => w.to - w.from))));
  return longest;
}

/**
 * The first moment at or after `at` with `minutes` of unbroken presence, or the longest window there is if
 * none is that long.
 */
export function nextSlot(clock: Clock, at: number, minutes: number): number {
  const need = Math.min(minutes, longestWindow(clock.hours));
  let t = nextPresence(clock, at);
  while (Number.isFinite(t) && presenceEnd(clock, t) - t < need - 1e-9)
    t = nextPresence(clock, presenceEnd(clock, t));
  return t;
}

/** Hours of presence between two moments, in minutes. */
export function presenceBetween(clock: Clock, from: number, to: number): number {
  let total = 0;
  for (let day = Math.floor(from / MINUTES_A_DAY); day * MINUTES_A_DAY < to; day++) {
    for (const w of windowsOf(clock, day)) {
      total += Math.max(
        0,
        Math.min(to, day * MINUTES_A_DAY + w.to) - Math.max(from, day * MINUTES_A_DAY + w.from),
      );
    }
  }
  return total;
}

/** The moment at which so many minutes of presence have passed. */
export function through(clock: Clock, at: number, minutes: number): number {
  let t = nextPresence(clock, at);
  let left = minutes;
  for (let guard = 0; guard < 100_000 && Number.isFinite(t); guard++) {
    const end = presenceEnd(clock, t);
    if (left <= end - t + 1e-9) return t + left;
    left -= end - t;
    t = nextPresence(clock, end);
  }
  return t;
}
