import { between, type Figure } from "#core/figure";
import type { Product } from "#core/materials/product";
import type { Load } from "#core/paint/load";

/**
 * How a coat goes on: what reaches the part, what is lost each time, hands. A wash is told by the wet film that it
 * lays, drybrushing by what it leaves on the crests. `fixedMinutes`: taking a part up and putting it down; pots, cups
 * and brushes are got out once a session. Common practice.
 */
export const methods = {
  brush: { transfer: 0.9, wasteMl: 0.5, minutesPerCm2: 0.05, fixedMinutes: 1 },
  airbrush: { transfer: 0.6, wasteMl: 1, minutesPerCm2: 0.012, fixedMinutes: 1 },
  can: { transfer: 0.4, wasteMl: 0, minutesPerCm2: 0.006, fixedMinutes: 1 },
  drybrush: { transfer: 0.4, wasteMl: 0.3, minutesPerCm2: 0.03, fixedMinutes: 1 },
  wash: { transfer: 0.9, wasteMl: 0.3, minutesPerCm2: 0.02, fixedMinutes: 1 },
  sponge: { transfer: 0.7, wasteMl: 0.3, minutesPerCm2: 0.02, fixedMinutes: 1 },
  powder: { transfer: 0.6, wasteMl: 0.1, minutesPerCm2: 0.01, fixedMinutes: 1 },
  flick: { transfer: 0.3, wasteMl: 0.3, minutesPerCm2: 0.01, fixedMinutes: 1 },
} as const;
export type Method = keyof typeof methods;

/** Hands for one coat on so many cm2, without getting things out. */
export const coatMinutes = (method: Method, cm2: number): number =>
  methods[method].fixedMinutes + methods[method].minutesPerCm2 * cm2;

/** Drops from a bottle tip in a millilitre; calibrate by filling one (common practice). */
export const DROPS_PER_ML = 28;
/** A can loses more of itself on small targets. */
const SMALL_TARGET_CM2 = 50;
const SMALL_TARGET_TRANSFER = 0.25;
/** Mix a fifth more than is needed: a mix made weeks later does not match by eye (common practice). */
export const SPARE_SHARE = 0.2;

/** Wet film of a wash, glaze or filter as it is used, mm (common practice). */
export const WASH_WET_MM = 0.05;
/** Dry film that drybrushing leaves, and an airbrush of a paint that is usually brushed, mm (common practice). */
const DRYBRUSH_MM = 0.004;
const AIRBRUSHED_MM = 0.008;

/** What a load of the brush leaves of a whole brushed coat; a dry one leaves what drybrushing does (defaults). */
const OF_A_COAT: Partial<Record<Load, number>> = { wet: 1, damp: 0.5 };

/** Dry film of one coat as it goes on, mm: of the product, thinner where it is brushed dry or sprayed. */
export function coatFilmMm(
  product: Pick<Product, "filmMm" | "sprayed">,
  method: Method,
  load?: Load,
): number {
  const share = load && OF_A_COAT[load];
  if (share !== undefined && byBrush.includes(method)) return product.filmMm * share;
  if (method === "drybrush" || (load === "dry" && method === "brush")) return DRYBRUSH_MM;
  return method === "airbrush" && !product.sprayed ? Math.min(AIRBRUSHED_MM, product.filmMm) : product.filmMm;
}

/** Methods whose film goes by how full the brush is. */
const byBrush: readonly Method[] = ["brush", "drybrush"];

/** A coat, or some that are alike, to be laid. `thinnerShare`: thinner per paint, 0.25 for 1 to 4. */
export type CoatAmount = {
  readonly areaCm2: Figure;
  readonly coats: number;
  readonly method: Method;
  readonly product: Product;
  readonly thinnerShare: number;
  readonly load?: Load | undefined;
};

/**
 * The mix as used, ml: what lies wet on the area over what reaches it, and what stays in the tool, and a fifth
 * over. A body coat is told by the dry film that it must leave, so that it takes the same paint however it is
 * thinned: film / solids x (1 + thinner), by conservation of solids. A wash is told by its wet film.
 */
export function coatMillilitres(coat: CoatAmount): Figure {
  const { areaCm2, coats, method, product, thinnerShare, load } = coat;
  const { transfer: usual, wasteMl } = methods[method];
  const film = coatFilmMm(product, method, load);
  const isWash = method === "wash";
  const wetMm = isWash ? WASH_WET_MM : (film * (1 + thinnerShare)) / product.solids;
  const transfer = method === "can" && areaCm2.value < SMALL_TARGET_CM2 ? SMALL_TARGET_TRANSFER : usual;
  const ml = (cm2: number) => (((cm2 / 10) * coats * wetMm) / transfer + wasteMl) * (1 + SPARE_SHARE);
  const thinned = thinnerShare > 0 ? `, thinned ${Math.round(thinnerShare * 100)} %` : "";
  const um = (mm: number) => (mm * 1000).toFixed(0);
  return between(ml(areaCm2.low) * 0.75, ml(areaCm2.value), ml(areaCm2.high) * 1.35, "ml", "practice", [
    {
      text: `${areaCm2.value.toFixed(0)} cm2 x ${coats} coat${coats === 1 ? "" : "s"}`,
      basis: areaCm2.basis,
    },
    {
      text: isWash
        ? `wet film ${um(wetMm)} um as it is used`
        : `wet film ${um(wetMm)} um: ${um(film)} um dry at ${Math.round(product.solids * 100)} % solids${thinned}`,
      basis: "practice",
    },
    {
      text: `${Math.round(transfer * 100)} % reaches the part, ${wasteMl} ml stays in the tool, a fifth over`,
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
