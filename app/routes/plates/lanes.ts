import { scaleLinear } from "d3-scale";
import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { RunSlot } from "#core/print/printCalendar";
import { type Clock, windowsOf } from "#core/steps/hours";
import type { Printer } from "#core/print/printer";

/** A bed in the picture, and the bar of its run below it. Pixels. */
export type LaneBed = {
  readonly plate: PlatePlan;
  readonly run: RunSlot | null;
  readonly x: number;
  readonly width: number;
  readonly height: number;
  readonly bar: { readonly x: number; readonly width: number } | null;
};
export type Lane = {
  readonly printer: Printer;
  readonly beds: readonly LaneBed[];
  readonly height: number;
  readonly others: readonly { readonly x: number; readonly width: number; readonly name: string }[];
};
export type LanePicture = {
  readonly lanes: readonly Lane[];
  readonly width: number;
  readonly pxPerHour: number;
  readonly startMinute: number;
  readonly endMinute: number;
  readonly xOf: (minute: number) => number;
  /** Stretches of days in which no machine runs, drawn as strips. */
  readonly folds: readonly Fold[];
};
/** Whole days without a run, drawn narrow. Plan days and px. */
export type Fold = {
  readonly day: number;
  readonly days: number;
  readonly x: number;
  readonly width: number;
};

/** Height of the days over the lanes, px. */
export const HEAD = 26;
/** Room that the name of a day takes. */
const LABEL_PX = 68;
/** Hours that somebody is there are drawn while a day has as much room, px. */
const HOURS_FROM_PX = 20;
const WIDEST_BED = 150;
const GAP = 12;
const LEFT = 8;
/** Room for the words under a bed. */
export const NARROWEST = 122;
/** Whole days in a row without a run from which on they are folded, and the strip they become. */
const FOLD_FROM_DAYS = 3;
const FOLD_PX = 54;
const LEAST_PX_AN_HOUR = 3;
/** Of a plan over more than six weeks an hour is narrower. */
const LONG_HOURS = 1000;
const LEAST_PX_AN_HOUR_LONG = 1;
const MOST_PX_AN_HOUR = 24;

/** Minutes that are shown: from the hour before the first run, a day at least. */
function spanOf(runs: readonly RunSlot[], nowMinute: number): readonly [start: number, end: number] {
  const first = Math.min(
    ...(runs.length > 0 ? runs.map((r) => Math.max(r.setupAt, nowMinute)) : [nowMinute]),
  );
  const start = Math.max(0, Math.floor(first / 60) * 60 - 60);
  return [start, Math.max(start + 1440, ...runs.map((r) => r.clearedAt))];
}

/** Time across, px: an hour is as wide as the busiest machine's beds need, within limits. */
function pxAnHour(plan: Plan, printers: readonly Printer[], hours: number): number {
  const busiest = Math.max(
    1,
    ...printers.map((p) => plan.plates.filter((x) => x.printer.id === p.id).length),
  );
  const least = hours > LONG_HOURS ? LEAST_PX_AN_HOUR_LONG : LEAST_PX_AN_HOUR;
  return Math.max(least, Math.min(MOST_PX_AN_HOUR, (busiest * (WIDEST_BED + GAP)) / hours));
}

/** Whole days in a row within a span in which nothing of `busy` lies. @returns first day and how many */
function idleDays(
  busy: readonly (readonly [from: number, to: number])[],
  start: number,
  end: number,
): readonly (readonly [day: number, days: number])[] {
  const gaps: (readonly [number, number])[] = [];
  let free = start;
  for (const [from, to] of [...busy, [end, end] as const].sort((a, b) => a[0] - b[0])) {
    const first = Math.ceil(free / 1440);
    const days = Math.floor(from / 1440) - first;
    if (days >= FOLD_FROM_DAYS) gaps.push([first, days]);
    free = Math.max(free, to);
  }
  return gaps;
}

/** Time across with idle days folded. */
function timeAcross(
  idle: readonly (readonly [day: number, days: number])[],
  start: number,
  end: number,
  pxPerHour: number,
) {
  const marks = [{ at: start, x: LEFT }];
  const folds: Fold[] = [];
  const on = (to: number, px: number) => marks.push({ at: to, x: marks.at(-1)!.x + px });
  for (const [day, days] of idle) {
    on(day * 1440, ((day * 1440 - marks.at(-1)!.at) / 60) * pxPerHour);
    const width = Math.min(FOLD_PX, days * 24 * pxPerHour);
    folds.push({ day, days, x: marks.at(-1)!.x, width });
    on((day + days) * 1440, width);
  }
  on(Math.max(end, marks.at(-1)!.at + 1), ((end - marks.at(-1)!.at) / 60) * pxPerHour);
  const xOf = scaleLinear(
    marks.map((m) => m.at),
    marks.map((m) => m.x),
  );
  return { folds, xOf: (minute: number) => xOf(minute) };
}

/**
 * Beds at one scale in a row for each machine, and under them their runs in time. A bed stands over the
 * beginning of its run, or as near to the right of it as there is room.
 */
