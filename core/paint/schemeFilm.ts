import { productOf } from "#core/materials/products";
import { coatFilmMm } from "#core/paint/amount";
import type { LayerKind } from "#core/paint/layerKinds";
import type { SchemeLayer } from "#core/paint/scheme";

/** Kinds that leave no film of paint: resist is rubbed off again, markings are thin film of their own. */
const filmless: readonly LayerKind[] = ["resist", "decal"];

/** Dry film of one coat of a layer where it lies, mm. */
export const layerFilmMm = (layer: Pick<SchemeLayer, "kind" | "product" | "method" | "load">): number =>
  filmless.includes(layer.kind) ? 0 : coatFilmMm(productOf(layer.product), layer.method, layer.load);

/** Dry films of all layers of a scheme together, mm. */
export const schemeFilmMm = (
  scheme: readonly Pick<SchemeLayer, "kind" | "product" | "method" | "load" | "coats">[],
): number => scheme.reduce((sum, l) => sum + layerFilmMm(l) * l.coats, 0);
