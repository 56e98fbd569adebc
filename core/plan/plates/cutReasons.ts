import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { failsInPieces } from "#core/plan/plates/wholeOrCut";
import type { SupportCut, SupportSum } from "#core/print/supportCuts";
import type { TwoShells } from "#core/print/twoShells";
import type { LogEntry } from "#core/scene/logEntry";

/** A way to make a part in one piece or in two, one copy of it. Money in minor units. */
export type CutReason = {
  readonly what: string;
  readonly machineMinutes: number;
  /** Taking supports off, gluing and filling. */
  readonly handsMinutes: number;
  readonly grams: number;
  readonly costMinor: number;
  readonly contacts: number;
  readonly seamMm: number;
  /** Share of runs of a piece that fail. */
  readonly failsShare: number;
};

type Of = Pick<PartPlan, "asItLies" | "body" | "rescale">;

/** When nothing is told of the material (common practice). */
const USUAL_G_PER_CM3 = 1.2;

const densityOf = (c: Candidate) => c.material?.densityGPerCm3 ?? USUAL_G_PER_CM3;
/** What a gram costs: what the copies cost by what they weigh. */
const costOf = (c: Candidate, grams: number) =>
  c.all.grams.value > 0 ? (grams * c.all.cost.value) / c.all.grams.value : 0;

/** Whole, as it is planned. */
export const wholeReason = (p: Of, c: Candidate, log: readonly LogEntry[]): CutReason => ({
  what: "Whole",
  machineMinutes: c.one.minutes.value,
  handsMinutes: c.supports.cleanMinutes,
  grams: c.one.grams.value,
  costMinor: costOf(c, c.one.grams.value),
  contacts: c.supports.contacts,
  seamMm: 0,
  failsShare: failsInPieces(p, c, 1, log),
});

/**
 * Cut where that spares supports: of what the plan reckons for them as much is left as the mesh says, and the seam
 * comes on top.
 */
export function supportCutReason(p: Of, c: Candidate, cut: SupportCut, log: readonly LogEntry[]): CutReason {
  const left = (of: (s: SupportSum) => number) => (of(cut.whole) > 0 ? of(cut.cut) / of(cut.whole) : 0);
  const whole = wholeReason(p, c, log);
  const { ml, seconds, cleanMinutes, contacts } = c.supports;
  const grams = Math.max(0, whole.grams - ml * (1 - left((s) => s.ml)) * densityOf(c));
  return {
    what: "Cut to spare supports",
    machineMinutes: Math.max(0, whole.machineMinutes - (seconds / 60) * (1 - left((s) => s.seconds))),
    handsMinutes: cleanMinutes * left((s) => s.cleanMinutes) + cut.seamMinutes,
    grams,
    costMinor: costOf(c, grams),
    contacts: Math.round(contacts * left((s) => s.contacts)),
    seamMm: cut.seamMm,
    failsShare: failsInPieces(p, c, 2, log),
  };
}

/** Shells that take more than this share of the whole spare nothing worth a seam (our choice). */
const WORTH_SHELLS = 0.85;

/** Whether two shells spare enough to be shown. */
export const areWorthIt = (shells: CutReason, whole: CutReason): boolean =>
  shells.grams < WORTH_SHELLS * whole.grams;

/** As two open shells: machine time follows the material, of which there is less by all that was inside. */
export function shellsReason(
  p: Of,
  c: Candidate,
  shells: Pick<TwoShells, "millilitres" | "seamMm" | "seamMinutes" | "wallMm">,
  log: readonly LogEntry[],
): CutReason {
  const grams = shells.millilitres * densityOf(c);
  const share = c.one.grams.value > 0 ? grams / c.one.grams.value : 1;
  return {
    what: `Two shells of ${shells.wallMm} mm`,
    machineMinutes: c.printer.process === "resin" ? c.one.minutes.value : c.one.minutes.value * share,
    handsMinutes: shells.seamMinutes,
    grams,
    costMinor: costOf(c, grams),
    contacts: 0,
    seamMm: shells.seamMm,
    failsShare: failsInPieces(p, c, 2, log),
  };
}
