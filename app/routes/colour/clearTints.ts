import { type BehindClear, behindClear, isTransparent, tintBefore } from "#core/paint/clearTint";
import { hexOfLab } from "#core/paint/colour";
import { labOfXyz } from "#core/paint/lab";
import { bodyOf, potsOf, type Shelf } from "#core/paint/layerBody";
import { xyzOfReflectance } from "#core/paint/reflectance";
import { type Part, printOf } from "#core/scene/part";
import { layersOf, placeName } from "#core/scene/zone";

/** Coats that a tint is shown with. */
const COATS = [1, 2, 3] as const;
const behinds: readonly BehindClear[] = [...(Object.keys(behindClear) as BehindClear[]), "a lamp"];

/** A tint on a clear place, as it looks before each thing with one, two and three coats. */
export type ClearTint = {
  readonly layerId: string;
  readonly place: string;
  readonly coats: number;
  readonly rows: readonly {
    readonly behind: BehindClear;
    readonly cells: readonly { readonly coats: number; readonly hex: string }[];
  }[];
};

/** The layers of clear places that light goes through. */
export function clearTints(part: Part, shelf: Shelf): readonly ClearTint[] {
  const zones = part.zones.filter((z) => z.meaning === "clear" || printOf(part).clear);
  return zones.flatMap((zone) =>
    layersOf([zone]).flatMap((layer): readonly ClearTint[] => {
      const pots = potsOf(layer, shelf).filter(({ paint }) => paint.kind !== "medium");
      const body = bodyOf(layer, shelf);
      if (!body || pots.length === 0 || !pots.every(({ paint }) => isTransparent(paint))) return [];
      const swatch = labOfXyz(xyzOfReflectance(body.full));
      const rows = behinds.map((behind) => ({
        behind,
        cells: COATS.map((coats) => ({ coats, hex: hexOfLab(tintBefore(swatch, coats, behind)) })),
      }));
      return [{ layerId: layer.id, place: placeName(part, zone), coats: layer.coats, rows }];
    }),
  );
}
