import { productOf } from "#core/materials/products";
import { coatFilmMm } from "#core/paint/amount";
import type { SchemeLayer } from "#core/paint/scheme";

/** Dry films of all layers of a scheme together, mm. */
export const schemeFilmMm = (scheme: readonly Pick<SchemeLayer, "product" | "method" | "coats">[]): number =>
  scheme.reduce((sum, l) => sum + coatFilmMm(productOf(l.product), l.method) * l.coats, 0);
