import { ciede2000 } from "#core/paint/ciede2000";
import { mixLab } from "#core/paint/mixing";
import { type Paint, pigmentOfPaint, type Recipe } from "#core/paint/paint";

/** How far a mix comes out when it is not measured well, or its pots are not as strong as they are held to be; dE. */
export type Robustness = {
  /** One drop in ten of one of its pots is missing: the worst of them. */
  readonly dropMissing: number;
  /** A pot without a swatch is weaker or stronger by a third; none where all have one. */
  readonly strengthOff: number;
};

/** A drop in ten; and how much weaker or stronger a pot without a swatch may be. */
const DROP = 0.1;
const WEAKER = 0.7;
const STRONGER = 1.4;

/** How much a mix changes by one drop and by strengths that nobody measured; null where a pot of it is gone. */
export function robustnessOf(parts: Recipe["parts"], paints: ReadonlyMap<string, Paint>): Robustness | null {
  const pots = parts
    .filter((p) => p.parts > 0)
    .map((p) => ({ parts: p.parts, paint: paints.get(p.paintId) }));
  if (pots.length === 0 || pots.some((p) => !p.paint)) return null;
  const pigments = pots.map((p) => pigmentOfPaint(p.paint!));
  const amounts = pots.map((p) => p.parts);
  const all = amounts.reduce((sum, v) => sum + v, 0);
  const meant = mixLab(pigments, amounts);
  const off = (changed: readonly number[]) => ciede2000(mixLab(pigments, changed), meant);
  const less = amounts.map((v, i) => {
    const left = Math.max(0, v - DROP * all);
    return off(amounts.map((w, k) => (k === i ? left || v / 2 : w)));
  });
  const strengths = pots.flatMap(({ paint }, i) =>
    paint!.strength !== null || pots.length < 2
      ? []
      : [WEAKER, STRONGER].map((s) =>
          ciede2000(
            mixLab(
              pigments.map((p, k) => (k === i ? { ...p, strength: p.strength * s } : p)),
              amounts,
            ),
            meant,
          ),
        ),
  );
  return { dropMissing: Math.max(...less), strengthOff: Math.max(0, ...strengths) };
}
