import { productName } from "#core/materials/products";
import { hexOfLab } from "#core/paint/colour";
import type { Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import { stackOf } from "#core/paint/layerStack";
import { laidWords } from "#core/paint/mixNotes";
import { layerNotes } from "#core/paint/layerNotes";
import { productOf } from "#core/materials/products";
import { predictMix, type Recipe } from "#core/paint/paint";
import { paintOf, recipeOf, type SchemeLayer } from "#core/paint/scheme";
import type { BookEntry, BookLine, Label } from "#core/plan/colour/schemeBook";
import { placeName } from "#core/scene/zone";
import type { Part } from "#core/scene/part";
import { counted } from "#core/words";

const nameOf = (layer: SchemeLayer, { recipes, paints }: Shelf): string =>
  recipes.find((r) => r.id === recipeOf(layer))?.name ??
  paints.find((p) => p.id === paintOf(layer))?.name ??
  productName(layer.product);

/** How a layer goes on, in a line. */
const howWords = (layer: SchemeLayer): string =>
  [
    `${productName(layer.product)}, ${layer.method}, ${layer.sheen}`,
    counted(layer.coats, "coat", "coats"),
    ...(layer.coverage < 1 ? [`${Math.round(100 * layer.coverage)} % of it`] : []),
    ...layerNotes(layer, productOf(layer.product)).slice(0, 1),
  ].join("; ");

/** Every painted zone of some parts, from primer to seal. */
export const bookOfParts = (parts: readonly Part[], shelf: Shelf): readonly BookEntry[] =>
  parts.flatMap((part) =>
    part.zones
      .filter((z) => z.scheme.length > 0)
      .map((zone): BookEntry => {
        const stack = new Map(stackOf(zone.scheme, shelf).map((a) => [a.layerId, a]));
        const copies = part.count > 1 ? `${part.count} copies. ` : "";
        return {
          title: placeName(part, zone),
          note: `${copies}Each swatch is the whole place as it looks after that layer, from afar.`,
          lines: zone.scheme.map((layer): BookLine => {
            const after = stack.get(layer.id);
            return {
              hex: after && !after.isUntold ? hexOfLab(after.mean) : null,
              title: `${kindOf(layer.kind).says}: ${nameOf(layer, shelf)}`,
              words: howWords(layer),
            };
          }),
        };
      }),
  );

/** What a mix is, in a line: `3 chalk + 2 umber, in parts, unthinned`. */
const mixWords = (recipe: Recipe, { paints }: Shelf): string => {
  const nameOf = (id: string) => paints.find((q) => q.id === id)?.name ?? "a pot that is gone";
  return `${recipe.parts.map((p) => `${p.parts} ${nameOf(p.paintId)}`).join(" + ")}, ${laidWords(recipe)}`;
};

const hexOfMix = (recipe: Recipe, { paints }: Shelf): string | null => {
  if (recipe.swatch) return hexOfLab(recipe.swatch);
  const mix = predictMix(recipe, new Map(paints.map((p) => [p.id, p])));
  return mix ? hexOfLab(mix.lab) : null;
};

/** All mixes as one entry: as they dried where a swatch says so, else as foreseen. */
export const bookOfMixes = (shelf: Shelf): BookEntry => ({
  title: "Mixes",
  note: "As they dried where a swatch was kept, else as foreseen from their pots.",
  lines: shelf.recipes.map((r) => ({ hex: hexOfMix(r, shelf), title: r.name, words: mixWords(r, shelf) })),
});

/** Labels of all mixes and pots whose colour is known. */
export const labelsOf = (shelf: Shelf): readonly Label[] => [
  ...shelf.recipes.flatMap((r) => {
    const hex = hexOfMix(r, shelf);
    return hex ? [{ hex, name: r.name, words: mixWords(r, shelf) }] : [];
  }),
  ...shelf.paints.map((p) => ({ hex: p.hex, name: p.name, words: productName(p.product) })),
];
