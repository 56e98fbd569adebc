import { useMemo, useState } from "react";
import { Link, useSubmit } from "react-router";
import { moneyText } from "#core/money";
import { type ListingPlan, listingFitText, listingPlans, narrowedDown } from "#core/plan/parts/listingPlan";
import { partWorkshop } from "#core/plan/parts/partSurroundings";
import type { Listing } from "#core/scene/part";
import { undoAction } from "#app/jobs/keep";
import { typedNumber } from "#app/readForm";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Field, Tick } from "#ui/Field";
import { SourceLines } from "./SourceLines";
import { FigureView } from "#ui/FigureView";
import { type Column, Table } from "#ui/Table";
import { useToast } from "#ui/Toasts";

/** The shortlist: files and kits that are only looked at, side by side, as far as their listings go. */
export function Listings() {
  const { input, plan } = useScene();
  const { scene, workshop } = input;
  const plans = useMemo(() => listingPlans(plan.parts, partWorkshop(workshop)), [plan, workshop]);
  const [supports, setSupports] = useState<Listing["supports"] | "">("");
  const [most, setMost] = useState("");
  const [wholeOnly, setWholeOnly] = useState(false);
  const submit = useSubmit();
  const say = useToast();
  if (plans.length === 0) return null;
  const mostMajor = most.trim() === "" ? null : typedNumber(most);
  const rows = narrowedDown(plans, {
    supports: supports === "" ? null : supports,
    mostMinor: mostMajor === null || Number.isNaN(mostMajor) ? null : Math.round(100 * mostMajor),
    wholeOnly,
  });
  const buy = ({ part, listing }: ListingPlan) => {
    void submit({ intent: "buy", id: part.id }, { method: "post" });
    say(`${part.name} was bought${listing.kit ? "" : "; it waits for its file"}.`, undoAction);
  };
  return (
    <section className="grid gap-3" aria-label="Not bought yet">
      <h2>Not bought yet</h2>
      <ShortlistFilter
        supports={supports}
        setSupports={setSupports}
        most={most}
        setMost={setMost}
        wholeOnly={wholeOnly}
        setWholeOnly={setWholeOnly}
        rows={rows}
        plans={plans}
      />
      <Table
        rows={rows}
        columns={columnsOf(scene.id, workshop.currency, buy)}
        idOf={(r) => r.part.id}
        caption="Files and kits that are not bought yet"
      />
      <p className="max-w-[70ch] text-[14px] text-ink-2">
        By the box and the price of the listing alone: hours and material are rough, and take no place in the
        calendar before it is bought.
      </p>
    </section>
  );
}

function ShortlistFilter({
  supports,
  setSupports,
  most,
  setMost,
  wholeOnly,
  setWholeOnly,
  rows,
  plans,
}: {
  readonly supports: "" | "none needed" | "supported" | "not told";
  readonly setSupports: (value: "" | "none needed" | "supported" | "not told") => void;
  readonly most: string;
  readonly setMost: (value: string) => void;
  readonly wholeOnly: boolean;
  readonly setWholeOnly: (value: boolean) => void;
  readonly rows: readonly ListingPlan[];
  readonly plans: readonly ListingPlan[];
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Choice
        label="Supports"
        name="listingSupports"
        value={supports}
        onChange={(e) => setSupports(e.target.value as Listing["supports"] | "")}
        options={[
          ["", "any"],
          ["none needed", "none needed"],
          ["supported", "comes supported"],
          ["not told", "not told"],
        ]}
      />
      <Field
        label="Price at most"
        name="listingMost"
        inputMode="decimal"
        value={most}
        onChange={(e) => setMost(e.target.value)}
      />
      <Tick label="Whole on a bed" checked={wholeOnly} onChange={(e) => setWholeOnly(e.target.checked)} />
      {rows.length < plans.length && (
        <p className="pb-2 text-[14px] text-ink-2">
          {rows.length} of {plans.length}
        </p>
      )}
    </div>
  );
}

/** What the listing says of supports and detail, in a few words. */
const saysOf = ({ listing: { kit, supports, smallestDetailMm } }: ListingPlan): string =>
  [
    ...(kit ? [] : [`supports ${supports === "supported" ? "come with it" : supports}`]),
    ...(smallestDetailMm === null ? [] : [`finest ${smallestDetailMm} mm`]),
  ].join(", ");

function ListingName({
  sceneId,
  r,
  currency,
}: {
  readonly sceneId: string;
  readonly r: ListingPlan;
  readonly currency: string;
}) {
  return (
    <>
      <Link
        to={`/scenes/${sceneId}/parts/${r.part.id}`}
        className="underline decoration-primer-3 underline-offset-4"
      >
        {r.part.name}
      </Link>
      <span className="block min-w-[18ch] text-[14px] text-ink-2">
        {r.sizeMm.map((v) => v.toFixed(0)).join(" × ")} mm
        {r.listing.from !== "" && `, ${r.listing.from}`}
      </span>
      <div className="text-[14px] text-ink-2">
        <SourceLines part={r.part} />
        {r.ways[0] && `a failure costs ${moneyText(r.ways[0].cost.value / r.part.count, currency)}`}
      </div>
    </>
  );
}

function Printed({ name, way }: { readonly name: string; readonly way: ListingPlan["ways"][number] }) {
  return (
    <span className="grid justify-items-end gap-1">
      <FigureView figure={way.minutes} label={`${name}: machine time`} />
      <FigureView figure={way.grams} label={`${name}: material`} />
    </span>
  );
}

const columnsOf = (
  sceneId: string,
  currency: string,
  buy: (plan: ListingPlan) => void,
): Column<ListingPlan>[] => [
  {
    id: "name",
    header: "listing",
    accessorFn: (r) => r.part.name,
    cell: ({ row: { original: r } }) => <ListingName sceneId={sceneId} r={r} currency={currency} />,
  },
  {
    id: "price",
    header: "price",
    accessorFn: (r) => r.listing.priceMinor,
    cell: ({ row: { original: r } }) => moneyText(r.listing.priceMinor, currency),
    meta: { figures: true },
  },
  {
    id: "fit",
    header: "fit and supports",
    accessorFn: listingFitText,
    cell: ({ row: { original: r } }) => (
      <span className="block min-w-[18ch]">
        {listingFitText(r)}
        <span className="block text-[14px] text-ink-2">{saysOf(r)}</span>
      </span>
    ),
  },
  {
    id: "hours",
    header: "printed",
    accessorFn: (r) => r.ways[0]?.minutes.value ?? 0,
    cell: ({ row: { original: r } }) => (r.ways[0] ? <Printed name={r.part.name} way={r.ways[0]} /> : "–"),
    meta: { figures: true },
  },
  {
    id: "all",
    header: "with printing",
    accessorFn: (r) => r.all.value,
    cell: ({ row: { original: r } }) => (
      <FigureView figure={r.all} label={`${r.part.name}: price and print`} />
    ),
    meta: { figures: true },
  },
  {
    id: "buy",
    header: "",
    enableSorting: false,
    cell: ({ row: { original: r } }) => (
      <Button className="!min-h-8 !text-[14px]" onClick={() => buy(r)} aria-label={`Buy ${r.part.name}`}>
        Buy
      </Button>
    ),
  },
];
