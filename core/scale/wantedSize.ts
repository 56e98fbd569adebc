/** The sides of a part, as its size lists them. */
export const sides = ["width", "depth", "height"] as const;
export type Side = (typeof sides)[number];

/** What a part comes to when one side of it is to have a wanted length. Lengths on the bench, mm. */
export type WantedSize = {
  /** Of true size, as a part keeps it. */
  readonly ownFactor: number;
  readonly sizeMm: readonly [number, number, number];
  readonly thinnestMm: number | null;
};

/**
 * @param sizeMm, thinnestMm as the part is now, `ownFactor` times its true size
 * @returns null where that side has no length, or none is wanted
 */
export function wantedSize(
  sizeMm: readonly [number, number, number],
  thinnestMm: number | null,
  ownFactor: number,
  side: Side,
  wantedMm: number,
): WantedSize | null {
  const now = sizeMm[sides.indexOf(side)]!;
  if (!(now > 0) || !(wantedMm > 0)) return null;
  const by = wantedMm / now;
  return {
    ownFactor: ownFactor * by,
    sizeMm: [sizeMm[0] * by, sizeMm[1] * by, sizeMm[2] * by],
    thinnestMm: thinnestMm === null ? null : thinnestMm * by,
  };
}

/** How far a part is from true size, in words, beside others that are true to scale. */
export function besideOthers(ownFactor: number): string {
  const off = Math.round(100 * Math.abs(ownFactor - 1));
  if (off === 0) return "true to scale";
  return `${off} % ${ownFactor < 1 ? "below" : "above"} the others of the scene`;
}
