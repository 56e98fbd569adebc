import { potsOf, type Shelf } from "#core/paint/layerBody";
import { glueFilmMm } from "#core/paint/mixNotes";
import type { SchemeLayer } from "#core/paint/scheme";
import { layerFilmMm } from "#core/paint/schemeFilm";

/** Dry film of one coat of a layer where it lies, mm: thicker than its product's where its mix is part glue. */
export const laidFilmMm = (
  layer: Pick<SchemeLayer, "kind" | "product" | "method" | "load" | "colour">,
  shelf: Shelf,
): number => glueFilmMm(potsOf(layer, shelf)) ?? layerFilmMm(layer);
