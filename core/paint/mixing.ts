import { labOfXyz, type LabD65, xyzOfLab } from "#core/paint/lab";
import { BANDS } from "#core/paint/observer";
import { type Reflectance, smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";

/**
 * A paint as the mixing model knows it: q = absorption over scattering in each band, and how strongly it
 * scatters.
 */
export type Pigment = { readonly q: Float64Array; readonly strength: number };

/** q = (1 - R)^2 / 2R. @source P. Kubelka, F. Munk 1931, from memory */
export const absorption = (r: number) => (1 - r) ** 2 / (2 * r);
/** R = 1 + q - sqrt(q^2 + 2q), the way back. */
export const reflection = (q: number) => 1 + q - Math.sqrt(q * q + 2 * q);

/**
 * A paint from the colour it dries to.
 * @param strength scattering strength with white = 1; without a swatch the square root of luminance, 0.1 to 1
 *   (common practice, right to 3.5 units of difference in the middle)
 */
export function pigmentOf(lab: LabD65, strength?: number): Pigment {
  const xyz = xyzOfLab(lab);
  const { reflectance } = smoothestReflectance(xyz);
  return {
    q: reflectance.map((r) => absorption(Math.min(0.9999, Math.max(1e-4, r)))),
    strength: strength ?? Math.min(1, Math.max(0.1, Math.sqrt(Math.max(0, xyz[1])))),
  };
}

/**
 * What pigments give when stirred together, dry and opaque: q of the mix is the mean of q weighted by parts x
 * strength.
 * A paint with itself is itself; order does not matter; splitting a part changes nothing.
 * @param parts parts by volume, any scale; all zero is a programming mistake
 * @source D. R. Duncan 1940, additivity of absorption and scattering (from memory)
 */
export function mixReflectance(pigments: readonly Pigment[], parts: readonly number[]): Reflectance {
  const mix = new Float64Array(BANDS);
  let total = 0;
  pigments.forEach((p, i) => {
    total += parts[i]! * p.strength;
  });
  if (!(total > 0)) throw new RangeError("A mix needs at least one part of something.");
  pigments.forEach((p, i) => {
    const w = (parts[i]! * p.strength) / total;
    for (let b = 0; b < BANDS; b++) mix[b]! += w * p.q[b]!;
  });
  return mix.map(reflection);
}

export const mixLab = (pigments: readonly Pigment[], parts: readonly number[]): LabD65 =>
  labOfXyz(xyzOfReflectance(mixReflectance(pigments, parts)));

/** A film before it is known what it lies on: two numbers a band. */
export type Film = { readonly a: Float64Array; readonly b: Float64Array };

/**
 * A film of scattering power P of a paint: what it makes of what lies below is (1 - Rg a) / (b - Rg), band by band.
 * @param power over 0
 * @source P. Kubelka 1948, in the form with hyperbolic functions (from memory)
 */
export function filmOf(reflectance: Reflectance, power: number): Film {
  const low = new Float64Array(reflectance.length);
  const high = new Float64Array(reflectance.length);
  reflectance.forEach((r, i) => {
    const q = absorption(Math.min(0.9999, Math.max(1e-4, r)));
    const a = 1 + q;
    const b = Math.sqrt(a * a - 1);
    // So thin a film neither scatters nor takes light: b coth(b P) is 1 / P.
    const bg = b * power < 1e-4 ? 1 / power : b / Math.tanh(b * power);
    low[i] = a - bg;
    high[i] = a + bg;
  });
  return { a: low, b: high };
}

/** The colour of a film over something else. */
export const laidOver = ({ a, b }: Film, below: Reflectance): Reflectance =>
  below.map((rg, i) => (1 - rg * a[i]!) / (b[i]! - rg));

/** The colour of a film of scattering power P over something else; at infinite P it is the paint itself. */
export const filmOver = (reflectance: Reflectance, below: Reflectance, power: number): Reflectance =>
  power > 0 ? laidOver(filmOf(reflectance, power), below) : below.slice();
