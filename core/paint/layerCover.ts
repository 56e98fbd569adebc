import { coatedWith, coatsToCover, type Cover, METAL_COATS } from "#core/paint/cover";
import { bodyOf, type Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import { BANDS } from "#core/paint/observer";
import type { Reflectance } from "#core/paint/reflectance";
import type { SchemeLayer } from "#core/paint/scheme";

/** What lies below the first colour: plastic or primer grey, unless the primer has a colour of its own (default). */
const GREY = 0.25;
/** What covers less of its zone is no ground for the next (default). */
export const WHOLE = 0.9;

export const bareGround = (): Reflectance => new Float64Array(BANDS).fill(GREY);

/**
 * How many coats of each covering layer of a scheme hide what lies below it, laid as it is typed: by its id. Layers
 * without a colour, and those that are laid on a part of their zone, have none. Metals go by their own table: their
 * flakes do not scatter as pigments do.
 */
export function layerCovers(scheme: readonly SchemeLayer[], shelf: Shelf): ReadonlyMap<string, Cover> {
  const covers = new Map<string, Cover>();
  let below = bareGround();
  for (const layer of scheme) {
    if (!kindOf(layer.kind).covers || layer.coverage < WHOLE) continue;
    const body = bodyOf(layer, shelf);
    if (!body) continue;
    if (layer.kind === "metal") covers.set(layer.id, { differences: [], coats: METAL_COATS });
    else covers.set(layer.id, coatsToCover(body.full, below, body.power));
    below = coatedWith(body.full, below, body.power, layer.coats);
  }
  return covers;
}
