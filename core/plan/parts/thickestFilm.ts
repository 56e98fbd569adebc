import { laidFilmMm } from "#core/paint/laidFilm";
import type { Shelf } from "#core/paint/layerBody";
import type { Part } from "#core/scene/part";

/** Dry film where a part is painted thickest, mm: of its zones the one with the most. */
export const thickestFilmMm = ({ zones }: Pick<Part, "zones">, shelf: Shelf): number =>
  Math.max(0, ...zones.map((z) => z.scheme.reduce((sum, l) => sum + laidFilmMm(l, shelf) * l.coats, 0)));
