import { pieceRisk } from "#core/plan/plates/pieceRisk";
import { seamMinutes } from "#core/print/seamWork";
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

/** How often a run of a part fails, or of one of so many pieces of it, [0, 1]. */
export function failsInPieces(
  { asItLies, body, rescale }: Pick<PartPlan, "asItLies" | "body" | "rescale">,
  c: Candidate,
  pieces: number,
  log: readonly LogEntry[],
): number {
  const record = recordOf(log.filter((e) => e.kind === "run" && e.key === c.printer.id && !e.simulated));
  const whole = pieceRisk({ asItLies, body, rescale }, c, "", "");
  const share = 1 / pieces;
  const piece: RiskyPiece = {
    ...whole,
    slender: whole.slender * (pieces > 1 ? 0.8 : 1),
    flatMm2: whole.flatMm2 * share,
    baseMm: whole.baseMm * share,
    islands: Math.round(whole.islands * share),
  };
  return failureOdds(c.printer.process, [piece], record).total;
}

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
  // Cut faces are printed as skins on both sides.
  const skin =
    c.printer.process === "filament"
      ? (cuts.reduce((s, x) => s + 2 * x.sectionMm2, 0) * c.printer.topBottomMm) / Math.max(1, body.volumeMm3)
      : 0;
  const line = (what: string, possible: boolean, n: number, minutes: number): WholeOrCutLine => {
    const fails = failsInPieces({ asItLies, body, rescale }, c, n, log);
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
        n > 1
          ? seamMinutes(
              n - 1,
              cuts.reduce((s, x) => s + x.seamMm, 0),
            )
          : 0,
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
