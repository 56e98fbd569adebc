import { hexOfLab } from "#core/paint/colour";
import { powerOf } from "#core/paint/cover";
import { labOfXyz, xyzOfLab } from "#core/paint/lab";
import { filmOver } from "#core/paint/mixing";
import { BANDS } from "#core/paint/observer";
import type { Paint } from "#core/paint/paint";
import { type Reflectance, smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";

/** Films of a swatch, in coats: from two coats to next to nothing. */
export const SWATCH_COATS = [2, 1.4, 1, 0.7, 0.5, 0.35, 0.25, 0.15, 0.08] as const;

/** A card's stripes. */
export const BLACK_STRIPE = 0.03;
const WHITE_CARD = 0.9;
const even = (r: number): Reflectance => new Float64Array(BANDS).fill(r);

const drawn = new WeakMap<
  Paint,
  { readonly overBlack: readonly string[]; readonly overWhite: readonly string[] }
>();

/**
 * A pot brushed out from thick to thin over a black and a white stripe, as the film of each thickness comes out: hex
 * colours, one for each of SWATCH_COATS. How well it covers is as the pot says.
 */
export function brushedOut(paint: Paint) {
  const known = drawn.get(paint);
  if (known) return known;
  const { reflectance } = smoothestReflectance(xyzOfLab(paint.lab));
  const power = powerOf(paint);
  const over = (stripe: number) =>
    SWATCH_COATS.map((coats) =>
      hexOfLab(labOfXyz(xyzOfReflectance(filmOver(reflectance, even(stripe), power * coats)))),
    );
  const swatch = { overBlack: over(BLACK_STRIPE), overWhite: over(WHITE_CARD) };
  drawn.set(paint, swatch);
  return swatch;
}
