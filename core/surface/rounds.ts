import { afterCoatMm, type LevellingCoat } from "#core/surface/layerSteps";

/** More rounds than this nobody plans: what is left is sanded down to the crests. */
export const MOST_ROUNDS = 12;
/** From so many rounds on they are sanded between, not only looked at (common practice). */
export const SAND_FROM = 6;

/** Coats with a look after each: how deep the steps are after every one, mm. */
export type Rounds = {
  readonly depthsMm: readonly number[];
  /** Whether the last one brings them out of sight. */
  readonly reaches: boolean;
};

/**
 * Coats until steps are no deeper than what is seen, counted from what coats lay: each fills at most its film, and at
 * most its share of solids of what is open.
 * @param seenMm depth that is no longer seen
 */
export function coatRounds(depthMm: number, seenMm: number, coat: LevellingCoat): Rounds {
  const depthsMm: number[] = [];
  let depth = depthMm;
  while (depth > seenMm && depthsMm.length < MOST_ROUNDS) {
    depth = afterCoatMm(depth, coat);
    depthsMm.push(depth);
  }
  return { depthsMm, reaches: depth <= seenMm };
}

/** A guide coat differs from what lies below it by at least so much lightness (common practice). */
export const GUIDE_L = 15;

/** Whether a filler can be told from what it lies on while it is sanded. Lightness L*, 0 to 100. */
export const guides = (fillerL: number, belowL: number): boolean => Math.abs(fillerL - belowL) >= GUIDE_L;
