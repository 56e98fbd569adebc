import type { SchemeLayer } from "#core/paint/scheme";

/** Shares of the zone that the rungs of a ladder cover, from dark to light (common practice). */
const RUNG_SHARES = [0.9, 0.6, 0.3, 0.1] as const;
/** A ladder has two rungs at least, and no more than have a share. */
export const RUNGS = { least: 2, most: RUNG_SHARES.length } as const;
/** Up to this rung it is a wide brush, then a small one. */
const WIDE_UNTIL = 2;

/** Shares of so many rungs: of few the ones between are left out, so that two go from 90 to 10 %. */
export const rungShares = (count: number): readonly number[] =>
  Array.from(
    { length: count },
    (_, i) => RUNG_SHARES[count === 1 ? 0 : Math.round((i * (RUNG_SHARES.length - 1)) / (count - 1))]!,
  );

/**
 * Layers from dark to light over one ground, each drier and on less of the zone than the one below it: broad places
 * with a wide brush, what catches the light with a small one.
 * @param colours of the rungs, dark first; those that are too many are left out
 * @param freshId names each layer
 */
export function ladderLayers(
  colours: readonly SchemeLayer["colour"][],
  freshId: () => string,
): readonly SchemeLayer[] {
  const rungs = colours.slice(0, RUNGS.most);
  const shares = rungShares(rungs.length);
  return rungs.map((colour, i): SchemeLayer => ({
    ...{ id: freshId(), kind: "drybrush", product: "acrylic", method: "drybrush", coats: 1 },
    ...{ sheen: "matte", load: "dry", brush: i < WIDE_UNTIL ? "wide" : "small" },
    coverage: shares[i]!,
    colour,
  }));
}
