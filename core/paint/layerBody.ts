import { productOf } from "#core/materials/products";
import { coatFilmMm, WASH_WET_MM } from "#core/paint/amount";
import { powerOf } from "#core/paint/cover";
import { absorption, mixReflectance } from "#core/paint/mixing";
import { type Paint, pigmentOfPaint, type Recipe } from "#core/paint/paint";
import { type Reflectance, xyzOfReflectance } from "#core/paint/reflectance";
import { paintOf, recipeOf, type SchemeLayer } from "#core/paint/scheme";
import { layerFilmMm } from "#core/paint/schemeFilm";

/** Pots and mixes that layers are laid with. */
export type Shelf = { readonly paints: readonly Paint[]; readonly recipes: readonly Recipe[] };

/** A layer's colour in a thick film, how strongly one coat of it scatters as typed, and how thin it is. */
export type LayerBody = {
  readonly full: Reflectance;
  /** Of one coat, as it is thinned. */
  readonly power: number;
  /** It runs together in recesses and off what is raised. */
  readonly runs: boolean;
};

/**
 * What one coat of a wash as it is sold takes of the light, scattered and absorbed together: that of a scattering of
 * 0.1 at middling lightness (default).
 */
const WASH_EXTINCTION = 0.125;
/** Absorption over scattering at middling lightness: that is where powers by opacity are told. */
const MIDDLING = 1.25;

/** The pots of a layer with their parts; none of a layer whose colour is not told, or whose pots are gone. */
export function potsOf(
  layer: Pick<SchemeLayer, "colour">,
  { paints, recipes }: Shelf,
): readonly { readonly paint: Paint; readonly parts: number }[] {
  const recipe = recipes.find((r) => r.id === recipeOf(layer));
  const single = paintOf(layer);
  const parts = recipe?.parts ?? (single === null ? [] : [{ paintId: single, parts: 1 }]);
  return parts.flatMap((p) => {
    const paint = paints.find((q) => q.id === p.paintId);
    return paint && p.parts > 0 ? [{ paint, parts: p.parts }] : [];
  });
}

/**
 * Colour and covering power of a layer; null of one whose colour is not told, or whose pots are gone. A power is of a
 * brushed coat: a thinner film scatters the less.
 */
export function bodyOf(layer: SchemeLayer, shelf: Shelf): LayerBody | null {
  const pots = potsOf(layer, shelf);
  const total = pots.reduce((sum, p) => sum + p.parts, 0);
  if (total === 0) return null;
  const thinnerShare = shelf.recipes.find((r) => r.id === recipeOf(layer))?.thinnerShare ?? 0;
  const product = productOf(layer.product);
  const runs = layer.method === "wash";
  const filmMm = runs ? WASH_WET_MM * product.solids : layerFilmMm(layer);
  const ofPots = pots.reduce((sum, p) => sum + powerOf(p.paint) * p.parts, 0) / total;
  const power = (ofPots * filmMm) / coatFilmMm(product, "brush");
  const full = mixReflectance(
    pots.map((p) => pigmentOfPaint(p.paint)),
    pots.map((p) => p.parts),
  );
  if (!runs) return { full, power: power / (1 + thinnerShare), runs };
  // So little of a dark pigment takes away no more light than as much of a pale one: what a film of it takes is held,
  // and not what it scatters.
  const isReady = product.kind === "wash" && thinnerShare === 0;
  const extinction = isReady ? WASH_EXTINCTION : (MIDDLING * power) / (1 + thinnerShare);
  return { full, power: extinction / (1 + absorption(xyzOfReflectance(full)[1])), runs };
}
