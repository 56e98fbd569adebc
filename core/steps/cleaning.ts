import { productName, productOf, type ProductId } from "#core/materials/products";
import { thinnerOf } from "#core/materials/thinner";
import { toolOf } from "#core/materials/tools";
import { inHand } from "#core/steps/inHand";
import type { Step } from "#core/steps/step";

/** What takes a product off a tool: what it is thinned or cleaned with. */
function cleaner(id: ProductId): string {
  const thinner = thinnerOf(productOf(id).thinner);
  return thinner.id === "none" ? "its thinner" : thinner.name;
}

/**
 * What has to be cleaned the moment a step is done, and with what; null where nothing does. Common practice
 * (O51).
 */
export function cleanNow(step: Step, next: Step | undefined): string | null {
  const tool = toolOf(step.tool);
  if (step.product === null || !tool.washed) return null;
  const goesOn =
    next?.tool === step.tool &&
    next.product === step.product &&
    next.recipeId === step.recipeId &&
    next.paintId === step.paintId;
  if (goesOn) return null;
  const product = productOf(step.product);
  const with_ = cleaner(step.product);
  if (product.setsInTool) return `Clean the ${tool.name} at once with ${with_}: it sets in minutes.`;
  if (tool.id === "airbrush") return `Rinse the airbrush with ${with_} before it dries.`;
  return product.chemistry === "water"
    ? `Wash the ${tool.name} with ${with_} before it dries.`
    : `Wipe and clean the ${tool.name} with ${with_}.`;
}

/** What to lay out for some steps: tools, products, and what is worn, each once. */
export function layOut(steps: readonly Step[]): {
  readonly tools: readonly string[];
  readonly products: readonly string[];
} {
  return {
    tools: [...new Set(steps.map((s) => inHand(s).what).filter((t) => t !== "hands"))].sort(),
    products: [...new Set(steps.flatMap((s) => (s.product ? [productName(s.product)] : [])))].sort(),
  };
}
