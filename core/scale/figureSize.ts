/** Height of the reference adult, shoes off, and the share of it at which the eyes are. */
const ADULT_MM = 1750;
/** @source Drillis and Contini 1966, body segment fractions (eye height 0.936 of stature; from memory) */
const EYE_SHARE = 0.936;

export type FigureConvention = "eye" | "crown";

/**
 * The ratios 1:N that a gaming figure of this height can mean: to the eye gives the smaller N, to the crown
 * the larger.
 * 28 mm is 1:58.5 to 1:62.5.
 * @param figureMm height of the figure on the bench, without its base
 */
export const figureBand = (figureMm: number): Record<FigureConvention, number> => ({
  eye: (ADULT_MM * EYE_SHARE) / figureMm,
  crown: ADULT_MM / figureMm,
});

/** Height of the reference adult on the bench at 1:N, to the crown, in model mm: the scale figure. */
export const adultModelMm = (denominator: number) => ADULT_MM / denominator;
