/** Minutes after midnight as `19:30`, and back; null where it is no time of day. */
export const clockText = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

export function minutesOfClock(text: string): number | null {
  const m = /^(\d{1,2}):(\d{2})$/.exec(text);
  return m && Number(m[1]) <= 24 && Number(m[2]) < 60 ? Number(m[1]) * 60 + Number(m[2]) : null;
}
