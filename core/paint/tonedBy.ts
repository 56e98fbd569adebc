import { aroundIt, type Coat } from "#core/paint/coat";
import { kindOf, type LayerKind } from "#core/paint/layerKinds";

/** A later layer that covers more than this of a zone tones down what lies below it (default). */
const TONES_FROM = 0.6;
const toned: readonly LayerKind[] = ["colour", "metal", "shade", "glaze", "drybrush"];
const toning: readonly LayerKind[] = ["colour", "shade", "glaze", "filter", "dust", "drybrush"];

/** The layer that a step looks wrong until: its number from the first of its zone, and what it is called. */
export function tonedBy(
  coat: Pick<Coat, "p" | "laid" | "layer">,
): { readonly number: number; readonly says: string } | null {
  if (!toned.includes(coat.layer.kind)) return null;
  const { before, after } = aroundIt(coat);
  const at = after.findIndex(({ layer }) => toning.includes(layer.kind) && layer.coverage > TONES_FROM);
  if (at < 0) return null;
  return { number: before.length + 2 + at, says: kindOf(after[at]!.layer.kind).says };
}
