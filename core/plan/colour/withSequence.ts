import type { SchemeLayer } from "#core/paint/scheme";
import { withLayer, type Zone } from "#core/scene/zone";

/** Where a run of layers is laid: on all that is painted, or on one zone; over what is there, or in its place. */
export type LaidOver = { readonly zone: number | null; readonly isInstead: boolean };

/**
 * The zones of a part with more layers on top, or with these alone. Layers that were only assumed are not among them,
 * and give way.
 */
export function withSequence(
  zones: readonly Zone[],
  layers: readonly SchemeLayer[],
  { zone: on, isInstead }: LaidOver,
  freshId: () => string,
): readonly Zone[] {
  const cleared = isInstead
    ? zones.map((z) => (on === null || z.number === on ? { ...z, scheme: [] } : z))
    : zones;
  return layers.reduce<readonly Zone[]>((now, layer) => withLayer(now, layer, on, freshId()), cleared);
}
