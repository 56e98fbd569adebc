import { ciede2000 } from "#core/paint/ciede2000";
import { BLACK_STRIPE } from "#core/paint/brushedOut";
import { type LabD65, labOfXyz, xyzOfLab } from "#core/paint/lab";
import { filmOver, mixLab, pigmentOf } from "#core/paint/mixing";
import { BANDS } from "#core/paint/observer";
import { smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";

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
  const x = least(off);
  return { strength: Math.exp(x), residual: off(x) };
}

/** Where a curve over the logarithms of strengths is lowest: looked for all over, then closer and closer. */
function least(off: (x: number) => number): number {
  const step = (MOST - LEAST) / (POINTS - 1);
  let best = LEAST;
  for (let i = 1; i < POINTS; i++) if (off(LEAST + i * step) < off(best)) best = LEAST + i * step;
  let [a, b] = [Math.max(LEAST, best - step), Math.min(MOST, best + step)];
  while (b - a > PRECISION) {
    const [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
    if (off(c) < off(d)) b = d;
    else a = c;
  }
  return (a + b) / 2;
}

/** Covering power of a pot as its stripe tells it, and how far a film of it is from the stripe. */
export type StripePower = { readonly power: number; readonly residual: number };

/** A thin film is tinted by the size of its grains, which the film model leaves out: so far a stripe may be off. */
export const STRIPE_FITS = 8;

/**
 * How well a pot covers, from one brushed coat of it over a black stripe: the scattering whose film over black is
 * nearest to it.
 * @param paint what it dries to in a thick film; @param measured what one coat over black dried to
 * @source P. Kubelka 1948, film over a ground (from memory)
 */
export function powerFromStripe(paint: LabD65, measured: LabD65): StripePower {
  const { reflectance } = smoothestReflectance(xyzOfLab(paint));
  const black = new Float64Array(BANDS).fill(BLACK_STRIPE);
  const off = (x: number) =>
    ciede2000(labOfXyz(xyzOfReflectance(filmOver(reflectance, black, Math.exp(x)))), measured);
  const x = least(off);
  return { power: Math.exp(x), residual: off(x) };
}
