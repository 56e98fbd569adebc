import { addMinutes, format, parse, isValid } from "date-fns";

/**
 * The builder's own day and clock, and the moment as stored: local, without a zone. The only place that asks
 * the time.
 */
export function localNow(): {
  readonly today: string;
  readonly minute: number;
  readonly at: string;
  readonly ms: number;
} {
  const now = new Date();
  return {
    today: format(now, "yyyy-MM-dd"),
    minute: now.getHours() * 60 + now.getMinutes(),
    at: format(now, "yyyy-MM-dd'T'HH:mm"),
    ms: now.getTime(),
  };
}

/** A moment of the plan's clock as a date: minutes after midnight of `today`. */
export const planDate = (today: string, minute: number): Date =>
  addMinutes(parse(today, "yyyy-MM-dd", new Date(2000, 0, 1)), minute);

/** A day of the calendar as people read it: `Sat 19 Dec`, with its year where that is another one. */
export function dateText(today: string, isoDay: string): string {
  const day = parse(isoDay, "yyyy-MM-dd", new Date(2000, 0, 1));
  if (!isValid(day)) return isoDay;
  return format(day, isoDay.slice(0, 4) === today.slice(0, 4) ? "EEE d MMM" : "EEE d MMM yyyy");
}

/** `Tue 3 Mar, 19:30`, with the year where that is another one. */
export const momentText = (today: string, minute: number) =>
  Number.isFinite(minute)
    ? `${dayText(today, minute)}, ${format(planDate(today, minute), "HH:mm")}`
    : "never";
export const dayText = (today: string, minute: number) =>
  Number.isFinite(minute) ? dateText(today, format(planDate(today, minute), "yyyy-MM-dd")) : "never";
/** `Tue 3 Mar` under an axis, where the year would lie over its neighbours. */
export const axisDay = (today: string, minute: number) => format(planDate(today, minute), "EEE d MMM");
export const localMoment = (today: string, minute: number) =>
  format(planDate(today, minute), "yyyy-MM-dd'T'HH:mm");
