import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { pieceCount } from "#core/print/fit";
import type { RiskyPiece } from "#core/print/simulatedRun";

/** What of a part, or of each of the equal boxes it falls into, tempts fate on a machine as one piece on a plate. */
export function pieceRisk(
  { asItLies, body, rescale: { factor } }: Pick<PartPlan, "asItLies" | "body" | "rescale">,
  { risk, fit }: Pick<Candidate, "risk" | "fit">,
  pieceId: string,
  name: string,
): RiskyPiece {
  const parts = fit.kind === "cut" ? fit.pieces : ([1, 1, 1] as const);
  const [width, depth, height] = body!.sizeMm.map((mm, axis) => mm / parts[axis]!) as [
    number,
    number,
    number,
  ];
  const onBed = asItLies!.slopes.some((s) => s.onBed);
  const isCut = fit.kind === "cut";
  const slender = height / Math.max(1e-9, Math.min(width, depth));
  return {
    pieceId,
    name,
    slender: isCut ? slender : (risk?.slender ?? slender),
    flatMm2: (risk?.flatDownMm2 ?? 0) / pieceCount(fit),
    baseMm: !onBed ? 0 : isCut ? Math.max(width, depth) : asItLies!.turnedBox.width * factor,
    islands: Math.ceil((risk?.islands ?? 0) / pieceCount(fit)),
  };
}
