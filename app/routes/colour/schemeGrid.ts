import { hexOfLab } from "#core/paint/colour";
import type { Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import { stackOf } from "#core/paint/layerStack";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Part } from "#core/scene/part";
import { laidLayers } from "#core/scene/zone";

/** One zone after one layer: what it was, what lies on it, over how much of it, and how light it is from afar. */
export type GridCell = {
  readonly layerId: string;
  readonly before: string;
  readonly lies: string;
  readonly share: number;
  readonly lightness: number;
  /** How much lighter or darker the layer makes the zone; in L*. */
  readonly step: number;
  readonly isUntold: boolean;
};

/** Zones down, layers across; null where a layer is not on a zone. */
export type SchemeGridView = {
  readonly layers: readonly { readonly layer: SchemeLayer; readonly says: string }[];
  readonly rows: readonly {
    readonly number: number;
    readonly name: string;
    readonly cells: readonly (GridCell | null)[];
  }[];
};

/** What every zone of a part looks like after each of its layers. */
export function schemeGrid(part: Pick<Part, "zones">, shelf: Shelf): SchemeGridView {
  const laid = laidLayers(part.zones);
  const rows = part.zones
    .filter((z) => z.scheme.length > 0)
    .map((zone) => {
      const stack = new Map(stackOf(zone.scheme, shelf).map((after) => [after.layerId, after]));
      return {
        number: zone.number,
        name: zone.name,
        cells: laid.map(({ layer, zones }): GridCell | null => {
          const at = zones.some((z) => z.number === zone.number) ? stack.get(layer.id) : undefined;
          if (!at) return null;
          return {
            layerId: layer.id,
            before: hexOfLab(at.before),
            lies: hexOfLab(at.lies),
            share: layer.coverage,
            lightness: at.mean.l,
            step: at.mean.l - at.before.l,
            isUntold: at.isUntold,
          };
        }),
      };
    });
  return { layers: laid.map(({ layer }) => ({ layer, says: kindOf(layer.kind).says })), rows };
}

/** What a cell says in words: how light the zone is after it. */
export const cellWords = ({ lightness, step, share, isUntold }: GridCell): string =>
  isUntold
    ? "colour not told"
    : `L ${lightness.toFixed(0)}${Math.abs(step) < 0.5 ? "" : ` (${step > 0 ? "+" : "−"}${Math.abs(step).toFixed(0)})`}${share < 1 ? `, ${Math.round(100 * share)} %` : ""}`;
