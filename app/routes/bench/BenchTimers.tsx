import { Bell, BellOff } from "lucide-react";
import type { TimerRow } from "#data/rows";
import { Tick } from "#ui/Field";
import { type Say, useToast } from "#ui/Toasts";
import { useAlarmWishes, type AlarmWishes } from "#app/hooks/useTimerAlarm";
import { clearTimer } from "#app/jobs/bench";
import { leftMs, timerText, useTick } from "./TimerStrip";

/** Everything that dries, cures or sets, by name, the next due first. */
export function BenchTimers({ timers }: { timers: readonly TimerRow[] }) {
  const now = useTick(timers.length > 0);
  const [alarm, setAlarm] = useAlarmWishes();
  const say = useToast();
  if (timers.length === 0) return null;
  const turned = timers.some((t) => now < t.startedAtMs - 60_000);
  return (
    <section className="grid content-start gap-2">
      <ul className="grid gap-2 max-xl:grid-cols-2 max-sm:grid-cols-1" aria-label="Timers">
        {[...timers]
          .sort((a, b) => a.endsAtMs - b.endsAtMs)
          .map((t) => {
            const left = leftMs(t, now);
            const share = Math.min(1, Math.max(0, 1 - left / Math.max(1, t.endsAtMs - t.startedAtMs)));
            return <TimerLine key={t.id} t={t} left={left} share={share} />;
          })}
      </ul>
      {turned && (
        <p className="text-[15px] text-ochre">
          The clock was set back since a timer began: look at what it is for.
        </p>
      )}
      <AlarmChoice alarm={alarm} setAlarm={setAlarm} say={say} />
    </section>
  );
}

/** How a timer makes itself heard. */
function AlarmChoice({
  alarm,
  setAlarm,
  say,
}: {
  readonly alarm: AlarmWishes;
  readonly setAlarm: (next: AlarmWishes) => Promise<boolean>;
  readonly say: Say;
}) {
  return (
    <details className="text-[15px]">
      <summary className="flex items-center gap-2">
        {alarm.sound || alarm.notify ? (
          <Bell size={16} strokeWidth={1.75} aria-hidden />
        ) : (
          <BellOff size={16} strokeWidth={1.75} aria-hidden />
        )}
        When one is due
      </summary>
      <Tick
        label="Sound it"
        checked={alarm.sound}
        onChange={(e) => void setAlarm({ ...alarm, sound: e.target.checked })}
      />
      <Tick
        label="Show a notification"
        checked={alarm.notify}
        onChange={(e) =>
          void setAlarm({ ...alarm, notify: e.target.checked }).then((allowed) => {
            if (!allowed)
              say("The browser does not allow notifications here. Allow them in its settings for this page.");
          })
        }
      />
      <p className="text-ink-2">
        While the app is open in some tab. What was due meanwhile is told when it is opened again.
      </p>
    </details>
  );
}

function TimerLine({
  t,
  left,
  share,
}: {
  readonly t: TimerRow;
  readonly left: number;
  readonly share: number;
}) {
  return (
    <li
      className={`grid grid-cols-[1fr_auto] px-4 py-2 ${left <= 0 ? "bg-tape text-tape-ink" : "bg-primer-2"}`}
    >
      <span className="text-[17px] leading-tight">{t.name}</span>
      <button type="button" className="min-h-9 px-1 underline" onClick={() => void clearTimer(t.id)}>
        Clear
      </button>
      <span className="figures col-span-2 text-[38px] leading-tight whitespace-nowrap">
        {timerText(left)}
      </span>
      <span aria-hidden="true" className="col-span-2 block h-1.5 bg-primer-3">
        <span className="block h-full bg-ink" style={{ width: `${Math.round(100 * share)}%` }} />
      </span>
    </li>
  );
}
