import { useEffect, useState } from "react";
import type { TimerRow } from "#data/rows";
import { useTimerAlarm } from "#app/hooks/useTimerAlarm";

/** `11:20 h` over an hour, `04:31` under it, `due` when it has run out. */
export function timerText(leftMs: number): string {
  if (leftMs <= 0) return "due";
  const s = Math.ceil(leftMs / 1000);
  if (s >= 3600) return `${Math.floor(s / 3600)}:${String(Math.floor((s % 3600) / 60)).padStart(2, "0")} h`;
  return `${String(Math.floor(s / 60)).padStart(2, "0")}:${String(s % 60).padStart(2, "0")}`;
}

/** What is left of a timer: never more than all of it, also when the clock was set back since. */
export const leftMs = (t: TimerRow, now: number) => Math.min(t.endsAtMs - now, t.endsAtMs - t.startedAtMs);

/** The moment, again every second while something runs. */
export function useTick(running: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  return now;
}

/** The timers that run, on every view; each says so when it is due. */
export function TimerStrip({ timers }: { timers: readonly TimerRow[] }) {
  const now = useTick(timers.length > 0);
  useTimerAlarm(timers, now);
  if (timers.length === 0) return null;
  const first = [...timers].sort((a, b) => a.endsAtMs - b.endsAtMs);
  return (
    <span className="figures text-[14px]">
      {first.slice(0, 2).map((t) => (
        <span key={t.id} className="ml-3">
          {t.name} {timerText(leftMs(t, now))}
        </span>
      ))}
      {first.length > 2 && <span className="ml-3">+{first.length - 2}</span>}
    </span>
  );
}
