/** How two pieces are meant to meet. */
export const fits = ["press", "snug", "slide", "glued butt", "clip", "magnet pocket", "hinge pin"] as const;
export type FitKind = (typeof fits)[number];

/** Gap per side in mm that a fit needs by process; common practice, corrected per printer by a coupon. */
export const clearances: Record<"filament" | "resin", Record<FitKind, readonly [number, number]>> = {
  filament: {
    press: [0.05, 0.1],
    snug: [0.15, 0.2],
    slide: [0.25, 0.4],
    "glued butt": [0.05, 0.15],
    clip: [0.15, 0.2],
    "magnet pocket": [0.05, 0.1],
    "hinge pin": [0.2, 0.25],
  },
  resin: {
    press: [0, 0.02],
    snug: [0.05, 0.08],
    slide: [0.1, 0.15],
    "glued butt": [0.05, 0.15],
    clip: [0.05, 0.08],
    "magnet pocket": [0.05, 0.1],
    "hinge pin": [0.1, 0.12],
  },
};

export type ClearanceVerdict = {
  /** Gap per side once printed at scale, mm. */
  readonly gapMm: number;
  /** What is left when all films on both faces are on, mm. */
  readonly leftMm: number;
  readonly wanted: readonly [number, number];
  readonly verdict: "good" | "too tight" | "too loose" | "closed by paint";
  /** Millimetres to take off each side (positive) or to shim (negative); 0 when good. */
  readonly correctMm: number;
};

/**
 * The gap of a joint after scaling and painting against what its fit needs.
 * @param gapMm per side, on the bench
 * @param filmsMm dry films on both faces together
 * @param keptMm the gap a side that fitted on a trial of this machine and material, which goes before the
 * usual one
 * @param spreadMm what copies that differ need besides
 */
export function clearanceVerdict(
  process: "filament" | "resin",
  fit: FitKind,
  gapMm: number,
  filmsMm: number,
  keptMm: number | null = null,
  spreadMm = 0,
): ClearanceVerdict {
  const leftMm = gapMm - filmsMm;
  const [low, high] = clearances[process][fit];
  const shift = (keptMm === null ? 0 : keptMm - low) + spreadMm;
  // Told as they are, without what adding leaves behind the fourth place.
  const shifted = (mm: number) => Math.round((mm + shift) * 1e4) / 1e4;
  const wanted = [shifted(low), shifted(high)] as const;
  const hair = 0.005;
  const verdict =
    gapMm < wanted[0] - hair
      ? "too tight"
      : leftMm < wanted[0] - hair
        ? "closed by paint"
        : gapMm > wanted[1] * 1.6 + hair
          ? "too loose"
          : "good";
  const correctMm =
    verdict === "good" ? 0 : verdict === "too loose" ? wanted[1] - gapMm : wanted[0] + filmsMm - gapMm;
  return { gapMm, leftMm, wanted, verdict, correctMm };
}
