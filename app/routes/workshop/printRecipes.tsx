import {
  useFetcher,
  useSearchParams,
  type SetURLSearchParams,
  type FetcherWithComponents,
} from "react-router";
import type { Route } from "./+types/printRecipes";
import {
  fieldWords,
  type PrintRecipe,
  recipeDifferences,
  recipeFields,
  recipeSnapshot,
} from "#core/print/printRecipe";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { EmptyState } from "#ui/States";
import { type Say, useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { keep, undoAction } from "#app/jobs/keep";
import { answer, readForm, refuse, textOf, typedNumber } from "#app/readForm";
import { KeptForm } from "#route/KeptForm";
import { buttons, PlainTable } from "#ui/PlainTable";
import type { Problem } from "#core/outcome";
import type { Printer } from "#core/print/printer";
import type { LogEntry } from "#core/scene/logEntry";
import type { Workshop } from "#core/scene/workshop";

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
  const fetcher = useFetcher();
  const say = useToast();
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
  const madeWith = (r: PrintRecipe) => {
    const on = workshop.printers.find((p) => p.id === r.printerId);
    const wants = on ? recipeSnapshot(on, r) : {};
    return workshop.log.filter(
      (e) =>
        e.kind === "run" &&
        e.key === r.printerId &&
        Object.keys(e.settings).length > 0 &&
        Object.entries(wants).every(([k, v]) => e.settings[k] === undefined || e.settings[k] === v),
    );
  };
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
      {workshop.printRecipes.length > 0 && (
        <PlainTable
          label="Print recipes"
          heads={["recipe", "for", "otherwise than usual", "made with it", buttons("change")]}
        >
          {workshop.printRecipes.map((r) => {
            const on = workshop.printers.find((p) => p.id === r.printerId);
            const parent = workshop.printRecipes.find((x) => x.id === r.parentId) ?? null;
            const made = madeWith(r);
            return (
              <RecipeLine
                key={r.id}
                r={r}
                parent={parent}
                on={on}
                workshop={workshop}
                made={made}
                setSearch={setSearch}
                fetcher={fetcher}
                say={say}
              />
            );
          })}
        </PlainTable>
      )}
      {wanted && (
        <KeptForm
          className="panel grid gap-4"
          key={`${wanted} ${from?.id} ${printer.id}`}
          version={JSON.stringify(edited)}
        >
          <h2>{edited ? edited.name : from ? `Another from ${from.name}` : "A new recipe"}</h2>
          <Problems problems={problems} fields={["name", ...recipeFields[printer.process]]} />
          <input type="hidden" name="id" value={edited?.id ?? ""} />
          <input type="hidden" name="process" value={printer.process} />
          <input type="hidden" name="parent" value={edited?.parentId ?? from?.id ?? ""} />
          <RecipeHead
            edited={edited}
            problems={problems}
            printer={printer}
            base={base}
            setSearch={setSearch}
            workshop={workshop}
          />
          <RecipeSettings printer={printer} base={base} usual={usual} problems={problems} />
          <RecipeResin printer={printer} base={base} edited={edited} />
          <div className="flex gap-2">
            <Button kind="main" type="submit" name="intent" value="keep">
              Keep it
            </Button>
            <Button kind="quiet" onClick={() => setSearch({})}>
              Close
            </Button>
          </div>
        </KeptForm>
      )}
    </div>
  );
}

function RecipeResin({
  printer,
  base,
  edited,
}: {
  readonly printer: Printer;
  readonly base: PrintRecipe | null;
  readonly edited: PrintRecipe | null;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3">
      {printer.process === "filament" && (
        <>
          <Field label="Nozzle, °C" name="nozzleC" inputMode="numeric" defaultValue={base?.nozzleC ?? ""} />
          <Field label="Bed, °C" name="bedC" inputMode="numeric" defaultValue={base?.bedC ?? ""} />
        </>
      )}
      <Field label="Note" name="note" defaultValue={edited?.note ?? ""} />
    </div>
  );
}

