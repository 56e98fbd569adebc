import type { ProductId } from "#core/materials/products";
import type { PlanInput } from "#core/scene/planInput";

/** What so many millilitres cost from the shelf, minor units; null where it is not there or its price is not told. */
export function priceOf(
  product: ProductId,
  ml: number,
  stock: PlanInput["workshop"]["stock"],
): number | null {
  const row = stock.find((s) => s.needKey === `product:${product}`);
  return row?.pricePerUnit == null ? null : ml * row.pricePerUnit;
}
