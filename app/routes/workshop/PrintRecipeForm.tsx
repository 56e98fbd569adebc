import { type SetURLSearchParams } from "react-router";
import { fieldWords, type PrintRecipe, recipeFields } from "#core/print/printRecipe";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";
import type { Problem } from "#core/outcome";
import type { Printer } from "#core/print/printer";
import type { Workshop } from "#core/scene/workshop";

/** What a recipe sets otherwise than its machine usually has it. */
export function RecipeForm({
  from,
  printer,
  edited,
  problems,
  base,
  setSearch,
  workshop,
  usual,
}: {
  readonly from: PrintRecipe | null;
  readonly printer: Printer;
  readonly edited: PrintRecipe | null;
  readonly problems: readonly Problem[] | undefined;
  readonly base: PrintRecipe | null;
  readonly setSearch: SetURLSearchParams;
  readonly workshop: Workshop;
  readonly usual: Readonly<Record<string, number>>;
}) {
  return (
    <KeptForm className="panel grid gap-4" version={JSON.stringify(edited)}>
      <h2>{edited ? edited.name : from ? `Another from ${from.name}` : "A new recipe"}</h2>
      <Problems problems={problems} fields={["name", "nozzleC", "bedC", ...recipeFields[printer.process]]} />
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
      <RecipeResin printer={printer} base={base} edited={edited} problems={problems} />
      <div className="flex gap-2">
        <Button kind="main" type="submit" name="intent" value="keep">
          Keep it
        </Button>
        <Button kind="quiet" onClick={() => setSearch({})}>
          Close
        </Button>
      </div>
    </KeptForm>
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

function RecipeResin({
  printer,
  base,
  edited,
  problems,
}: {
  readonly printer: Printer;
  readonly base: PrintRecipe | null;
  readonly edited: PrintRecipe | null;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3">
      {printer.process === "filament" && (
        <>
          <Field
            label="Nozzle, °C"
            name="nozzleC"
            inputMode="numeric"
            defaultValue={base?.nozzleC ?? ""}
            problems={problems}
          />
          <Field
            label="Bed, °C"
            name="bedC"
            inputMode="numeric"
            defaultValue={base?.bedC ?? ""}
            problems={problems}
          />
        </>
      )}
      <Field label="Note" name="note" defaultValue={edited?.note ?? ""} />
    </div>
  );
}
