/** Days are ISO dates, `2026-03-14`: the builder's own, without a zone. Arithmetic on them needs no clock. */
const utcDay = (iso: string) =>
  Math.floor(
    Date.UTC(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)) - 1, Number(iso.slice(8, 10))) / 86_400_000,
  );

/** Days from one date to another; negative when `to` is earlier. */
export const daysBetween = (from: string, to: string) => utcDay(to) - utcDay(from);

/** 0 for Sunday to 6. */
export const weekdayOf = (iso: string) => (((utcDay(iso) + 4) % 7) + 7) % 7;

export const addDays = (iso: string, days: number) =>
  new Date((utcDay(iso) + days) * 86_400_000).toISOString().slice(0, 10);

export const isIsoDate = (text: string) =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(utcDay(text)) && addDays(text, 0) === text;

const words = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
  timeZone: "UTC",
});

/** `Sat 19 Dec`, for sentences. */
export const dayInWords = (iso: string) => words.format(new Date(utcDay(iso) * 86_400_000)).replace(",", "");
