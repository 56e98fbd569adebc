import { needsOfStep, openShare } from "#core/plan/stores/stepNeeds";
import { isPart } from "#core/reference";
import type { Workshop } from "#core/scene/workshop";
import type { Step } from "#core/steps/step";

/**
 * Steps that lay a mix with what all that is still to do needs of it, ml, and how many parts share it, so that
 * enough of it is mixed at once. That a mix which stands ready runs short is told by the stores.
 * @param done steps that need nothing any more; `some`: pieces that are done of the others
 */
export function withSharedMixes(
  steps: readonly Step[],
  shelf: Pick<Workshop, "paints" | "recipes" | "stock">,
  done: ReadonlySet<string>,
  some: ReadonlyMap<string, number>,
): readonly Step[] {
  const mixes = new Map<string, { ml: number; readonly parts: Set<string> }>();
  for (const s of steps) {
    if (s.recipeId === null) continue;
    const mix = mixes.get(s.recipeId) ?? { ml: 0, parts: new Set<string>() };
    mixes.set(s.recipeId, mix);
    s.targets.filter(isPart).forEach((t) => mix.parts.add(t));
    if (done.has(s.id)) continue;
    for (const n of needsOfStep(s, shelf, openShare(s, some))) if (n.unit === "ml") mix.ml += n.amount.value;
  }
  return steps.map((s) => {
    const mix = s.recipeId === null || done.has(s.id) ? undefined : mixes.get(s.recipeId);
    return mix ? { ...s, facts: { neededMl: mix.ml, sharedBy: mix.parts.size, ...s.facts } } : s;
  });
}
