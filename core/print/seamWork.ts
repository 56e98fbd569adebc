/** Hands for a seam: glue and clamp each, and filling for its length where it shows (common practice). */
const GLUE_MIN = 7;
const FILL_MIN_PER_CM = 0.6;

/** Minutes of hands that seams take: so many are glued, and so many mm of them filled. */
export const seamMinutes = (seams: number, filledMm: number): number =>
  seams * GLUE_MIN + (filledMm / 10) * FILL_MIN_PER_CM;
