import { familyOf } from "#core/order/families";
import { inHand } from "#core/order/inHand";
import type { Step } from "#core/order/step";

/**
 * What has to be cleaned the moment a step is done, and with what; null where nothing does. Common practice
 * (O51).
 */
export function cleanNow(step: Step, next: Step | undefined): string | null {
  if (!step.family || !/brush|spatula|stick|roller/.test(step.tool)) return null;
  const { chemistry, thinner } = familyOf(step.family);
  const goesOn =
    next?.tool === step.tool &&
    next.family === step.family &&
    next.recipeId === step.recipeId &&
    next.paintId === step.paintId;
  if (goesOn) return null;
  const with_ = thinner === "none" ? "its thinner" : thinner.replace(" to clean", "");
  if (chemistry === "resin" || chemistry === "lacquer")
    return `Clean the ${step.tool} at once with ${with_}: it sets in minutes.`;
  if (/airbrush/.test(step.tool)) return `Rinse the airbrush with ${with_} before it dries.`;
  return chemistry === "water"
    ? `Wash the ${step.tool} with ${with_} before it dries.`
    : `Wipe and clean the ${step.tool} with ${with_}.`;
}

/** What to lay out for some steps: tools, products, and what is worn, each once. */
export function layOut(steps: readonly Step[]): {
  readonly tools: readonly string[];
  readonly products: readonly string[];
} {
  return {
    tools: [...new Set(steps.map((s) => inHand(s).what).filter((t) => t !== "hands"))].sort(),
    products: [...new Set(steps.flatMap((s) => (s.family ? [s.family] : [])))].sort(),
  };
}
