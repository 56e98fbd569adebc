import type { Paint, Recipe } from "#core/paint/paint";

/** A first coat of glue and paint builds so thick a film, mm (default). */
const GLUE_FILM_MM = 0.1;
/** From this share of glue on it is such a coat (common practice: 40 to 60). */
const GLUE_FROM = 0.3;
/** Sprayed from farther it dries on the way and frosts, cm (default). */
export const FROSTS_FROM_CM = 25;

type Pots = readonly { readonly paint: Pick<Paint, "kind" | "body">; readonly parts: number }[];

/** Dry film of a coat that is part glue, mm; null of any other. */
export function glueFilmMm(pots: Pots): number | null {
  const all = pots.reduce((sum, p) => sum + p.parts, 0);
  const glue = pots.reduce((sum, p) => sum + (p.paint.kind === "glue" ? p.parts : 0), 0);
  return all > 0 && glue / all >= GLUE_FROM ? GLUE_FILM_MM : null;
}

/** What a recipe says of laying it, for the bench. */
export function mixNotes(
  { laid = {}, thinnerOpen }: Pick<Recipe, "laid" | "thinnerOpen">,
  pots: Pots,
): readonly string[] {
  const { nozzleMm, bar, distanceCm, passes } = laid;
  const spray = [
    ...(nozzleMm === undefined ? [] : [`a ${nozzleMm} mm nozzle`]),
    ...(bar === undefined ? [] : [`${bar} bar`]),
    ...(distanceCm === undefined ? [] : [`from ${distanceCm} cm`]),
  ];
  return [
    ...(thinnerOpen ? ["Nobody said how much thinner goes in: try it, and say it in the mix."] : []),
    ...(spray.length > 0 ? [`Spray with ${spray.join(", ")}.`] : []),
    ...(passes === undefined || passes < 2 ? [] : [`${passes} passes, blotted between.`]),
    ...(glueFilmMm(pots) === null ? [] : ["Glue in it: a thick film that fills fine lines."]),
    ...(pots.some((p) => p.paint.body === "thick")
      ? ["Thick from the pot: it softens fine lines; thin it where detail must stay."]
      : []),
    ...(pots.some((p) => p.paint.kind === "medium")
      ? ["Medium in it: glossy where it pools; a matte coat after it where it is to be flat."]
      : []),
  ];
}

/** How a mix is counted out and how thin it is laid, in words. */
export function laidWords({
  measure,
  thinnerShare,
  thinnerOpen,
}: Pick<Recipe, "measure" | "thinnerShare" | "thinnerOpen">): string {
  const thin = thinnerOpen
    ? "thinner not told"
    : thinnerShare > 0
      ? `thinned ${Math.round(100 * thinnerShare)} %`
      : "unthinned";
  return `in ${measure ?? "parts"}, ${thin}`;
}
