/** What an exposure piece told: what stayed open in a resin at an exposure. mm; the time of a layer in s. */
export type OpeningReading = {
  readonly at: string;
  readonly materialId: string | null;
  readonly exposureSeconds: number;
  /** The narrowest groove, and the narrowest slot that goes through. */
  readonly grooveMm: number;
  readonly slotMm: number;
};

/** Exposures nearer than this are one, s. */
const SAME_SECONDS = 0.05;

/** What was read last in a material at the exposure that is used now; null where that was not tried. */
export const openingsFor = (
  {
    openings = [],
    exposureSeconds,
  }: { readonly openings?: readonly OpeningReading[] | undefined; readonly exposureSeconds: number },
  materialId: string | null,
): OpeningReading | null =>
  openings.findLast(
    (r) =>
      (r.materialId === null || r.materialId === materialId) &&
      Math.abs(r.exposureSeconds - exposureSeconds) < SAME_SECONDS,
  ) ?? null;
