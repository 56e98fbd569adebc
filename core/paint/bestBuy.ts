import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { mixLab, type Pigment, pigmentOf } from "#core/paint/mixing";
import { isMixedWith, type Paint, pigmentOfPaint } from "#core/paint/paint";

/** A pot that could be bought, as a palette file tells of it. */
export type Offered = { readonly name: string; readonly hex: string; readonly lab: LabD65 };

/** What one pot more would do: for each target the difference without it and with it, and both together. */
export type Gain = {
  readonly offered: Offered;
  readonly without: number;
  readonly with: number;
  /** Targets that it brings nearer by what is seen. */
  readonly helps: number;
};

/** Ratios of two pots that are tried: as they are counted out (our choice). */
const RATIOS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9] as const;
/** A target that comes nearer by less is not seen to (common practice). */
const SEEN = 1;

/** Difference of the best single or pair of pots that has this one in it. */
function bestWith(own: Pigment, others: readonly Pigment[], target: LabD65): number {
  let best = ciede2000(mixLab([own], [1]), target);
  for (const other of others)
    for (const share of RATIOS) {
      const off = ciede2000(mixLab([own, other], [share, 1 - share]), target);
      if (off < best) best = off;
    }
  return best;
}

/**
 * Which of some pots on offer would bring the colours that are wanted nearest, if it alone were bought: the sum over
 * all targets of the best single or pair, in tenths. Mixes of three pots and more are not tried.
 * @param onShare told the share done
 * @returns those that help, the best first
 */
export function bestBuys(
  targets: readonly LabD65[],
  owned: readonly Paint[],
  offers: readonly Offered[],
  onShare?: (share: number) => void,
): readonly Gain[] {
  const pots = owned.filter(isMixedWith).map(pigmentOfPaint);
  const now = targets.map((t) =>
    Math.min(Infinity, ...pots.map((p, i) => bestWith(p, pots.slice(i + 1), t))),
  );
  const without = now.reduce((sum, d) => sum + Math.min(d, UNREACHED), 0);
  const gains = offers.map((offered, n): Gain => {
    const own = pigmentOf(offered.lab);
    const then = targets.map((t, i) => Math.min(now[i]!, bestWith(own, pots, t)));
    onShare?.((n + 1) / offers.length);
    return {
      offered,
      without,
      with: then.reduce((sum, d) => sum + d, 0),
      helps: then.filter((d, i) => now[i]! - d >= SEEN).length,
    };
  });
  return gains.filter((g) => g.with < g.without - 1e-9).sort((a, b) => a.with - b.with);
}
/** What a target is off where there is no pot at all: black from white. */
const UNREACHED = 100;
