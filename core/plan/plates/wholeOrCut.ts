import { pieceRisk } from "#core/plan/plates/pieceRisk";
import { recordOf, runsAt } from "#core/print/reprints";
import { failureOdds, type RiskyPiece } from "#core/print/simulatedRun";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import type { LogEntry } from "#core/scene/logEntry";

/**
 * A part in one run or in several: machine minutes with the failures to be expected, the longest single run,
 * and the work of putting it together.
 */
export type WholeOrCutLine = {
  readonly what: string;
  readonly possible: boolean;
  readonly pieces: number;
  readonly minutes: number;
  readonly longestMinutes: number;
  readonly failsShare: number;
  readonly withFailures: number;
  readonly seamMm: number;
  readonly gluingMinutes: number;
};

/** Hands for a seam: glue and clamp each, and filling for its length where it shows (common practice). */
const GLUE_MIN = 7;
const FILL_MIN_PER_CM = 0.6;

/**
 * One long run against several short ones.
 * @param cuts sections and seams of the planes that would be cut along, mm2 and mm
 */
export function wholeOrCut(
  { asItLies, body, rescale }: Pick<PartPlan, "asItLies" | "body" | "rescale">,
  c: Candidate,
  cuts: readonly { readonly sectionMm2: number; readonly seamMm: number }[],
  pieces: number,
  log: readonly LogEntry[],
): readonly WholeOrCutLine[] {
  if (!body || !asItLies) return [];
  const record = recordOf(log.filter((e) => e.kind === "run" && e.key === c.printer.id && !e.simulated));
  const whole = pieceRisk({ asItLies, body, rescale }, c, "", "");
  const risk = (share: number): RiskyPiece => ({
    ...whole,
    slender: whole.slender * (share < 1 ? 0.8 : 1),
    flatMm2: whole.flatMm2 * share,
    baseMm: whole.baseMm * share,
    islands: Math.round(whole.islands * share),
  });
  // Cut faces are printed as skins on both sides.
  const skin =
    c.printer.process === "filament"
      ? (cuts.reduce((s, x) => s + 2 * x.sectionMm2, 0) * c.printer.topBottomMm) / Math.max(1, body.volumeMm3)
      : 0;
  const line = (what: string, possible: boolean, n: number, minutes: number): WholeOrCutLine => {
    const fails = failureOdds(c.printer.process, [risk(1 / n)], record).total;
    const each = minutes / n;
    return {
      what,
      possible,
      pieces: n,
      minutes,
      longestMinutes: c.printer.process === "resin" ? minutes : each,
      failsShare: fails,
      withFailures: minutes * runsAt(1 - fails),
      seamMm: n > 1 ? cuts.reduce((s, x) => s + x.seamMm, 0) : 0,
      gluingMinutes:
        n > 1 ? (n - 1) * GLUE_MIN + (cuts.reduce((s, x) => s + x.seamMm, 0) / 10) * FILL_MIN_PER_CM : 0,
    };
  };
  const minutes = c.one.minutes.value;
  return [
    line("Whole", c.fit.kind === "fits", 1, minutes),
    line(
      `Cut into ${pieces}`,
      pieces > 1,
      pieces,
      c.printer.process === "resin" ? minutes : minutes * (1 + skin),
    ),
  ];
}

/** What pegs carry: the weight of a piece over their section, against what the plastic may bear. MPa. */
export function pegStress(
  grams: number,
  pegs: number,
  radiusMm: number,
  allowableMPa: number,
): { readonly mpa: number; readonly holds: boolean } {
  const mpa = pegs > 0 ? ((grams / 1000) * 9.81) / (pegs * Math.PI * radiusMm * radiusMm) : 0;
  return { mpa, holds: mpa <= allowableMPa };
}
