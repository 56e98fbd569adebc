import type { ProposedRecipe } from "#core/plan/plates/proposedRecipe";
import type { PrintRecipe } from "#core/print/printRecipe";
import { type Part, printOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { keep } from "#app/jobs/keep";

/**
 * Makes a print recipe of what was proposed for a part, and prints the part by it on that machine; one undo takes
 * both back.
 */
export async function takeRecipe(part: Part, proposed: ProposedRecipe) {
  const name = `${part.name} on ${proposed.printerName}`;
  const { printRecipeId } = printOf(part);
  const now = printRecipeId === null ? undefined : await appDatabase().printRecipes.get(printRecipeId);
  const recipe: PrintRecipe = {
    // Proposed once more it is the same recipe, changed.
    id: now?.name === name && now.printerId === proposed.printerId ? now.id : crypto.randomUUID(),
    name,
    printerId: proposed.printerId,
    materialId: proposed.material?.id ?? null,
    parentId: null,
    settings: Object.fromEntries(proposed.settings.map((s) => [s.field, s.to])),
    nozzleC: null,
    bedC: null,
    note: proposed.settings.map((s) => s.why).join("; "),
  };
  const patch = () => ({
    print: {
      printerId: proposed.printerId,
      printRecipeId: recipe.id,
      ...(proposed.material ? { materialId: proposed.material.id } : {}),
    },
  });
  return keep(`A recipe for ${part.name}`, [
    { table: "printRecipes", put: recipe },
    { table: "parts", id: part.id, patch },
  ]);
}
