import type { Product } from "#core/materials/product";
import { thinnerOf } from "#core/materials/thinner";
import { kindOf } from "#core/paint/layerKinds";
import type { SchemeLayer } from "#core/paint/scheme";

const hours = (minutes: number) => (minutes < 120 ? `${minutes} min` : `${Math.round(minutes / 60)} h`);

/** How long a layer can be opened again after it was laid, minutes; null where it cannot. */
export const undoneUntil = (product: Product): number | null =>
  product.reopens ? product.cureMinutes : null;

/** How a layer that was overdone is undone. Common practice. */
export function wayBackOf(layer: Pick<SchemeLayer, "kind">, product: Product): string {
  const until = undoneUntil(product);
  const { action, covers } = kindOf(layer.kind);
  if (until !== null)
    return `Draw it back with ${thinnerOf(product.thinner).name}, for ${hours(until)} after it is laid.`;
  if (product.chemistry === "powder") return "Brush it off dry, or dust the colour below over it.";
  if (action === "varnish") return "Another coat in the sheen that was wanted, once it is dry.";
  if (action === "decal") return "Soak it off while it is not sealed.";
  if (layer.kind === "resist") return "Rub it off and dab again.";
  if (covers) return "Paint the colour below again where it went too far.";
  return "Glaze the colour below over it, thin, or drybrush it over.";
}
