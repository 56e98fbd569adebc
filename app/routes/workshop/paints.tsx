import { thinners } from "#core/materials/thinner";
import { useFetcher } from "react-router";
import type { Route } from "./+types/paints";
import { under } from "#core/outcome";
import { labOfHex } from "#core/paint/colour";
import type { Paint } from "#core/paint/paint";
import { type ProductId, productName, products } from "#core/materials/products";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { type Column, Table } from "#ui/Table";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { KeptForm } from "#route/KeptForm";
import { keepSwatch } from "./keepSwatch";
import { SwatchForm } from "./SwatchForm";
import type { Workshop } from "#core/scene/workshop";
import { potForm } from "./forms";
import type { Answered } from "#app/readForm";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a pot", [{ table: "paints", remove: textOf(form, "id") }]));
  }
  if (textOf(form, "intent") === "swatch") return keepSwatch(form, at);
  const lab = under("hex", labOfHex(textOf(form, "hex")));
  if (!lab.ok) return refuse(lab.problems);
  const fields = await fieldsOf(form, potForm);
  if (!fields.ok) return refuse(fields.problems);
  const paint: Paint = {
    id: crypto.randomUUID(),
    name: textOf(form, "name"),
    product: textOf(form, "product") as ProductId,
    thinner: thinners.find((t) => t.id === textOf(form, "thinner"))?.id ?? null,
    hex: textOf(form, "hex").toLowerCase(),
    lab: lab.value,
    opacity: textOf(form, "opacity") as Paint["opacity"],
    sheen: textOf(form, "sheen") as Paint["sheen"],
    millilitres: fields.value.millilitres,
    strength: null,
  };
  const outcome = await putRow("paints", paint, `Pot ${paint.name}`, at);
  return answer(outcome);
}

/** What a pot can be thinned with, beside what its product asks for. */
const thinnerOptions = [
  ["", "what it asks for"],
  ...thinners
    .filter((t) => t.id !== "none" && t.id !== "unknown" && !t.id.startsWith("own"))
    .map((t) => [t.id, t.name] as const),
] as const;

export default function Paints({ loaderData: { workshop }, actionData }: Route.ComponentProps) {
  const fetcher = useFetcher();
  const columns: Column<Paint>[] = [
    {
      id: "colour",
      header: "dries to",
      accessorFn: (p) => p.lab.l,
      cell: ({ row }) => (
        <span
          className="block h-6 w-20 rounded-cut border border-primer-3"
          style={{ background: row.original.hex }}
        >
          <span className="sr-only">{row.original.hex}</span>
        </span>
      ),
    },
    { id: "name", header: "name", accessorFn: (p) => p.name },
    { id: "product", header: "family", accessorFn: (p) => productName(p.product) },
    { id: "opacity", header: "covers", accessorFn: (p) => p.opacity },
    {
      id: "strength",
      header: "strength",
      accessorFn: (p) => p.strength ?? 0,
      cell: ({ row: { original: p } }) =>
        p.strength === null ? (
          <span className="text-ink-2">guessed</span>
        ) : (
          `${p.strength.toFixed(2)} of white`
        ),
      meta: { figures: true },
    },
    { id: "ml", header: "left, ml", accessorFn: (p) => p.millilitres, meta: { figures: true } },
    {
      id: "remove",
      header: "remove",
      enableSorting: false,
      cell: ({ row }) => (
        <Button
          kind="quiet"
          onClick={() => void fetcher.submit({ intent: "remove", id: row.original.id }, { method: "post" })}
        >
          Remove
        </Button>
      ),
    },
  ];
  return (
    <div className="grid gap-5">
      <h1>Paints</h1>
      <PaintForm workshop={workshop} actionData={actionData} />
      <SwatchForm paints={workshop.paints} problems={actionData?.problems} />
      <Table rows={workshop.paints} columns={columns} idOf={(p) => p.id} caption="Paints in the workshop" />
    </div>
  );
}

const HowItCovers = () => (
  <>
    <Choice
      label="Covers"
      name="opacity"
      options={[
        ["opaque", "opaque"],
        ["semi", "semi"],
        ["translucent", "translucent"],
      ]}
    />
    <Choice
      label="Sheen"
      name="sheen"
      options={[
        ["matte", "matte"],
        ["satin", "satin"],
        ["gloss", "gloss"],
      ]}
    />
  </>
);

function PaintForm({ workshop, actionData }: { readonly workshop: Workshop; readonly actionData: Answered }) {
  return (
    <KeptForm
      className="panel grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-7"
      version={workshop.paints.length}
    >
      <div className="sm:col-span-3 lg:col-span-7">
        <Problems problems={actionData?.problems} fields={["name", "hex", "pot", "swatch", "millilitres"]} />
      </div>
      <Field label="Name" name="name" problems={actionData?.problems} />
      <Field
        label="Colour when dry"
        name="hex"
        type="color"
        defaultValue="#8a6a4a"
        problems={actionData?.problems}
      />
      <div className="lg:col-span-2">
        <Choice
          label="Family"
          name="product"
          options={products
            .filter((p) => ["water", "lacquer", "enamel or oil"].includes(p.chemistry))
            .map((p) => [p.id, p.name] as const)}
        />
      </div>
      <Choice label="Thinned with" name="thinner" options={thinnerOptions} />
      <HowItCovers />
      <Field
        label="Millilitres"
        name="millilitres"
        type="number"
        min={0}
        step="0.5"
        defaultValue={17}
        problems={actionData?.problems}
      />
      <Button kind="main" type="submit" name="intent" value="add">
        Add a pot
      </Button>
    </KeptForm>
  );
}
