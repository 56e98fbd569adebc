import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { RunSlot } from "#core/print/printCalendar";
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
};

const WIDEST_BED = 150;
const GAP = 12;
const LEFT = 8;
/** Room for the words under a bed. */
export const NARROWEST = 122;
const LEAST_PX_AN_HOUR = 3;
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
  return Math.max(LEAST_PX_AN_HOUR, Math.min(MOST_PX_AN_HOUR, (busiest * (WIDEST_BED + GAP)) / hours));
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
  const pxPerHour = pxAnHour(plan, used, (endMinute - startMinute) / 60);
  const xOf = (minute: number) => LEFT + ((minute - startMinute) / 60) * pxPerHour;
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
  return { lanes, pxPerHour, startMinute, endMinute, xOf, width: Math.max(xOf(endMinute), ...ends) + 20 };
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
