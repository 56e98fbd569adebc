import { productOf } from "#core/materials/products";
import type { Paint } from "#core/paint/paint";

/** Solids of a pot, (0, 1]: its own, or those of its product. */
export const potSolids = ({ solids, product }: Pick<Paint, "solids" | "product">): number =>
  solids ?? productOf(product).solids;

/** Solids of some pots together, by their parts; null where none of them says its own, or there are none. */
export function solidsOf(
  pots: readonly { readonly paint: Pick<Paint, "solids" | "product">; readonly parts: number }[],
): number | null {
  if (!pots.some((p) => p.paint.solids !== undefined)) return null;
  const all = pots.reduce((sum, p) => sum + p.parts, 0);
  return pots.reduce((sum, p) => sum + potSolids(p.paint) * p.parts, 0) / all;
}
