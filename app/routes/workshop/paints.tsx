import { thinners } from "#core/materials/thinner";
import { useState } from "react";
import { useFetcher } from "react-router";
import type { Route } from "./+types/paints";
import type { Problem } from "#core/outcome";
import { powerOf } from "#core/paint/cover";
import { type Paint, potBodies, potKinds } from "#core/paint/paint";
import { productName, products } from "#core/materials/products";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Choice, Field, Problems } from "#ui/Field";
import { type Column, Table } from "#ui/Table";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, readForm, textOf } from "#app/readForm";
import { KeptForm } from "#route/KeptForm";
import { keepPalette } from "./keepPalette";
import { keepPot } from "./keepPot";
import { keepStripe, keepSwatch } from "./keepSwatch";
import { PaletteFiles } from "./PaletteFiles";
import { StripeForm } from "./StripeForm";
import { SwatchForm } from "./SwatchForm";
import type { Workshop } from "#core/scene/workshop";
import type { Answered } from "#app/readForm";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a pot", [{ table: "paints", remove: textOf(form, "id") }]));
  }
  if (textOf(form, "intent") === "swatch") return keepSwatch(form, at);
  if (textOf(form, "intent") === "stripe") return keepStripe(form, at);
  if (textOf(form, "intent") === "palette") return keepPalette(form, at);
  return keepPot(form, at);
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
  const [changing, change] = useState<string | null>(null);
  const edited = workshop.paints.find((p) => p.id === changing) ?? null;
  const columns: Column<Paint>[] = [
    ...potColumns,
    {
      id: "remove",
      header: "change, remove",
      enableSorting: false,
      cell: ({ row: { original: p } }) => (
        <>
          <Button kind="quiet" aria-label={`Change ${p.name}`} onClick={() => change(p.id)}>
            Change
          </Button>
          <Button
            kind="quiet"
            onClick={() => void fetcher.submit({ intent: "remove", id: p.id }, { method: "post" })}
          >
            Remove
          </Button>
        </>
      ),
    },
  ];
  return (
    <div className="grid gap-5">
      <h1>Paints</h1>
      <PaintForm
        key={edited ? JSON.stringify(edited) : `new ${workshop.paints.length}`}
        edited={edited}
        onLeave={() => change(null)}
        workshop={workshop}
        actionData={actionData}
      />
      <SwatchForm paints={workshop.paints} problems={actionData?.problems} />
      <StripeForm paints={workshop.paints} problems={actionData?.problems} />
      <PaletteFiles paints={workshop.paints} />
      <Table rows={workshop.paints} columns={columns} idOf={(p) => p.id} caption="Paints in the workshop" />
    </div>
  );
}

/** Fields that say for themselves what is wrong with them. */
const potFields = [
  ...["name", "hex", "pot", "swatch", "millilitres", "sizeMl", "solids", "price", "openedOn"],
  ...["stripe", "striped"],
];

/** How a pot covers, in words: by its stripe, or as it was said. */
const coverWordsOf = (p: Paint): string =>
  p.power === undefined ? p.opacity : `${p.opacity}, by its stripe ${p.power.toFixed(1)} a coat`;

/** What is known of a pot. */
const potColumns: Column<Paint>[] = [
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
  {
    id: "kind",
    header: "meant as",
    accessorFn: (p) => [p.kind ?? "paint", p.body].filter(Boolean).join(", "),
  },
  {
    id: "opacity",
    header: "covers",
    accessorFn: (p) => powerOf(p),
    cell: ({ row: { original: p } }) => coverWordsOf(p),
  },
  {
    id: "strength",
    header: "strength",
    accessorFn: (p) => p.strength ?? 0,
    cell: ({ row: { original: p } }) =>
      p.strength === null ? <span className="text-ink-2">guessed</span> : `${p.strength.toFixed(2)} of white`,
    meta: { figures: true },
  },
  { id: "opened", header: "opened", accessorFn: (p) => p.openedOn ?? "" },
  { id: "ml", header: "left, ml", accessorFn: (p) => p.millilitres, meta: { figures: true } },
];

