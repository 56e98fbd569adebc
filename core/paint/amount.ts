import { between, type Figure } from "#core/figure";

/** How a coat goes on: film when dry, what reaches the part, what is lost each time. Common practice. */
export const methods = {
  brush: {
    dryFilmMm: 0.017,
    volumeSolids: 0.35,
    transfer: 0.9,
    wasteMl: 0.5,
    minutesPerCm2: 0.05,
    fixedMinutes: 5,
  },
  airbrush: {
    dryFilmMm: 0.008,
    volumeSolids: 0.2,
    transfer: 0.6,
    wasteMl: 1,
    minutesPerCm2: 0.012,
    fixedMinutes: 10,
  },
  can: {
    dryFilmMm: 0.015,
    volumeSolids: 0.2,
    transfer: 0.4,
    wasteMl: 0,
    minutesPerCm2: 0.006,
    fixedMinutes: 5,
  },
  drybrush: {
    dryFilmMm: 0.004,
    volumeSolids: 0.35,
    transfer: 0.4,
    wasteMl: 0.3,
    minutesPerCm2: 0.03,
    fixedMinutes: 3,
  },
  wash: {
    dryFilmMm: 0.004,
    volumeSolids: 0.08,
    transfer: 0.9,
    wasteMl: 0.3,
    minutesPerCm2: 0.02,
    fixedMinutes: 4,
  },
} as const;
export type Method = keyof typeof methods;

/** Drops from a bottle tip in a millilitre; calibrate by filling one (common practice). */
export const DROPS_PER_ML = 28;
/** A can loses more of itself on small targets. */
const SMALL_TARGET_CM2 = 50;
const SMALL_TARGET_TRANSFER = 0.25;
/** Mix a fifth more than is needed: a mix made weeks later does not match by eye (common practice). */
export const SPARE_SHARE = 0.2;

/**
 * Paint as used, ml: area x coats x wet film / transfer + waste, and a fifth over.
 * Wet film = dry film x (1 + thinner) / volume solids, from conservation of solids.
 */
export function paintMillilitres(
  areaCm2: Figure,
  coats: number,
  method: Method,
  thinnerShare: number,
): Figure {
  const m = methods[method];
  const wetMm = (m.dryFilmMm * (1 + thinnerShare)) / m.volumeSolids;
  const transfer = method === "can" && areaCm2.value < SMALL_TARGET_CM2 ? SMALL_TARGET_TRANSFER : m.transfer;
  const ml = (cm2: number) => (((cm2 / 10) * coats * wetMm) / transfer + m.wasteMl) * (1 + SPARE_SHARE);
  return between(ml(areaCm2.low) * 0.75, ml(areaCm2.value), ml(areaCm2.high) * 1.35, "ml", "practice", [
    {
      text: `${areaCm2.value.toFixed(0)} cm2 x ${coats} coat${coats === 1 ? "" : "s"}`,
      basis: areaCm2.basis,
    },
    {
      text: `wet film ${(wetMm * 1000).toFixed(0)} um: ${m.dryFilmMm * 1000} um dry at ${m.volumeSolids * 100} % solids${thinnerShare > 0 ? `, thinned ${Math.round(thinnerShare * 100)} %` : ""}`,
      basis: "practice",
    },
    {
      text: `${Math.round(transfer * 100)} % reaches the part, ${m.wasteMl} ml stays in the tool, a fifth over`,
      value: `${ml(areaCm2.value).toFixed(1)} ml`,
      basis: "practice",
    },
  ]);
}

/** Paint without its thinner: the mix over 1 + thinner share. */
export const neatMillilitres = (mixMl: number, thinnerShare: number) => mixMl / (1 + thinnerShare);

/** Mass of a millilitre of paint from the pot, g (common practice: 1.0 to 1.3). */
const GRAMS_PER_ML = 1.15;

/** Grams of each part of a recipe for an amount. */
export function gramsFor(parts: readonly number[], neatMl: number): readonly number[] {
  const total = parts.reduce((sum, p) => sum + p, 0);
  return parts.map((p) => (neatMl * GRAMS_PER_ML * p) / total);
}

/** Drops of each part of a recipe for an amount, whole drops, at least one of each. */
export function dropsFor(parts: readonly number[], neatMl: number): readonly number[] {
  const total = parts.reduce((sum, p) => sum + p, 0);
  return parts.map((p) => Math.max(1, Math.round((neatMl * DROPS_PER_ML * p) / total)));
}
