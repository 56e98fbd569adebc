import type { Paint, Recipe } from "#core/paint/paint";

/** One paint of a mix as it is drawn: its name, its colour, its parts. */
export type MixBlock = { readonly name: string; readonly hex: string; readonly parts: number };

/** How a pot is drawn that is no longer in the workshop. */
const gone = { name: "gone", hex: "#888888" };

/** A mix as blocks, one paint after the other. */
export function mixBlocks(recipe: Pick<Recipe, "parts">, paints: readonly Paint[]): readonly MixBlock[] {
  return recipe.parts.map(({ paintId, parts }) => {
    const { name, hex } = paints.find((p) => p.id === paintId) ?? gone;
    return { name, hex, parts };
  });
}
