import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { mixLab, pigmentOf } from "#core/paint/mixing";

/** Strength of a pot as its swatch tells it, and how far the mix with it is from the swatch. */
export type SwatchStrength = { readonly strength: number; readonly residual: number };

/** Between what strengths are looked for: a fiftieth of white, and twenty times. */
const LEAST = Math.log(0.02);
const MOST = Math.log(20);
const POINTS = 80;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const PRECISION = 1e-6;

/** From here a swatch does not fit: white, photo or opacity are off. */
export const SWATCH_FITS = 4;

/**
 * How strong a paint is beside a white, from one swatch of both in equal parts by volume, opaque and dry: the strength
 * whose mix is nearest to it.
 * @param white, paint what both dry to
 * @param measured what the swatch dried to
 * @param whiteStrength 1 where it is not known
 */
export function strengthFromSwatch(
  white: LabD65,
  paint: LabD65,
  measured: LabD65,
  whiteStrength = 1,
): SwatchStrength {
  const base = pigmentOf(white, whiteStrength);
  const { q } = pigmentOf(paint);
  const off = (x: number) => ciede2000(mixLab([base, { q, strength: Math.exp(x) }], [1, 1]), measured);
  const step = (MOST - LEAST) / (POINTS - 1);
  let best = LEAST;
  for (let i = 1; i < POINTS; i++) if (off(LEAST + i * step) < off(best)) best = LEAST + i * step;
  let [a, b] = [Math.max(LEAST, best - step), Math.min(MOST, best + step)];
  while (b - a > PRECISION) {
    const [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
    if (off(c) < off(d)) b = d;
    else a = c;
  }
  const x = (a + b) / 2;
  return { strength: Math.exp(x), residual: off(x) };
}