function RecipeSettings({
  printer,
  base,
  usual,
  problems,
}: {
  readonly printer: Printer;
  readonly base: PrintRecipe | null;
  readonly usual: Readonly<Record<string, number>>;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-6">
      {recipeFields[printer.process].map((key) => (
        <Field
          key={key}
          label={fieldWords[key] ?? key}
          name={key}
          inputMode="decimal"
          defaultValue={base?.settings[key] ?? ""}
          placeholder={String(usual[key])}
          problems={problems}
        />
      ))}
    </div>
  );
}

function RecipeHead({
  edited,
  problems,
  printer,
  base,
  setSearch,
  workshop,
}: {
  readonly edited: PrintRecipe | null;
  readonly problems: readonly Problem[] | undefined;
  readonly printer: Printer;
  readonly base: PrintRecipe | null;
  readonly setSearch: SetURLSearchParams;
  readonly workshop: Workshop;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3">
      <Field
        label="Name"
        name="name"
        defaultValue={edited?.name ?? ""}
        required
        autoFocus
        problems={problems}
      />
      <Choice
        label="Printer"
        name="printer"
        defaultValue={printer.id}
        disabled={base !== null}
        onChange={(e) => setSearch({ recipe: "new", printer: e.target.value })}
        options={workshop.printers.map((p) => [p.id, p.name] as const)}
      />
      {base !== null && <input type="hidden" name="printer" value={printer.id} />}
      <Choice
        label="Material"
        name="material"
        defaultValue={base?.materialId ?? ""}
        options={[
          ["", "any"],
          ...workshop.materials
            .filter((m) => m.process === printer.process)
            .map((m) => [m.id, m.name] as const),
        ]}
      />
    </div>
  );
}

function RecipeLine({
  r,
  parent,
  on,
  workshop,
  made,
  setSearch,
  fetcher,
  say,
}: {
  readonly r: PrintRecipe;
  readonly parent: PrintRecipe | null;
  readonly on: Printer | undefined;
  readonly workshop: Workshop;
  readonly made: LogEntry[];
  readonly setSearch: SetURLSearchParams;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <tr>
      <th scope="row">
        {r.name}
        {parent && <span className="block text-[13px] font-normal text-ink-2">from {parent.name}</span>}
      </th>
      <td>
        {on?.name ?? "a printer that is gone"}
        {r.materialId && `, ${workshop.materials.find((m) => m.id === r.materialId)?.name ?? ""}`}
      </td>
      <StartedFrom on={on} parent={parent} r={r} />
      <td>
        {made.length === 0
          ? "nothing yet"
          : `${made.filter((e) => e.outcome === "good").length} of ${made.length} came out`}
      </td>
      <RecipeButtons setSearch={setSearch} r={r} fetcher={fetcher} say={say} />
    </tr>
  );
}

function RecipeButtons({
  setSearch,
  r,
  fetcher,
  say,
}: {
  readonly setSearch: SetURLSearchParams;
  readonly r: PrintRecipe;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <td>
      <span className="flex gap-1">
        <Button kind="quiet" onClick={() => setSearch({ recipe: r.id })}>
          Change
        </Button>
        <Button kind="quiet" onClick={() => setSearch({ recipe: "new", from: r.id })}>
          Another from it
        </Button>
        <Button
          kind="quiet"
          onClick={() => {
            void fetcher.submit({ intent: "remove", id: r.id }, { method: "post" });
            say(`${r.name} was removed.`, undoAction);
          }}
        >
          Remove
        </Button>
      </span>
    </td>
  );
}

function StartedFrom({
  on,
  parent,
  r,
}: {
  readonly on: Printer | undefined;
  readonly parent: PrintRecipe | null;
  readonly r: PrintRecipe;
}) {
  return (
    <td>
      {on &&
        (recipeDifferences(on, parent, r)
          .map((d) => `${fieldWords[d.field] ?? d.field} ${d.to} (was ${d.from})`)
          .join("; ") ||
          "nothing")}
      {(r.nozzleC ?? r.bedC) !== null && (
        <span className="block text-ink-2">
          {[r.nozzleC === null ? "" : `nozzle ${r.nozzleC} °C`, r.bedC === null ? "" : `bed ${r.bedC} °C`]
            .filter(Boolean)
            .join(", ")}
        </span>
      )}
    </td>
  );
}
