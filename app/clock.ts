import { addMinutes, format, parse } from "date-fns";

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

/** `Tue 3 Mar, 19:30` */
export const momentText = (today: string, minute: number) =>
  Number.isFinite(minute) ? format(planDate(today, minute), "EEE d MMM, HH:mm") : "never";
export const dayText = (today: string, minute: number) =>
  Number.isFinite(minute) ? format(planDate(today, minute), "EEE d MMM") : "never";
export const localMoment = (today: string, minute: number) =>
  format(planDate(today, minute), "yyyy-MM-dd'T'HH:mm");
