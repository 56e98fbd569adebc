import type { ResinColour } from "#core/surface/grades";

/** How deep light cures a coat of resin by its colour, mm (defaults). */
export const resinDepthMm: Readonly<Record<ResinColour, number>> = {
  clear: 3,
  tinted: 1,
  opaque: 0.3,
  black: 0.15,
};
/** Light on every side of a thin film, s (common practice). */
const SECONDS_A_SIDE = 10;
/** How far the lamp is held, mm (common practice). */
export const LAMP_MM = { from: 20, to: 50 } as const;
/** A seam is laid and cured in stretches of this, mm (default). */
const STRETCH_MM = 5;

/** Coats of light-cured resin with their light. */
export type CuredCoats = {
  readonly coats: number;
  readonly lampSeconds: number;
  /** A tack test after every coat, before the next. */
  readonly tackTests: number;
};

/**
 * @param sides that the lamp cannot light from each other; a bed of foil lights the one below
 */
export function curedCoats(depthMm: number, colour: ResinColour, sides: number): CuredCoats {
  // A depth that is a whole number of coats but for rounding is that number.
  const coats = Math.max(1, Math.ceil(depthMm / resinDepthMm[colour] - 1e-9));
  return { coats, lampSeconds: coats * Math.max(1, sides) * SECONDS_A_SIDE, tackTests: coats };
}

/** What is wrong with so many coats of a colour on a depth; null where light goes through each. */
export function tooDeep(depthMm: number, colour: ResinColour, coats: number): string | null {
  const each = depthMm / Math.max(1, coats);
  const most = resinDepthMm[colour];
  if (each <= most + 1e-9) return null;
  const needed = Math.ceil(depthMm / most - 1e-9);
  return (
    `${each.toFixed(2)} mm of ${colour} resin at once: light goes ${most} mm deep into it, and what is below ` +
    `stays liquid. Lay ${needed} coats, or take a clear one.`
  );
}

/** Thick strands and domes are built in clear resin; printing resin does not cure through (common practice). */
export const clearInstead = (thickMm: number, colour: ResinColour): boolean =>
  (colour === "opaque" || colour === "black") && thickMm > 1;

/** How many stretches a seam is laid and cured in. */
export const seamStretches = (lengthMm: number): number =>
  Math.max(1, Math.ceil(lengthMm / STRETCH_MM - 1e-9));
