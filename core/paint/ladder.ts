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

/** Where a zone begins on a ladder, from 1, and how many tones it climbs from there. */
export type Climb = { readonly zone: number; readonly start: number; readonly climbs: number };

/**
 * The tones of a ladder laid on several zones, each from its own start: its first tone as a full coat where the ladder
 * is its base, and what several zones share laid in one go. Nothing below its start comes onto a zone.
 * @param rungs from dark to light, as `ladderLayers` makes them
 * @param base whether the first tone of a zone covers it
 * @returns the layers of each zone, from its start up
 */
export function climbed(
  rungs: readonly SchemeLayer[],
  climbs: readonly Climb[],
  base: boolean,
  freshId: () => string,
): ReadonlyMap<number, readonly SchemeLayer[]> {
  const bases = new Map<number, SchemeLayer>();
  const baseFrom = (at: number): SchemeLayer => {
    const known = bases.get(at);
    if (known) return known;
    const { load: _, brush: _brush, ...rung } = rungs[at]!;
    const full: SchemeLayer = {
      ...rung,
      id: freshId(),
      kind: "colour",
      method: "brush",
      coats: 2,
      coverage: 1,
    };
    bases.set(at, full);
    return full;
  };
  return new Map(
    climbs.map(({ zone, start, climbs: up }) => {
      const from = Math.max(1, Math.min(rungs.length, start)) - 1;
      const own = rungs.slice(from, from + Math.max(0, up) + 1);
      return [zone, base && own.length > 0 ? [baseFrom(from), ...own.slice(1)] : own] as const;
    }),
  );
}
