import {
  useFetcher,
  useSearchParams,
  type SetURLSearchParams,
  type FetcherWithComponents,
} from "react-router";
import { fieldWords, type PrintRecipe, recipeDifferences, recipeSnapshot } from "#core/print/printRecipe";
import { Button } from "#ui/Button";
import { type Say, useToast } from "#ui/Toasts";
import { undoAction } from "#app/jobs/keep";
import { buttons, PlainTable } from "#ui/PlainTable";
import type { Printer } from "#core/print/printer";
import type { LogEntry } from "#core/scene/logEntry";
import type { Workshop } from "#core/scene/workshop";

/** Runs on record that were made as a recipe says, as far as their settings were written down. */
export function madeWith(workshop: Workshop, r: PrintRecipe): LogEntry[] {
  const on = workshop.printers.find((p) => p.id === r.printerId);
  const wants = on ? recipeSnapshot(on, r) : {};
  return workshop.log.filter(
    (e) =>
      e.kind === "run" &&
      e.key === r.printerId &&
      Object.keys(e.settings).length > 0 &&
      Object.entries(wants).every(([k, v]) => e.settings[k] === undefined || e.settings[k] === v),
  );
}

/** Every recipe with what it sets otherwise, and what was made with it. */
export function RecipeTable({ workshop }: { readonly workshop: Workshop }) {
  const [, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const say = useToast();
  return (
    <PlainTable
      label="Print recipes"
      heads={["recipe", "for", "otherwise than usual", "made with it", buttons("change")]}
    >
      {workshop.printRecipes.map((r) => {
        const on = workshop.printers.find((p) => p.id === r.printerId);
        const parent = workshop.printRecipes.find((x) => x.id === r.parentId) ?? null;
        const made = madeWith(workshop, r);
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
