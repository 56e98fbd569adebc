import type { SchemeLayer } from "#core/paint/scheme";

/** Shares of the zone that the rungs of a ladder cover, from dark to light (common practice). */
export const RUNG_SHARES = [0.9, 0.6, 0.3, 0.1] as const;
/** A ladder has two rungs at least, and no more than have a share. */
export const RUNGS = { least: 2, most: RUNG_SHARES.length } as const;
/** Up to this rung it is a wide brush, then a small one. */
const WIDE_UNTIL = 2;

/**
 * Layers from dark to light over one ground, each drier and on less of the zone than the one below it: broad places
 * with a wide brush, what catches the light with a small one.
 * @param colours of the rungs, dark first; those that are too many are left out
 * @param freshId names each layer
 */
export const ladderLayers = (
  colours: readonly SchemeLayer["colour"][],
  freshId: () => string,
): readonly SchemeLayer[] =>
  colours.slice(0, RUNGS.most).map((colour, i, all): SchemeLayer => {
    // Of fewer rungs the shares between are left out: a ladder of two goes from 90 to 10 %.
    const at = all.length === 1 ? 0 : Math.round((i * (RUNG_SHARES.length - 1)) / (all.length - 1));
    return {
      ...{ id: freshId(), kind: "drybrush", product: "acrylic", method: "drybrush", coats: 1 },
      ...{ sheen: "matte", load: "dry", brush: i < WIDE_UNTIL ? "wide" : "small" },
      coverage: RUNG_SHARES[at]!,
      colour,
    };
  });
