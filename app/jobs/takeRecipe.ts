import type { ProposedRecipe } from "#core/plan/plates/proposedRecipe";
import type { PrintRecipe } from "#core/print/printRecipe";
import { type Part, printOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import type { FilamentPrinter } from "#core/print/printer";
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

/**
 * Prints a part with one wall more than its recipe has it with, which says so; what else it sets stays.
 * @param printer as its recipe sets it now
 */
export async function oneMoreWall(part: Part, printer: FilamentPrinter) {
  const { printRecipeId } = printOf(part);
  const before = printRecipeId === null ? undefined : await appDatabase().printRecipes.get(printRecipeId);
  const now = before?.printerId === printer.id ? before : undefined;
  const name = `${part.name} on ${printer.name}`;
  const recipe: PrintRecipe = {
    ...(now ?? { materialId: null, nozzleC: null, bedC: null }),
    ...{ id: now?.name === name ? now.id : crypto.randomUUID(), name, printerId: printer.id },
    parentId: now && now.name !== name ? now.id : (now?.parentId ?? null),
    settings: { ...now?.settings, walls: printer.walls + 1 },
    note: [now?.note, `${printer.walls + 1} walls: it bears a load`].filter(Boolean).join("; "),
  };
  return keep(`One more wall for ${part.name}`, [
    { table: "printRecipes", put: recipe },
    {
      table: "parts",
      id: part.id,
      patch: () => ({ print: { printerId: printer.id, printRecipeId: recipe.id } }),
    },
  ]);
}
