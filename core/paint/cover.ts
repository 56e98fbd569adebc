import { ciede2000 } from "#core/paint/ciede2000";
import { labOfXyz } from "#core/paint/lab";
import { filmOver } from "#core/paint/mixing";
import type { Paint } from "#core/paint/paint";
import { type Reflectance, xyzOfReflectance } from "#core/paint/reflectance";

/**
 * Scattering power of one brushed coat by how well a pot covers (defaults: contrast ratios of 0.996, 0.85 and 0.39
 * at middling lightness).
 */
export const POWER_PER_COAT: Readonly<Record<Paint["opacity"], number>> = {
  opaque: 4,
  semi: 1.5,
  translucent: 0.4,
};

/** Scattering of one brushed coat of a pot: from its stripe, or by its opacity. */
export const powerOf = ({ power, opacity }: Pick<Paint, "power" | "opacity">): number =>
  power ?? POWER_PER_COAT[opacity];

/** From here on a coat more is not seen (common practice: a difference of 2 is close). */
export const COVERED = 2;
/** More coats than these nobody lays to cover (our choice). */
export const MOST_COATS = 12;
/** Coats of a metal, whose flakes lie in the film and do not scatter as pigments do (default). */
export const METAL_COATS = 3;

/** What coats make of what lies below: how far each leaves the colour from that of a thick film, dE 2000. */
export type Cover = {
  readonly differences: readonly number[];
  /** Coats until no more is seen of what lies below; null where twelve do not do it. */
  readonly coats: number | null;
};

/**
 * Coats of a paint until what lies below is not seen any more.
 * @param full the paint in a thick film; @param below what it is laid on
 * @param thinnerShare thinner per paint: a film of it holds the less, and hides the less
 * @source P. Kubelka 1948, film over a ground (from memory); powers common practice
 */
export function coatsToCover(
  full: Reflectance,
  below: Reflectance,
  powerPerCoat: number,
  thinnerShare = 0,
): Cover {
  const power = powerPerCoat / (1 + thinnerShare);
  const thick = labOf(full);
  const differences: number[] = [];
  let on = below;
  while (differences.length < MOST_COATS) {
    on = coatedWith(full, on, power, 1);
    const difference = ciede2000(labOf(on), thick);
    differences.push(difference);
    if (difference < COVERED) return { differences, coats: differences.length };
  }
  return { differences, coats: null };
}

const labOf = (reflectance: Reflectance) => labOfXyz(xyzOfReflectance(reflectance));

/** What so many coats of a paint make of what lies below. */
export function coatedWith(
  full: Reflectance,
  below: Reflectance,
  powerPerCoat: number,
  coats: number,
): Reflectance {
  let on = below;
  for (let n = 0; n < coats; n++) on = filmOver(full, on, powerPerCoat);
  return on;
}