export function lanePicture(plan: Plan, printers: readonly Printer[], nowMinute: number): LanePicture {
  const used = printers.filter(
    (p) =>
      plan.plates.some((x) => x.printer.id === p.id) || plan.otherRuns.some((o) => o.run.printerId === p.id),
  );
  const finite = plan.runs.filter((r) => Number.isFinite(r.clearedAt));
  const [startMinute, endMinute] = spanOf(finite, nowMinute);
  const idle = idleDays(
    [...finite, ...plan.otherRuns.map((o) => o.run).filter((r) => Number.isFinite(r.clearedAt))].map(
      (r) => [r.setupAt, r.clearedAt] as const,
    ),
    startMinute,
    endMinute,
  );
  const idleHours = 24 * idle.reduce((sum, [, days]) => sum + days, 0);
  const pxPerHour = pxAnHour(plan, used, (endMinute - startMinute) / 60 - idleHours);
  const { xOf, folds } = timeAcross(idle, startMinute, endMinute, pxPerHour);
  const barOf = ({ setupAt, clearedAt }: RunSlot, from: number) => {
    const x = xOf(Math.max(from, setupAt));
    return { x, width: Math.max(3, xOf(clearedAt) - x) };
  };
  const pxPerMm = WIDEST_BED / Math.max(1, ...used.map((p) => p.bedMm[0]));
  const lanes = used.map((printer): Lane => ({
    printer,
    beds: bedsOf(plan, printer, pxPerMm, xOf, (run) => barOf(run, startMinute)),
    height: printer.bedMm[1] * pxPerMm,
    others: plan.otherRuns
      .filter((o) => o.run.printerId === printer.id && Number.isFinite(o.run.clearedAt))
      .map((o) => ({ ...barOf(o.run, -Infinity), name: `${o.sceneName}, plate ${o.plateNumber}` })),
  }));
  const ends = lanes.flatMap((l) => [...l.beds, ...l.others].map((b) => b.x + b.width));
  return {
    lanes,
    pxPerHour,
    startMinute,
    endMinute,
    xOf,
    folds,
    width: Math.max(xOf(endMinute), ...ends) + 20,
  };
}

/** A machine's beds from left to right, none over another. */
function bedsOf(
  plan: Plan,
  printer: Printer,
  pxPerMm: number,
  xOf: (minute: number) => number,
  barOf: (run: RunSlot) => NonNullable<LaneBed["bar"]>,
): readonly LaneBed[] {
  const width = printer.bedMm[0] * pxPerMm;
  const height = printer.bedMm[1] * pxPerMm;
  let free = LEFT;
  return plan.plates
    .filter((p) => p.printer.id === printer.id)
    .map((plate): LaneBed => {
      const run = plan.runs.find((r) => r.plateId === plate.id) ?? null;
      const timed = run && Number.isFinite(run.clearedAt) ? run : null;
      const x = Math.max(free, timed ? xOf(timed.setupAt) : free);
      free = x + Math.max(width, NARROWEST) + GAP;
      return { plate, run, x, width, height, bar: timed && barOf(timed) };
    });
}

/** What stands over the lanes: a stroke at each midnight, hours as bars, and days that are named. */
export type LaneHead = { readonly strokes: string; readonly hours: string; readonly days: readonly number[] };

/** Days that are named have room for it; where there is room for few, they are the Mondays. */
export function headOf(
  { startMinute, endMinute, pxPerHour, xOf, folds }: LanePicture,
  clock: Clock,
): LaneHead {
  const first = Math.floor(startMinute / 1440);
  const isFolded = (day: number) => folds.some((f) => day > f.day && day < f.day + f.days);
  const shown = Array.from({ length: Math.ceil(endMinute / 1440) - first + 1 }, (_, i) => first + i).filter(
    (day) => !isFolded(day),
  );
  const dayPx = 24 * pxPerHour;
  const byWeek = dayPx * 3 < LABEL_PX + GAP;
  const days: number[] = [];
  for (const [i, day] of shown.entries()) {
    const isFold = folds.some((f) => f.day === day);
    const isMonday = (clock.startWeekday + day) % 7 === 1;
    const at = Math.max(0, xOf(day * 1440));
    const room = i + 1 < shown.length ? xOf(shown[i + 1]! * 1440) - at : LABEL_PX;
    const after = days.length === 0 || at - Math.max(0, xOf(days.at(-1)! * 1440)) >= LABEL_PX;
    // The beginning of the first day may lie left of the picture: it is named while there is room before the next.
    const fits = i > 0 || xOf(day * 1440) >= 0 || room >= LABEL_PX;
    if (!isFold && after && fits && (!byWeek || isMonday || i === 0)) days.push(day);
  }
  const strokes = shown.map((day) => `M${xOf(day * 1440).toFixed(1)} 12V${HEAD}`).join("");
  const bars = shown
    .filter((day) => !folds.some((f) => f.day === day))
    .flatMap((day) =>
      windowsOf(clock, day).map((w) => {
        const x = xOf(day * 1440 + w.from);
        const width = Math.max(1, xOf(day * 1440 + w.to) - x);
        return `M${x.toFixed(1)} ${HEAD - 6}h${width.toFixed(1)}v5h${(-width).toFixed(1)}Z`;
      }),
    );
  return { strokes, hours: dayPx >= HOURS_FROM_PX ? bars.join("") : "", days };
}
