import { products, type ProductId } from "#core/materials/products";

/** Products that a layer of a scheme can be of: what glues or sets like stone is no coat. */
export const coatProducts: readonly ProductId[] = products
  .filter((p) => p.chemistry !== "glue" && p.chemistry !== "mineral")
  .map((p) => p.id);
