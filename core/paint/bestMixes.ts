import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { mixLab } from "#core/paint/mixing";
import { type Paint, pigmentOfPaint } from "#core/paint/paint";

/** A mix from pots that are owned: parts of ten, fewest pots first. */
export type FoundMix = {
  readonly parts: readonly { readonly paintId: string; readonly parts: number }[];
  readonly lab: LabD65;
  readonly difference: number;
};

/** A pot more must win at least this much to be ranked before a simpler mix. */
const WORTH_A_POT = 0.5;

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * The nearest single pots and pairs in tenths. Every pair is tried; the best of each set of pots is kept.
 * Ties go to fewer parts and smaller ids, so the order of the list does not matter.
 */
export function bestMixes(target: LabD65, paints: readonly Paint[], most = 6): readonly FoundMix[] {
  const pots = [...paints].filter((p) => p.opacity !== "translucent").sort((a, b) => (a.id < b.id ? -1 : 1));
  const found: FoundMix[] = [];
  for (const [i, first] of pots.entries()) {
    found.push({
      parts: [{ paintId: first.id, parts: 1 }],
      lab: first.lab,
      difference: ciede2000(first.lab, target),
    });
    for (const second of pots.slice(i + 1)) {
      let best: FoundMix | undefined;
      for (let tenths = 1; tenths < 10; tenths++) {
        const lab = mixLab([pigmentOfPaint(first), pigmentOfPaint(second)], [tenths, 10 - tenths]);
        const difference = ciede2000(lab, target);
        if (best && difference >= best.difference - 1e-9) continue;
        const g = gcd(tenths, 10 - tenths);
        best = {
          parts: [
            { paintId: first.id, parts: tenths / g },
            { paintId: second.id, parts: (10 - tenths) / g },
          ],
          lab,
          difference,
        };
      }
      if (best) found.push(best);
    }
  }
  const rank = (m: FoundMix) => m.difference + WORTH_A_POT * (m.parts.length - 1);
  return found.sort((a, b) => rank(a) - rank(b)).slice(0, most);
}
