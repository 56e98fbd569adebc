import type { SchemeLayer } from "#core/paint/scheme";
import type { Step } from "#core/steps/step";

/** The steps that lay a mix or a pot, and how much of it they take together, ml as used. */
export function laidWith(
  { kind, id }: NonNullable<SchemeLayer["colour"]>,
  steps: readonly Step[],
): { readonly steps: readonly Step[]; readonly millilitres: number } {
  const laying = steps.filter((s) => (kind === "recipe" ? s.recipeId : s.paintId) === id && s.mixMl !== null);
  return { steps: laying, millilitres: laying.reduce((sum, s) => sum + s.mixMl!.value, 0) };
}
