import { materials, type MaterialId } from "#core/materials/materials";

/** Whole words only: `ply` is in `birch ply` and not in `supply`. */
const says = (text: string, word: string) => new RegExp(`(^|[^a-z])${word}s?($|[^a-z])`).test(text);

/**
 * What somebody may have meant by a word: the row whose longest word stands in the text. A guess, to be offered
 * and not to be taken silently.
 * @returns null where no row is called so
 */
export function guessMaterial(text: string): MaterialId | null {
  const small = text.toLowerCase();
  let best: { readonly id: MaterialId; readonly length: number } | null = null;
  for (const { id, alsoCalled, name } of materials)
    for (const word of [...alsoCalled, name.toLowerCase()])
      if (says(small, word) && word.length > (best?.length ?? 0)) best = { id, length: word.length };
  return best?.id ?? null;
}
