import type { Harm, Material } from "#core/materials/material";
import { materials } from "#core/materials/materials";
import type { Product } from "#core/materials/product";

/** What harms a bare material in a product; null where nothing does. */
export const attackOf = (product: Product, material: Material): Harm | null =>
  material.harmedBy.find((h) => h.attacks && h.agent !== null && product.agents.includes(h.agent)) ?? null;

/** Everything that a product eats, crazes, fogs or softens where it lies bare. */
export const attackedBy = (product: Product): readonly Material[] =>
  materials.filter((m) => attackOf(product, m) !== null);
