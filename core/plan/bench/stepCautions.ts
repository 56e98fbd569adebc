import type { Step } from "#core/steps/step";
import type { Workshop } from "#core/scene/workshop";
import { type CautionId, cautionsFor } from "#core/safety/cautions";

/** What to mind at a step, with the pots that it takes from this shelf. */
export function stepCautions(
  step: Step,
  { paints, recipes }: Pick<Workshop, "paints" | "recipes">,
): readonly CautionId[] {
  const inMix = recipes.find((r) => r.id === step.recipeId)?.parts.map((p) => p.paintId) ?? [];
  const pots = paints.filter((p) => p.id === step.paintId || inMix.includes(p.id));
  const thinner = pots.find((p) => p.thinner !== null)?.thinner ?? null;
  return cautionsFor({
    action: step.action,
    product: step.product,
    thinner,
    place: step.place,
    process: step.process,
    tool: step.tool,
    materials: step.facts?.bare === undefined ? [] : [step.facts.bare],
    heavyBoard: step.facts?.heavyBoard === true,
    magnet: step.facts?.magnet === true,
  });
}
