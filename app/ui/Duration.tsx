/** Time as people say it: `25 min`, `3 h 05`, `2 d 4 h`. */
export function durationText(minutes: number): string {
  const m = Math.round(minutes);
  if (m < 90) return `${m} min`;
  if (m < 48 * 60) return `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, "0")}`;
  return `${Math.floor(m / 1440)} d ${Math.floor((m % 1440) / 60)} h`;
}

/** A bar of more hours is broken off here: the figure beside it must be seen. */
const LONGEST_DRAWN_HOURS = 10;

/**
 * Hands-on time solid, waiting time hatched, to one scale. @param scale pixels for an hour of hands; waits
 * are drawn by their root
 */
export function Duration({
  handsMinutes,
  waitMinutes = 0,
  scale = 60,
}: {
  handsMinutes: number;
  waitMinutes?: number;
  scale?: number;
}) {
  const hours = handsMinutes / 60;
  const hands = Math.max(3, Math.min(hours, LONGEST_DRAWN_HOURS) * scale);
  const wait = waitMinutes > 0 ? Math.max(6, Math.sqrt(waitMinutes / 60) * scale * 0.5) : 0;
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      <span aria-hidden="true" className="inline-flex h-3 overflow-hidden rounded-cut">
        <span className="bg-ink" style={{ width: hands }} />
        {hours > LONGEST_DRAWN_HOURS && <span className="ml-0.75 w-1.5 bg-ink" />}
        {wait > 0 && (
          <span className="hatched border border-l-0 border-ink-2 text-ink-2" style={{ width: wait }} />
        )}
      </span>
      <span className="figures text-[14px]">
        {durationText(handsMinutes)}
        {waitMinutes > 0 && <span className="text-ink-2"> then {durationText(waitMinutes)}</span>}
      </span>
    </span>
  );
}
