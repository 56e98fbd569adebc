import { scaleLinear } from "d3-scale";
import type { OrderConflict } from "#core/order/conflict";
import type { Constraint } from "#core/order/conflict";
import type { StepSlot } from "#core/order/pass";
import type { Plan } from "#core/plan/plan";
import { windowsOf } from "#core/steps/hours";
import type { Step } from "#core/steps/step";

const PX_PER_MIN = 1.9;
const PX_PER_GAP_MIN = 0.018;
export const LABEL = 8;
export const LANE = 36;
export const TOP = 26;
export const BLOCK = 24;

/** Days in a row with hours in which nothing is done: drawn as one strip. */
const FOLD_FROM_DAYS = 2;
const FOLD_PX = 54;

export type TimeScale = ReturnType<typeof timeScale>;

/** An evening that is shown, plan minutes. */
type Evening = { readonly day: number; readonly from: number; readonly to: number };
/** A stretch of days with hours in which nothing is done, px. */
export type Fold = {
  readonly day: number;
  readonly days: number;
  readonly x: number;
  readonly width: number;
};

/** The hours of each day between two moments. */
function eveningsOf({ clock }: Pick<Plan, "clock">, from: number, to: number): readonly Evening[] {
  const evenings: Evening[] = [];
  for (let day = Math.floor(from / 1440); day * 1440 < to; day++)
    for (const w of windowsOf(clock, day)) {
      const a = Math.max(from, day * 1440 + w.from);
      const b = Math.min(to, day * 1440 + w.to);
      if (b > a) evenings.push({ day, from: a, to: b });
    }
  return evenings;
}

/** Evenings in stretches: each that is used for itself, those in a row that are not together. */
function stretchesOf(
  evenings: readonly Evening[],
  isUsed: (e: Evening) => boolean,
): readonly (readonly Evening[])[] {
  const stretches: { readonly used: boolean; readonly evenings: Evening[] }[] = [];
  for (const e of evenings) {
    const used = isUsed(e);
    const last = stretches.at(-1);
    if (last && !used && !last.used) last.evenings.push(e);
    else stretches.push({ used, evenings: [e] });
  }
  return stretches.flatMap((s) => {
    const days = new Set(s.evenings.map((e) => e.day)).size;
    return s.used || days < FOLD_FROM_DAYS ? s.evenings.map((e) => [e]) : [s.evenings];
  });
}

/**
 * Time to the right with nights and working days drawn short: hours at the bench get the room, and days on
 * which nothing is done are folded into a strip.
 * @param isUsed whether anything is done between two moments; nothing is folded without it
 */
export function timeScale(
  plan: Pick<Plan, "clock">,
  from: number,
  to: number,
  isUsed: (from: number, to: number) => boolean = () => true,
) {
  const marks: { at: number; x: number }[] = [{ at: from, x: LABEL }];
  const days: { day: number; x: number }[] = [];
  const folds: Fold[] = [];
  let x = LABEL;
  let t = from;
  for (const stretch of stretchesOf(eveningsOf(plan, from, to), (e) => isUsed(e.from, e.to))) {
    const [first, last] = [stretch[0]!, stretch.at(-1)!];
    const isFold = stretch.length > 1;
    x += Math.max(0, first.from - t) * PX_PER_GAP_MIN;
    marks.push({ at: first.from, x });
    const width = isFold ? FOLD_PX : (first.to - first.from) * PX_PER_MIN;
    if (isFold) folds.push({ day: first.day, days: new Set(stretch.map((e) => e.day)).size, x, width });
    else days.push({ day: first.day, x });
    x += width;
    marks.push({ at: last.to, x });
    t = last.to;
  }
  x += Math.max(0, to - t) * PX_PER_GAP_MIN;
  marks.push({ at: to, x });
  const of = scaleLinear(
    marks.map((m) => m.at),
    marks.map((m) => m.x),
  ).clamp(true);
  return { of, width: x + 30, days, folds };
}

/** As the work walks: cleaned, then worked on, then put away to dry. */
const laneOrder = ["sink", "lamp", "bench", "booth", "outdoors", "drying shelf"] as const;

export type Lane = { readonly key: string; readonly name: string };

/** What is drawn of an order of work: its lanes, its time, and where each step lies. */
export type LanesView = {
  readonly lanes: readonly Lane[];
  readonly scale: TimeScale;
  readonly heightPx: number;
  readonly steps: ReadonlyMap<string, Step>;
  readonly slots: readonly StepSlot[];
  readonly slotOf: ReadonlyMap<string, StepSlot>;
  /** Upper edge of a block in the lane of a place or a printer, px. */
  readonly y: (key: string) => number;
};

