import { type CoatAmount, coatFilmMm, methods, SPARE_SHARE, WASH_WET_MM } from "#core/paint/amount";
import type { Paint, Recipe } from "#core/paint/paint";

/** How much of a mix the pots that are owned give, ml as used: the pot that runs out first ends it. */
export function mixFromPots(
  { parts, thinnerShare }: Pick<Recipe, "parts" | "thinnerShare">,
  paints: ReadonlyMap<string, Pick<Paint, "millilitres">>,
): number {
  const all = parts.reduce((sum, p) => sum + p.parts, 0);
  if (all <= 0) return 0;
  const least = Math.min(
    ...parts
      .filter((p) => p.parts > 0)
      .map((p) => ((paints.get(p.paintId)?.millilitres ?? 0) * all) / p.parts),
  );
  return least * (1 + thinnerShare);
}

/**
 * What so much of a mix is enough for, cm2: the amount of a coat the other way round, with what stays in the tool and
 * a fifth over. Nothing where it does not even fill the tool.
 */
export function enoughForCm2(mixMl: number, coat: Omit<CoatAmount, "areaCm2">): number {
  const { coats, method, product, thinnerShare, load } = coat;
  const { transfer, wasteMl } = methods[method];
  const wetMm =
    method === "wash"
      ? WASH_WET_MM
      : (coatFilmMm(product, method, load) * (1 + thinnerShare)) / product.solids;
  return Math.max(0, ((mixMl / (1 + SPARE_SHARE) - wasteMl) * transfer * 10) / (coats * wetMm));
}