const HowItCovers = ({ pot }: { readonly pot: Paint | null }) => (
  <>
    <Choice
      label="Covers"
      name="opacity"
      defaultValue={pot?.opacity}
      options={[
        ["opaque", "opaque"],
        ["semi", "semi"],
        ["translucent", "translucent"],
      ]}
    />
    <Choice
      label="Sheen"
      name="sheen"
      defaultValue={pot?.sheen}
      options={[
        ["matte", "matte"],
        ["satin", "satin"],
        ["gloss", "gloss"],
      ]}
    />
  </>
);

/** What it is meant for, how it stands in the pot, and what a full one holds and costs. */
const WhatItIs = ({
  pot,
  problems,
}: {
  readonly pot: Paint | null;
  readonly problems: readonly Problem[] | undefined;
}) => (
  <details className="col-span-full" open={pot !== null}>
    <summary className="text-[14px]">Kind, body, solids, size, price</summary>
    <div className="mt-2 grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-6">
      <Choice
        label="Meant as"
        name="kind"
        defaultValue={pot?.kind ?? "paint"}
        options={potKinds.map((k) => [k, k] as const)}
      />
      <Choice
        label="In the pot it is"
        name="body"
        defaultValue={pot?.body ?? ""}
        options={[["", "as its family"], ...potBodies.map((b) => [b, b] as const)]}
      />
      <Field
        label="Solids, %"
        name="solids"
        inputMode="decimal"
        defaultValue={pot?.solids === undefined ? "" : Number((100 * pot.solids).toFixed(1))}
        problems={problems}
      />
      <Field
        label="A full pot, ml"
        name="sizeMl"
        inputMode="decimal"
        defaultValue={pot?.sizeMl ?? ""}
        problems={problems}
      />
      <Field
        label="A full pot costs"
        name="price"
        inputMode="decimal"
        defaultValue={pot?.priceMinor === undefined ? "" : pot.priceMinor / 100}
        problems={problems}
      />
      <Field
        label="Opened on"
        name="openedOn"
        type="date"
        defaultValue={pot?.openedOn ?? ""}
        problems={problems}
      />
    </div>
  </details>
);

/** A new pot, or one that is changed. */
function PaintForm({
  workshop,
  edited,
  onLeave,
  actionData,
}: {
  readonly workshop: Workshop;
  readonly edited: Paint | null;
  readonly onLeave: () => void;
  readonly actionData: Answered;
}) {
  const [hex, setHex] = useState(edited?.hex ?? "#8a6a4a");
  return (
    <KeptForm
      className="panel grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-4"
      version={`${workshop.paints.length} ${edited?.id ?? ""}`}
    >
      <div className="col-span-full">
        {edited && <h2>Change {edited.name}</h2>}
        <Problems problems={actionData?.problems} fields={potFields} />
      </div>
      <input type="hidden" name="id" value={edited?.id ?? ""} />
      <Field label="Name" name="name" defaultValue={edited?.name ?? ""} problems={actionData?.problems} />
      <div className="sm:col-span-2 lg:col-span-1 lg:row-span-2">
        <ColourField
          label="Colour when dry"
          name="hex"
          value={hex}
          onChange={setHex}
          problems={actionData?.problems}
        />
      </div>
      <PotMakeup edited={edited} />
      <HowItCovers pot={edited} />
      <Field
        label="Millilitres"
        name="millilitres"
        type="number"
        min={0}
        step="0.5"
        defaultValue={edited?.millilitres ?? 17}
        problems={actionData?.problems}
      />
      <WhatItIs pot={edited} problems={actionData?.problems} />
      <Button kind="main" type="submit" name="intent" value="add">
        {edited ? "Keep it" : "Add a pot"}
      </Button>
      {edited && <Button onClick={onLeave}>Leave it</Button>}
    </KeptForm>
  );
}

/** What is in the pot, and what thins it. */
const PotMakeup = ({ edited }: { readonly edited: Paint | null }) => (
  <>
    <Choice
      label="Family"
      name="product"
      defaultValue={edited?.product}
      options={products
        .filter((p) => ["water", "lacquer", "enamel or oil", "powder"].includes(p.chemistry))
        .map((p) => [p.id, p.name] as const)}
    />
    <Choice
      label="Thinned with"
      name="thinner"
      defaultValue={edited?.thinner ?? ""}
      options={thinnerOptions}
    />
  </>
);