/**
 * Lanes are the printers, then the places at which something is done, in the order of the work.
 * @param isUnfolded days on which nothing is done are drawn like the others
 */
export function lanesView(plan: Plan, isUnfolded = false): LanesView {
  const { slots } = plan.work.schedule;
  const steps = new Map(plan.work.steps.map((s) => [s.id, s]));
  const used = new Set(slots.map((s) => steps.get(s.stepId)!.place));
  const printers = [...new Map(plan.plates.map((p) => [p.printer.id, p.printer.name]))];
  const lanes = [
    ...printers.map(([key, name]) => ({ key, name })),
    ...laneOrder.filter((p) => used.has(p)).map((p) => ({ key: p, name: p })),
  ];
  const from = Math.min(...slots.map((s) => s.startsAt), ...plan.runs.map((r) => r.setupAt));
  const to = Math.max(plan.totals.finishAt, from + 60);
  const isUsed = (a: number, b: number) => slots.some((s) => s.startsAt < b && s.endsAt > a);
  return {
    lanes,
    scale: timeScale(plan, from, to, isUnfolded ? undefined : isUsed),
    heightPx: 30 + lanes.length * LANE,
    steps,
    slots,
    slotOf: new Map(slots.map((s) => [s.stepId, s])),
    y: (key) => TOP + lanes.findIndex((l) => l.key === key) * LANE,
  };
}

/** Where a step's block lies, and up to where it waits after it, px. */
export type BlockPlace = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly waitsTo: number;
};

/** @param startsAt where it begins, plan minutes: its slot's own, or where it is being moved to */
export function blockPlace(
  { scale, steps, y }: LanesView,
  slot: StepSlot,
  startsAt = slot.startsAt,
): BlockPlace {
  const step = steps.get(slot.stepId)!;
  const x = scale.of(startsAt);
  const width = Math.max(4, scale.of(slot.endsAt) - scale.of(slot.startsAt));
  const doneAt = startsAt + (slot.endsAt - slot.startsAt);
  return {
    x,
    y: y(step.place),
    width,
    waitsTo: step.waitMinutes > 0 ? scale.of(doneAt + step.waitMinutes) : x + width,
  };
}

/** What of the lanes is in sight, px from the left. */
export type Sight = { readonly from: number; readonly to: number };

/** Whether anything of a step's block or of its wait is in sight. */
export function isInSight(view: LanesView, slot: StepSlot, { from, to }: Sight): boolean {
  const { x, waitsTo } = blockPlace(view, slot);
  return waitsTo >= from && x <= to;
}

/** What holds a step to others that are shown. */
export const linksOf = ({ slotOf }: LanesView, constraints: readonly Constraint[], stepId: string) =>
  constraints.filter(
    (c) => (c.after === stepId || c.before === stepId) && slotOf.has(c.before) && slotOf.has(c.after),
  );

export type Line = { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number };

/** From the end of what comes before to the start of what comes after. */
export function linkLine({ scale, slotOf, steps, y }: LanesView, c: Constraint): Line {
  return {
    x1: scale.of(slotOf.get(c.before)!.endsAt),
    y1: y(steps.get(c.before)!.place) + BLOCK / 2,
    x2: scale.of(slotOf.get(c.after)!.startsAt),
    y2: y(steps.get(c.after)!.place) + BLOCK / 2,
  };
}

/** From what a broken rule says should come before, or from above where nothing does, to what it spoils. */
export function conflictLine({ scale, slotOf, steps, y }: LanesView, c: OrderConflict): Line {
  const before = c.before ? slotOf.get(c.before) : undefined;
  const x2 = scale.of(slotOf.get(c.after)!.startsAt);
  const y2 = y(steps.get(c.after)!.place) + BLOCK / 2;
  return before
    ? { x1: scale.of(before.startsAt), y1: y(steps.get(c.before!)!.place) + BLOCK / 2, x2, y2 }
    : { x1: x2, y1: y2 - 16, x2, y2 };
}

/** Where the next other step begins, earlier or later than a moment; undefined where there is none. */
export function nextStart(
  slots: readonly StepSlot[],
  stepId: string,
  at: number,
  by: 1 | -1,
): number | undefined {
  const others = slots
    .filter((s) => s.stepId !== stepId)
    .map((s) => s.startsAt)
    .sort((a, b) => a - b);
  return by < 0 ? others.findLast((t) => t < at - 1e-6) : others.find((t) => t > at + 1e-6);
}
