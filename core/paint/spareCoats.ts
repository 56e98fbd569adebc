import { ciede2000 } from "#core/paint/ciede2000";
import { coatedWith } from "#core/paint/cover";
import { labOfXyz, type LabD65 } from "#core/paint/lab";
import { bodyOf, type LayerBody, type Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import { WHOLE } from "#core/paint/layerCover";
import { BANDS } from "#core/paint/observer";
import type { Paint } from "#core/paint/paint";
import { type Reflectance, xyzOfReflectance } from "#core/paint/reflectance";
import type { SchemeLayer } from "#core/paint/scheme";
import { productOf } from "#core/materials/products";

/** From this contrast ratio on nothing is seen of what lies below (default). */
export const HIDES = 0.98;
/** A primer this near to the base colour is the base colour (default). */
const AS_BASE = 5;
/** A later coat over less of the zone spares nothing worth an edge (default). */
const LEAST_SHARE = 0.3;

const even = (r: number): Reflectance => new Float64Array(BANDS).fill(r);

/** Luminance over black to luminance over white, of so many coats. */
export function contrastRatio({ full, power }: LayerBody, coats: number): number {
  const y = (below: number) => xyzOfReflectance(coatedWith(full, even(below), power, coats))[1];
  return y(0.001) / y(0.9);
}

/**
 * A layer that is laid where a later one hides it. `share`: of the zone that the later one covers.
 */
export type HiddenCoat = { readonly layer: SchemeLayer; readonly under: SchemeLayer; readonly share: number };

/** Kinds that hold what comes after them and are laid for that. */
const holds = ({ kind }: SchemeLayer) => kind === "primer" || kind === "varnish" || kind === "resist";

/** Colour layers that a later opaque one hides, over part of the zone or all of it. */
export function hiddenCoats(scheme: readonly SchemeLayer[], shelf: Shelf): readonly HiddenCoat[] {
  return scheme.flatMap((layer, i): readonly HiddenCoat[] => {
    if (holds(layer)) return [];
    // What resist keeps open is seen through whatever comes over it.
    const above = scheme.slice(i + 1);
    const resist = above.findIndex((l) => l.kind === "resist");
    const under = (resist < 0 ? above : above.slice(0, resist)).find((later) => {
      if (later.kind !== "colour" || later.coverage < LEAST_SHARE) return false;
      const body = bodyOf(later, shelf);
      return body !== null && contrastRatio(body, later.coats) >= HIDES;
    });
    // Nothing is spared of a layer that has room beside the later one.
    return under && layer.coverage + under.coverage > 1 ? [{ layer, under, share: under.coverage }] : [];
  });
}

/** The first colour of a scheme in a thick film. */
function baseOf(scheme: readonly SchemeLayer[], shelf: Shelf) {
  const base = scheme.find((l) => kindOf(l.kind).action === "paint");
  const body = base && base.coverage >= WHOLE ? bodyOf(base, shelf) : null;
  return base && body ? { base, lab: labOfXyz(xyzOfReflectance(body.full)) } : null;
}

/** A primer that is the base colour already: the layer that it spares, the pot, and how far it is off. */
export type PrimerAsBase = {
  readonly primer: SchemeLayer;
  readonly base: SchemeLayer;
  readonly pot: Paint;
  readonly difference: number;
};

/** The primer pot, of those that are owned, that is so near to the first colour that this need not be laid. */
export function primerAsBase(scheme: readonly SchemeLayer[], shelf: Shelf): PrimerAsBase | null {
  const primer = scheme.find((l) => l.kind === "primer");
  const first = baseOf(scheme, shelf);
  if (!primer || !first) return null;
  const off = (lab: LabD65) => ciede2000(lab, first.lab);
  const [best] = shelf.paints
    .filter((p) => productOf(p.product).kind === "primer" && p.millilitres > 0)
    .map((pot) => ({ pot, difference: off(pot.lab) }))
    .sort((a, b) => a.difference - b.difference);
  return best && best.difference < AS_BASE ? { primer, base: first.base, ...best } : null;
}
