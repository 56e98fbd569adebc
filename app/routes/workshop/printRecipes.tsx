import { useSearchParams } from "react-router";
import type { Route } from "./+types/printRecipes";
import { type PrintRecipe, recipeSnapshot } from "#core/print/printRecipe";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { RecipeTable } from "./PrintRecipeTable";
import { RecipeForm } from "./PrintRecipeForm";
import { recipeForm } from "./forms";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const id = textOf(form, "id");
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a print recipe", [{ table: "printRecipes", remove: id }]));
  }
  const process = textOf(form, "process") === "resin" ? "resin" : "filament";
  const fields = await fieldsOf(form, recipeForm(process));
  if (!fields.ok) return refuse(fields.problems);
  const { nozzleC = null, bedC = null, ...typed } = fields.value;
  const settings = Object.fromEntries(
    Object.entries(typed).flatMap(([key, v]) => (v === undefined ? [] : [[key, v] as const])),
  );
  const material = textOf(form, "material");
  const parent = textOf(form, "parent");
  const recipe: PrintRecipe = {
    id: id || crypto.randomUUID(),
    name: textOf(form, "name"),
    printerId: textOf(form, "printer"),
    materialId: material === "" ? null : material,
    parentId: parent === "" ? null : parent,
    settings,
    nozzleC,
    bedC,
    note: textOf(form, "note"),
  };
  const outcome = await putRow("printRecipes", recipe, `Print recipe ${recipe.name}`, at);
  return answer(outcome);
}

/**
 * How things are printed: what a recipe sets otherwise than its machine usually has it, and what was made
 * with it.
 */
export default function PrintRecipes({ loaderData: { workshop }, actionData }: Route.ComponentProps) {
  const [search, setSearch] = useSearchParams();
  const wanted = search.get("recipe");
  const from = workshop.printRecipes.find((r) => r.id === search.get("from")) ?? null;
  const edited = workshop.printRecipes.find((r) => r.id === wanted) ?? null;
  const base = edited ?? from;
  const printer =
    workshop.printers.find((p) => p.id === (base?.printerId ?? search.get("printer"))) ??
    workshop.printers[0];
  if (!printer)
    return (
      <EmptyState title="No printers yet">
        A recipe says what one machine does otherwise than usual.
      </EmptyState>
    );
  const usual = recipeSnapshot(printer, null);
  const problems = actionData?.problems;
  return (
    <div className="grid gap-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1>Print recipes</h1>
        <Button className="ml-auto" onClick={() => setSearch({ recipe: "new", printer: printer.id })}>
          New recipe
        </Button>
      </div>
      {workshop.printRecipes.length === 0 && (
        <EmptyState title="No recipes yet">
          Without one, parts are printed as their machine is set. A recipe keeps what you change for a kind of
          part: thinner layers for figures, more walls for what is handled.
        </EmptyState>
      )}
      {workshop.printRecipes.length > 0 && <RecipeTable workshop={workshop} />}
      {wanted && (
        <RecipeForm
          key={`${wanted} ${from?.id} ${printer.id}`}
          from={from}
          printer={printer}
          edited={edited}
          problems={problems}
          base={base}
          setSearch={setSearch}
          workshop={workshop}
          usual={usual}
        />
      )}
    </div>
  );
}
