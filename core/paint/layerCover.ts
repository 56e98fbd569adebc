import { coatedWith, coatsToCover, type Cover, POWER_PER_COAT } from "#core/paint/cover";
import { productOf } from "#core/materials/products";
import { coatFilmMm } from "#core/paint/amount";
import { mixReflectance } from "#core/paint/mixing";
import { BANDS } from "#core/paint/observer";
import { type Paint, pigmentOfPaint, type Recipe } from "#core/paint/paint";
import type { Reflectance } from "#core/paint/reflectance";
import { paintOf, recipeOf, type SchemeLayer } from "#core/paint/scheme";

type Shelf = { readonly paints: readonly Paint[]; readonly recipes: readonly Recipe[] };

/** What lies below the first colour: plastic or primer grey, unless the primer has a colour of its own (default). */
const GREY = 0.25;
/** What covers less of its zone is no ground for the next (default). */
const WHOLE = 0.9;
/** Kinds that are laid to cover. */
const covering: readonly SchemeLayer["kind"][] = ["primer", "colour"];

/** A layer's colour in a thick film, how strongly one coat of it scatters, and how thin it is. */
type Body = { readonly full: Reflectance; readonly power: number; readonly thinnerShare: number };

/** Null of a layer whose colour is not told, or whose pots are gone. */
function bodyOf(layer: SchemeLayer, { paints, recipes }: Shelf): Body | null {
  const recipe = recipes.find((r) => r.id === recipeOf(layer));
  const single = paintOf(layer);
  const parts = recipe?.parts ?? (single === null ? [] : [{ paintId: single, parts: 1 }]);
  const pots = parts.flatMap((p) => {
    const paint = paints.find((q) => q.id === p.paintId);
    return paint && p.parts > 0 ? [{ paint, parts: p.parts }] : [];
  });
  const total = pots.reduce((sum, p) => sum + p.parts, 0);
  if (total === 0) return null;
  // A power is of a brushed coat: a thinner film scatters the less.
  const product = productOf(layer.product);
  const film = coatFilmMm(product, layer.method) / coatFilmMm(product, "brush");
  return {
    full: mixReflectance(
      pots.map((p) => pigmentOfPaint(p.paint)),
      pots.map((p) => p.parts),
    ),
    power: (film * pots.reduce((sum, p) => sum + POWER_PER_COAT[p.paint.opacity] * p.parts, 0)) / total,
    thinnerShare: recipe?.thinnerShare ?? 0,
  };
}

/**
 * How many coats of each covering layer of a scheme hide what lies below it, laid as it is typed: by its id. Layers
 * without a colour, and those that are laid on a part of their zone, have none.
 */
export function layerCovers(scheme: readonly SchemeLayer[], shelf: Shelf): ReadonlyMap<string, Cover> {
  const covers = new Map<string, Cover>();
  let below: Reflectance = new Float64Array(BANDS).fill(GREY);
  for (const layer of scheme) {
    const body = covering.includes(layer.kind) && layer.coverage >= WHOLE ? bodyOf(layer, shelf) : null;
    if (!body) continue;
    covers.set(layer.id, coatsToCover(body.full, below, body.power, body.thinnerShare));
    below = coatedWith(body.full, below, body.power / (1 + body.thinnerShare), layer.coats);
  }
  return covers;
}
