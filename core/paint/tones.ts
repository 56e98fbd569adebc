import { oklabLightness } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import { mixLab } from "#core/paint/mixing";
import { type Paint, pigmentOfPaint, type Recipe } from "#core/paint/paint";

/** Pots in parts by volume. */
export type Parts = Recipe["parts"];

/**
 * One tone of a ladder: what it is mixed of, its colour, and how light it is in OKLab, 0 to 1.
 *
 * - `ratio`: parts of the base and of the other pot, as they are measured out; none of it in the base itself
 * - `wanted`: the lightness that an even ladder has there
 */
export type Tone = {
  readonly parts: Parts;
  readonly ratio: Ratio;
  readonly lab: LabD65;
  readonly lightness: number;
  readonly wanted: number;
};

/** Parts of the base to parts of the other pot. */
export type Ratio = { readonly base: number; readonly toward: number };

/** A ladder is of three to five tones (common practice); two are its ends. */
export const TONES = { least: 2, most: 5, usual: 3 } as const;
/** Ratios that a builder measures out: up to so many parts on either side (our choice). */
const MOST_PARTS = 12;

/**
 * Tones at even steps of lightness from a base towards another pot, in parts of that pot to one of the base.
 * @param base pots of one part of the base, as they stand to each other
 * @param toward the pot that lightens or darkens it
 * @param topParts parts of it to one of the base in the last tone
 * @returns the base first; the parts of those between are rounded to ratios of small whole numbers
 */
export function tonesFrom(
  base: Parts,
  toward: Paint,
  paints: ReadonlyMap<string, Paint>,
  { count, topParts }: { readonly count: number; readonly topParts: number },
): readonly Tone[] {
  const known = base.filter((p) => p.parts > 0 && paints.has(p.paintId));
  const whole = known.reduce((sum, p) => sum + p.parts, 0);
  if (whole === 0) return [];
  const of = known.map((p) => ({ ...p, parts: p.parts / whole }));
  const pigments = [...of.map((p) => pigmentOfPaint(paints.get(p.paintId)!)), pigmentOfPaint(toward)];
  const labAt = (parts: number) => mixLab(pigments, [...of.map((p) => p.parts), parts]);
  const lightAt = (parts: number) => oklabLightness(labAt(parts));
  const [first, last] = [lightAt(0), lightAt(topParts)];
  return Array.from({ length: count }, (_, i): Tone => {
    const wanted = first + ((last - first) * i) / Math.max(1, count - 1);
    const exact = i === 0 ? 0 : i === count - 1 ? topParts : partsFor(wanted, topParts, lightAt);
    const ratio = wholeRatio(exact);
    const lab = labAt(ratio.toward / ratio.base);
    return { parts: merged(of, ratio, toward.id), ratio, lab, lightness: oklabLightness(lab), wanted };
  });
}

/** Parts at which the mix is as light as is wanted: lightness runs one way from the base to the other pot. */
function partsFor(wanted: number, topParts: number, lightAt: (parts: number) => number): number {
  const rises = lightAt(topParts) > lightAt(0);
  let [low, high] = [0, topParts];
  for (let n = 0; n < 60; n++) {
    const middle = (low + high) / 2;
    if (lightAt(middle) < wanted === rises) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The ratio of small whole numbers that comes nearest in proportion; the smaller one where two come as near. */
export function wholeRatio(parts: number): Ratio {
  let best: Ratio = { base: 1, toward: parts > 0 ? 1 : 0 };
  if (parts <= 0) return best;
  const off = (r: Ratio) => Math.abs(Math.log(r.toward / r.base / parts));
  for (let base = 1; base <= MOST_PARTS; base++)
    for (let toward = 1; toward <= MOST_PARTS; toward++) {
      const ratio = { base, toward };
      // A larger one has to be worth its counting: by a tenth.
      if (off(ratio) < off(best) - (base + toward > best.base + best.toward ? WORTH : 0)) best = ratio;
    }
  return best;
}
const WORTH = 0.1;

/** A base in so many parts with the other pot, which may be one of its own. */
function merged(base: Parts, ratio: Ratio, toward: string): Parts {
  const parts = new Map(base.map((p) => [p.paintId, p.parts * ratio.base]));
  if (ratio.toward > 0) parts.set(toward, (parts.get(toward) ?? 0) + ratio.toward);
  return [...parts].map(([paintId, n]) => ({ paintId, parts: Math.round(100 * n) / 100 }));
}
