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

/**
 * Beds at one scale in a row for each machine, and under them their runs in time. A bed stands over the
 * beginning of its
 * run, or as near to the right of it as there is room.
 */
export function lanePicture(plan: Plan, printers: readonly Printer[], nowMinute: number): LanePicture {
  const used = printers.filter(
    (p) =>
      plan.plates.some((x) => x.printer.id === p.id) || plan.otherRuns.some((o) => o.run.printerId === p.id),
  );
  const finite = plan.runs.filter((r) => Number.isFinite(r.clearedAt));
  // From the hour before the first of it.
  const startMinute = Math.max(
    0,
    Math.floor(
      Math.min(...(finite.length > 0 ? finite.map((r) => Math.max(r.setupAt, nowMinute)) : [nowMinute])) / 60,
    ) *
      60 -
      60,
  );
  const endMinute = Math.max(startMinute + 1440, ...finite.map((r) => r.clearedAt));
  const hours = (endMinute - startMinute) / 60;
  const busiest = Math.max(1, ...used.map((p) => plan.plates.filter((x) => x.printer.id === p.id).length));
  const pxPerHour = Math.max(
    LEAST_PX_AN_HOUR,
    Math.min(MOST_PX_AN_HOUR, (busiest * (WIDEST_BED + GAP)) / hours),
  );
  const xOf = (minute: number) => LEFT + ((minute - startMinute) / 60) * pxPerHour;
  const pxPerMm = WIDEST_BED / Math.max(1, ...used.map((p) => p.bedMm[0]));
  const lanes = used.map((printer): Lane => {
    let free = LEFT;
    const width = printer.bedMm[0] * pxPerMm;
    const height = printer.bedMm[1] * pxPerMm;
    const beds = plan.plates
      .filter((p) => p.printer.id === printer.id)
      .map((plate): LaneBed => {
        const run = plan.runs.find((r) => r.plateId === plate.id) ?? null;
        const timed = run && Number.isFinite(run.clearedAt) ? run : null;
        const x = Math.max(free, timed ? xOf(timed.setupAt) : free);
        free = x + Math.max(width, NARROWEST) + GAP;
        return {
          plate,
          run,
          x,
          width,
          height,
          bar: timed && {
            x: xOf(Math.max(startMinute, timed.setupAt)),
            width: Math.max(3, xOf(timed.clearedAt) - xOf(Math.max(startMinute, timed.setupAt))),
          },
        };
      });
    const others = plan.otherRuns
      .filter((o) => o.run.printerId === printer.id && Number.isFinite(o.run.clearedAt))
      .map((o) => ({
        x: xOf(o.run.setupAt),
        width: Math.max(3, xOf(o.run.clearedAt) - xOf(o.run.setupAt)),
        name: `${o.sceneName}, plate ${o.plateNumber}`,
      }));
    return { printer, beds, height, others };
  });
  return {
    lanes,
    pxPerHour,
    startMinute,
    endMinute,
    xOf,
    width:
      Math.max(
        xOf(endMinute),
        ...lanes.flatMap((l) => [...l.beds.map((b) => b.x + b.width), ...l.others.map((o) => o.x + o.width)]),
      ) + 20,
  };
}
