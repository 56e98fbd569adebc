import { Link, useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/printers";
import type { Printer } from "#core/print/printer";
import { appDatabase } from "#data/db";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { fieldGroups, newFilament, newResin } from "./printerFields";
import { KeptForm } from "#route/KeptForm";
import { PrinterCard } from "./PrinterCard";
import type { Problem } from "#core/outcome";
import type { FieldGroup } from "./printerFields";
import type { Workshop } from "#core/scene/workshop";
import { printerForm } from "./forms";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const id = textOf(form, "id");
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a printer", [{ table: "printers", remove: id }]));
  }
  const process = textOf(form, "process") === "resin" ? "resin" : "filament";
  const fields = await fieldsOf(form, printerForm(process));
  if (!fields.ok) return refuse(fields.problems);
  const { bedX, bedY, bedZ, price, ...numbers } = fields.value;
  const printer = {
    ...(process === "resin" ? newResin : newFilament),
    ...numbers,
    ...(process === "resin" ? { antiAliasing: textOf(form, "antiAliasing") === "on" } : {}),
    priceMinor: Math.round(100 * price!),
    plate: textOf(form, "plate"),
    id: id || crypto.randomUUID(),
    name: textOf(form, "name"),
    bedMm: [bedX, bedY, bedZ],
  } as unknown as Printer;
  const problems = bedProblems(printer);
  if (problems.length > 0) return refuse(problems);
  const { level, pieces, shrink } = (await appDatabase().printers.get(printer.id)) ?? {};
  const kept = {
    ...printer,
    ...(level ? { level } : {}),
    ...(pieces ? { pieces } : {}),
    ...(shrink ? { shrink } : {}),
  };
  return answer(await putRow("printers", kept, `Printer ${printer.name}`, at));
}

/** A bed that its margin leaves nothing of. */
const bedProblems = ({ bedMm, marginMm }: Printer) =>
  bedMm.slice(0, 2).flatMap((v, k) =>
    v - 2 * marginMm > 0
      ? []
      : [
          {
            code: "bed/margin",
            path: [["bedX", "bedY"][k]!],
            message: `A margin of ${marginMm} mm on both sides leaves nothing of ${v} mm. Make the margin smaller.`,
          },
        ],
  );

/** The printer that is to be edited: a new one of either kind, or one that is there. */
function printerOf({ printers }: Workshop, wanted: string | null): Printer | null {
  if (wanted === "new-resin") return newResin;
  if (wanted === "new-filament") return newFilament;
  return printers.find((p) => p.id === wanted) ?? null;
}

export default function Printers({ loaderData: { workshop }, actionData }: Route.ComponentProps) {
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const say = useToast();
  const wanted = search.get("printer");
  const edited = printerOf(workshop, wanted);
  const runsOf = (id: string) => workshop.log.filter((e) => e.kind === "run" && e.key === id && !e.simulated);
  const problems = actionData?.problems;
  return (
    <div className="grid gap-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1>Printers</h1>
        <Button className="ml-auto" onClick={() => setSearch({ printer: "new-filament" })}>
          Add a filament printer
        </Button>
        <Button onClick={() => setSearch({ printer: "new-resin" })}>Add a resin printer</Button>
      </div>
      {workshop.printers.length === 0 && (
        <EmptyState title="No printers yet">
          Hours, plates and the smallest detail all come from the machines you have. Bed, layer and speeds are
          on the machine's own settings.
        </EmptyState>
      )}
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {workshop.printers.map((p) => {
          const runs = runsOf(p.id);
          const good = runs.filter((r) => r.outcome === "good").length;
          return (
            <PrinterCard
              key={p.id}
              p={p}
              runs={runs}
              good={good}
              workshop={workshop}
              setSearch={setSearch}
              fetcher={fetcher}
              say={say}
            />
          );
        })}
      </ul>
      {edited && (
        <PrinterForm key={wanted} edited={edited} problems={problems} onClose={() => setSearch({})} />
      )}
      <p className="text-[14px] text-ink-2">
        What they print with: <Link to="/workshop/materials">materials</Link>. How:{" "}
        <Link to="/workshop/print-recipes">print recipes</Link>. Where and when:{" "}
        <Link to="/workshop/rooms">rooms</Link>.
      </p>
    </div>
  );
}

function PrinterForm({
  edited,
  problems,
  onClose,
}: {
  readonly edited: Printer;
  readonly problems: readonly Problem[] | undefined;
  readonly onClose: () => void;
}) {
  return (
    <KeptForm className="panel grid gap-4" version={JSON.stringify(edited)}>
      <h2>{edited.name === "" ? `A new ${edited.process} printer` : edited.name}</h2>
      <Problems
        problems={problems}
        fields={[
          "name",
          "bedX",
          "bedY",
          "bedZ",
          "marginMm",
          ...fieldGroups[edited.process].flatMap((g) => g.fields.map(([key]) => key)),
        ]}
      />
      <input type="hidden" name="id" value={edited.id} />
      <input type="hidden" name="process" value={edited.process} />
      <BedFields edited={edited} problems={problems} />
      {fieldGroups[edited.process].map((group) => (
        <FieldsOfGroup key={group.title} group={group} edited={edited} problems={problems} />
      ))}
      {edited.process === "resin" && (
        <Tick label="Anti-aliasing" name="antiAliasing" defaultChecked={edited.antiAliasing} />
      )}
      <div className="flex gap-2">
        <Button kind="main" type="submit" name="intent" value="printer">
          Keep it
        </Button>
        <Button kind="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </KeptForm>
  );
}

function FieldsOfGroup({
  group,
  edited,
  problems,
}: {
  readonly group: FieldGroup;
  readonly edited: Printer;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-head font-semibold">{group.title}</legend>
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-6">
        {group.fields.map(([key, label]) => (
          <Field
            key={key}
            label={label}
            name={key}
            inputMode="decimal"
            defaultValue={
              key === "price"
                ? (edited.priceMinor / 100).toFixed(2)
                : String((edited as unknown as Record<string, number>)[key])
            }
            problems={problems}
          />
        ))}
      </div>
    </fieldset>
  );
}

function BedFields({
  edited,
  problems,
}: {
  readonly edited: Printer;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-6">
      <Field label="Name" name="name" defaultValue={edited.name} problems={problems} autoFocus />
      <Field
        label="Bed width, mm"
        name="bedX"
        inputMode="decimal"
        defaultValue={edited.bedMm[0]}
        problems={problems}
      />
      <Field
        label="Bed depth, mm"
        name="bedY"
        inputMode="decimal"
        defaultValue={edited.bedMm[1]}
        problems={problems}
      />
      <Field
        label="Height, mm"
        name="bedZ"
        inputMode="decimal"
        defaultValue={edited.bedMm[2]}
        problems={problems}
      />
      <Field
        label="Margin kept free, mm"
        name="marginMm"
        inputMode="decimal"
        defaultValue={edited.marginMm}
        problems={problems}
      />
      <Choice
        label="Its plate"
        name="plate"
        defaultValue={edited.plate}
        options={[
          ["flexible", "bends"],
          ["rigid", "stiff"],
        ]}
      />
    </div>
  );
}
