import { type Figure, sum } from "#core/figure";
import { fitOn, pieceCount } from "#core/print/fit";
import { planPart } from "#core/plan/parts/planPart";
import { measuredOf } from "#core/plan/parts/measuredOf";
import { asTheyLie } from "#core/plan/plates/printing";
import { type Part, printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** What one ratio would make of a scene or of one part. Money in minor units. */
export type SweepLine = {
  readonly denominator: number;
  readonly whole: number;
  /** Parts that must be cut, and into how many pieces together. */
  readonly cut: number;
  readonly pieces: number;
  /** Thinnest wall over all parts, model mm, and whose. */
  readonly thinnestMm: number | null;
  readonly thinnestOf: string;
  /** Printed parts with walls under what their printer makes. */
  readonly tooThin: number;
  readonly minutes: Figure;
  readonly grams: Figure;
  readonly cost: Figure;
  readonly areaCm2: number;
  /** Table that the board, or the part, covers, cm2. */
  readonly footprintCm2: number;
};

/**
 * The same parts at a row of ratios: each is planned again with its own measurement. Lengths go with 1 / N,
 * areas with its
 * square, mass with its cube; times with neither, so they are worked out.
 * @param partIds only these, or all
 */
export function scaleSweep(
  input: PlanInput,
  denominators: readonly number[],
  partIds?: readonly string[],
): readonly SweepLine[] {
  // A whole that was cut is looked at as if it were not: its pieces follow from the ratio.
  const parts = asTheyLie(input)
    .filter((p) => (partIds === undefined || partIds.includes(p.id)) && !printOf(p).pieceOf)
    .map((p): Part => (p.made === "from pieces" ? { ...p, made: "printed" } : p));
  return denominators.map((denominator): SweepLine => {
    const ratio = input.scene.denominator / denominator;
    // The board grows with what stands on it.
    const boardWidthMm = input.scene.boardWidthMm * ratio;
    const boardDepthMm = input.scene.boardDepthMm * ratio;
    const scene = { ...input.scene, denominator, boardWidthMm, boardDepthMm };
    const plans = parts
      .map((p) => planPart(p, ...measuredOf(p, input), scene, input.workshop))
      .filter((p) => p.held === null);
    const chosen = plans.flatMap((p) => (p.chosen ? [{ p, c: p.chosen }] : []));
    const cut = chosen.flatMap(({ p, c }) =>
      c.fit.kind === "cut" ? [{ count: p.part.count, pieces: pieceCount(c.fit) }] : [],
    );
    const thin = plans
      .filter((p) => p.thinnestMm !== null && p.chosen !== null)
      .sort((a, b) => a.thinnestMm!.value - b.thinnestMm!.value)[0];
    const footprint =
      partIds === undefined
        ? (boardWidthMm * boardDepthMm) / 100
        : plans.reduce((s, p) => s + (p.sizeMm ? (p.sizeMm[0] * p.sizeMm[1] * p.part.count) / 100 : 0), 0);
    return {
      denominator,
      whole: chosen.length - cut.length,
      cut: cut.length,
      pieces: cut.reduce((s, c) => s + c.count * c.pieces, 0),
      thinnestMm: thin?.thinnestMm?.value ?? null,
      thinnestOf: thin?.part.name ?? "",
      tooThin: plans.filter((p) => p.findings.some((f) => f.id.endsWith("below-printable"))).length,
      minutes: sum(
        chosen.map(({ c }) => c.all.minutes),
        "min",
        "shared",
      ),
      grams: sum(
        chosen.map(({ c }) => c.all.grams),
        "g",
        "shared",
      ),
      cost: sum(
        chosen.map(({ c }) => c.all.cost),
        "minor",
        "shared",
      ),
      areaCm2: plans.reduce((s, p) => s + p.areaCm2.value, 0),
      footprintCm2: footprint,
    };
  });
}

/**
 * The smallest N at which every printed part fits a bed of the workshop whole, turned or not; null without
 * printers or parts.
 * Sizes go with 1 / N, so it follows from the part that is tightest.
 */
export function largestWholeRatio(
  input: PlanInput,
): { readonly denominator: number; readonly tightest: string } | null {
  let denominator = 0;
  let tightest = "";
  for (const own of asTheyLie(input)) {
    const part: Part = own.made === "from pieces" ? { ...own, made: "printed" } : own;
    if (printOf(part).pieceOf) continue;
    const m = part.meshId ? input.measurements.get(part.meshId) : undefined;
    if (!m || part.made !== "printed" || part.size.source.kind === "real-object") continue;
    const plan = planPart(part, ...measuredOf(part, input), input.scene, input.workshop);
    if (!plan.sizeMm || plan.held?.because === "no scale") continue;
    const size = plan.sizeMm;
    const room = Math.max(
      0,
      ...input.workshop.printers.map((p) =>
        mostGrowth((g) => fitOn(p, [size[0] * g, size[1] * g, size[2] * g]).kind === "fits"),
      ),
    );
    const least = input.scene.denominator / room;
    if (least > denominator) {
      denominator = least;
      tightest = part.name;
    }
  }
  return denominator > 0 && Number.isFinite(denominator) ? { denominator, tightest } : null;
}

/** The largest factor at which it still fits, to a ten-thousandth. */
function mostGrowth(fits: (factor: number) => boolean): number {
  let low = 1e-4;
  let high = 1e4;
  if (!fits(low)) return 0;
  while (high / low > 1.0001) {
    const middle = Math.sqrt(low * high);
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return low;
}
