import { useSearchParams } from "react-router";
import type { Route } from "./+types/printRecipes";
import { fieldWords, type PrintRecipe, recipeFields, recipeSnapshot } from "#core/print/printRecipe";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, readForm, refuse, textOf, typedNumber } from "#app/readForm";
import { RecipeTable } from "./PrintRecipeTable";
import { RecipeForm } from "./PrintRecipeForm";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

const optional = (text: string) => (text.trim() === "" ? null : typedNumber(text));

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const id = textOf(form, "id");
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a print recipe", [{ table: "printRecipes", remove: id }]));
  }
  const process = textOf(form, "process") === "resin" ? "resin" : "filament";
  const settings = Object.fromEntries(
    recipeFields[process].flatMap((key) => {
      const typed = optional(textOf(form, key));
      return typed === null ? [] : [[key, typed] as const];
    }),
  );
  const bad = Object.entries(settings).find(([, v]) => !(v >= 0 && v < 1e6));
  if (bad)
    return refuse([
      {
        code: "recipe/number",
        path: [bad[0]],
        message: `${fieldWords[bad[0]] ?? bad[0]} must be a number of zero or more, for instance 0.12.`,
      },
    ]);
  const material = textOf(form, "material");
  const parent = textOf(form, "parent");
  const recipe: PrintRecipe = {
    id: id || crypto.randomUUID(),
    name: textOf(form, "name"),
    printerId: textOf(form, "printer"),
    materialId: material === "" ? null : material,
    parentId: parent === "" ? null : parent,
    settings,
    nozzleC: optional(textOf(form, "nozzleC")),
    bedC: optional(textOf(form, "bedC")),
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
