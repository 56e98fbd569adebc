import { useCallback, useEffect, useSyncExternalStore } from "react";
import type { TimerRow } from "#data/rows";
import { useToast } from "#ui/Toasts";

/** What happens when a timer is due, beside the words on the screen: only what the builder asked for. */
export type AlarmWishes = { readonly sound: boolean; readonly notify: boolean };

const KEY = "timer-alarm";
const RANG = "timers-rang";
const none: AlarmWishes = { sound: false, notify: false };
const listeners = new Set<() => void>();
let held: { text: string | null; value: AlarmWishes } = { text: null, value: none };

function wishes(): AlarmWishes {
  const text = localStorage.getItem(KEY);
  if (text !== held.text) {
    const said = (text ? JSON.parse(text) : {}) as Partial<AlarmWishes>;
    held = {
      text,
      value: {
        sound: said.sound === true,
        notify: said.notify === true && "Notification" in window && Notification.permission === "granted",
      },
    };
  }
  return held.value;
}

/**
 * What the builder asked for, and how to change it. Notifications are asked of the browser only at a touch.
 */
export function useAlarmWishes() {
  const value = useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, wishes);
  const set = useCallback(async (next: AlarmWishes): Promise<boolean> => {
    const allowed =
      !next.notify || ("Notification" in window && (await Notification.requestPermission()) === "granted");
    localStorage.setItem(KEY, JSON.stringify({ ...next, notify: next.notify && allowed }));
    if (next.sound) beep(1);
    listeners.forEach((l) => l());
    return allowed;
  }, []);
  return [value, set] as const;
}

function beep(times: number): void {
  const audio = new AudioContext();
  for (let i = 0; i < times; i++) {
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    const at = audio.currentTime + i * 0.45;
    tone.frequency.value = 880;
    gain.gain.setValueAtTime(0.0001, at);
    gain.gain.exponentialRampToValueAtTime(0.25, at + 0.02);
    gain.gain.exponentialRampToValueAtTime(0.0001, at + 0.35);
    tone.connect(gain).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.4);
  }
  setTimeout(() => void audio.close(), times * 450 + 500);
}

/** Says once for each timer that it is due, also for those that ran out while nothing was open. */
export function useTimerAlarm(timers: readonly TimerRow[], now: number): void {
  const say = useToast();
  useEffect(() => {
    const rang = new Set(JSON.parse(localStorage.getItem(RANG) ?? "[]") as string[]);
    const due = timers.filter((t) => t.endsAtMs <= now && !rang.has(t.id));
    if (due.length === 0) return;
    const kept = timers.filter((t) => rang.has(t.id)).map((t) => t.id);
    localStorage.setItem(RANG, JSON.stringify([...kept, ...due.map((t) => t.id)]));
    const { sound, notify } = wishes();
    for (const t of due) {
      const late = Math.round((now - t.endsAtMs) / 60_000);
      const words =
        late < 1
          ? `${t.name} is due.`
          : `${t.name} was due ${late < 90 ? `${late} min` : `${Math.round(late / 60)} h`} ago.`;
      say(words);
      if (notify) new Notification("Inch Hollow", { body: words, tag: t.id });
    }
    if (sound) beep(3);
  }, [timers, now, say]);
}
