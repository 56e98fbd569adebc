import { schemeFilmMm } from "#core/paint/schemeFilm";
import type { Part } from "#core/scene/part";

/** Dry film where a part is painted thickest, mm: of its zones the one with the most. */
export const thickestFilmMm = ({ zones }: Pick<Part, "zones">): number =>
  Math.max(0, ...zones.map((z) => schemeFilmMm(z.scheme)));
