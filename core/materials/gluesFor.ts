import { attackOf } from "#core/materials/attacks";
import { materialOf, type MaterialId } from "#core/materials/materials";
import type { GlueTraits, Product } from "#core/materials/product";
import { type ProductId, products } from "#core/materials/products";

export type Glue = Product & { readonly id: ProductId; readonly glue: GlueTraits };

/** The products that a joint is glued with. */
export const glues: readonly Glue[] = products.filter((p): p is typeof p & Glue => p.glue !== undefined);

const holds = (g: Glue, of: MaterialId) => {
  const material = materialOf(of);
  return !material.glueless && !g.glue.notOn.includes(material.kind) && attackOf(g, material) === null;
};

/**
 * The glues that hold a pair of materials over a gap, best first: one that suits both, fills the gap, gives
 * where one side bends. None where one side takes no glue.
 */
export function gluesFor(a: MaterialId, b: MaterialId, gapMm: number): readonly Glue[] {
  const kinds = [materialOf(a).kind, materialOf(b).kind];
  const cures = [a, b].every((m) => materialOf(m).print?.process === "resin");
  const first: ProductId = kinds.includes("foam")
    ? "contact glue"
    : kinds.includes("clear sheet")
      ? "PVA"
      : cures
        ? "UV resin"
        : "cyanoacrylate";
  return glues
    .filter((g) => holds(g, a) && holds(g, b) && g.glue.gapMm >= gapMm)
    .sort((p, q) => Number(q.id === first) - Number(p.id === first));
}
