import type { Product } from "#core/materials/product";
import { useSearchParams, type SetURLSearchParams } from "react-router";
import type { Route } from "./+types/products";
import { attackedBy } from "#core/materials/attacks";
import { isProductId, productOf, products } from "#core/materials/products";
import { thinnerOf } from "#core/materials/thinner";
import { airOf, type Rooms } from "#core/scene/rooms";
import { putRow } from "#data/scenes";
import { getRooms } from "#data/workshop";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { Field, Problems } from "#ui/Field";
import { localNow } from "#app/clock";
import { fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { KeptForm } from "#route/KeptForm";
import { figures, PlainTable } from "#ui/PlainTable";
import type { OwnTimes } from "#core/materials/weather";
import { timesForm } from "./forms";
import type { Answered } from "#app/readForm";

export const clientLoader = async () => ({ rooms: await getRooms() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const rooms = await getRooms();
  const product = textOf(form, "product");
  if (!isProductId(product))
    return refuse([
      { code: "product/unknown", path: ["product"], message: "Choose a product of the table first." },
    ]);
  const { [product]: _, ...others } = rooms.productTimes;
  const { name } = productOf(product);
  if (textOf(form, "intent") === "usual") {
    await putRow(
      "settings",
      { id: "rooms", rooms: { ...rooms, productTimes: others } },
      `Usual times for ${name}`,
      localNow().at,
    );
    return { problems: [] };
  }
  const fields = await fieldsOf(form, timesForm);
  if (!fields.ok) return refuse(fields.problems);
  const { recoat, handle, cure } = fields.value;
  if (recoat > handle || handle > cure)
    return refuse([
      {
        code: "product/order",
        path: ["handle"],
        message:
          "A film takes its next coat first, is handled after that, and is cured last: the hours " +
          "grow in that order.",
      },
    ]);
  const outcome = await putRow(
    "settings",
    {
      id: "rooms",
      rooms: {
        ...rooms,
        productTimes: {
          ...others,
          [product]: { recoatMinutes: recoat * 60, handleMinutes: handle * 60, cureMinutes: cure * 60 },
        },
      },
    },
    `Own times for ${name}`,
    localNow().at,
  );
  return outcome.ok ? { problems: [] } : refuse(outcome.problems);
}

const attacked = (p: Product) =>
  attackedBy(p)
    .map((m) => m.name)
    .join(", ");

/**
 * Every product: what it is thinned with, how long it takes in this room's air, what it attacks. Each
 * time can be corrected.
 */
export default function Products({ loaderData: { rooms }, actionData }: Route.ComponentProps) {
  const [search, setSearch] = useSearchParams();
  const chosen = products.find((f) => f.id === search.get("product"));
  const air = airOf(rooms);
  const own = chosen && rooms.productTimes[chosen.id];
  const base = chosen && { ...chosen, ...own };
  const hours = (minutes: number) => Number((minutes / 60).toFixed(3));
  return (
    <div className="grid gap-4">
      <h1>Products</h1>
      <p className="max-w-3xl text-[14px] text-ink-2">
        Times at the bench now: {rooms.weather.temperatureC} C and {Math.round(100 * rooms.weather.humidity)}{" "}
        % humidity. Common practice, half of it either way, until you say otherwise; the maker's own sheet
        comes first.
      </p>
      {chosen && base && (
        <ProductForm
          key={chosen.id}
          chosen={chosen}
          own={own}
          actionData={actionData}
          hours={hours}
          base={base}
          setSearch={setSearch}
        />
      )}
      <PlainTable
        label="Product families"
        heads={[
          "family",
          "thinned with",
          figures("next coat"),
          figures("handled"),
          figures("cured"),
          figures("a coat"),
          "needs",
          "leaves",
          "attacks",
          "mind",
        ]}
        className="overflow-x-auto"
      >
        {products.map((f) => {
          const now = productOf(f.id, air);
          return (
            <FamilyLine key={f.id} f={f} chosen={chosen} setSearch={setSearch} rooms={rooms} now={now} />
          );
        })}
      </PlainTable>
    </div>
  );
}

/** A product of the table, its id among those that are known. */
type ListedProduct = (typeof products)[number];

function FamilyLine({
  f,
  chosen,
  setSearch,
  rooms,
  now,
}: {
  readonly f: ListedProduct;
  readonly chosen: ListedProduct | undefined;
  readonly setSearch: SetURLSearchParams;
  readonly rooms: Rooms;
  readonly now: Product;
}) {
  return (
    <tr data-selected={f === chosen ? true : undefined}>
      <th scope="row">
        <button
          type="button"
          className="text-left underline decoration-primer-3 underline-offset-2"
          onClick={() => setSearch({ product: f.id }, { replace: true })}
        >
          {f.name}
        </button>
        {rooms.productTimes[f.id] && (
          <span className="block text-[13px] font-normal text-ochre">your times</span>
        )}
      </th>
      <td>{`${thinnerOf(f.thinner).name} ${f.thinnerUse}`.trim()}</td>
      <td data-figures>{durationText(now.recoatMinutes)}</td>
      <td data-figures>{durationText(now.handleMinutes)}</td>
      <td data-figures>{durationText(now.cureMinutes)}</td>
      <td data-figures>{f.filmMm >= 0.1 ? `${f.filmMm} mm` : `${Math.round(1000 * f.filmMm)} µm`}</td>
      <td className="text-[13px]">{f.needs || "clean and dry"}</td>
      <td>{f.leaves ?? ""}</td>
      <td className="text-[13px]">{attacked(f)}</td>
      <td className="text-[13px] text-ink-2">{f.note}</td>
    </tr>
  );
}

function ProductForm({
  chosen,
  own,
  actionData,
  hours,
  base,
  setSearch,
}: {
  readonly chosen: ListedProduct;
  readonly own: OwnTimes | undefined;
  readonly actionData: Answered;
  readonly hours: (minutes: number) => number;
  readonly base: Product;
  readonly setSearch: SetURLSearchParams;
}) {
  return (
    <KeptForm className="panel grid max-w-3xl gap-3" version={JSON.stringify(own ?? null)}>
      <h2>{chosen.name}</h2>
      <p className="text-[14px]">
        {chosen.note}. {attacked(chosen) !== "" && `Attacks ${attacked(chosen)}. `}
        {chosen.closed &&
          `Takes no second solvent coat between ${durationText(chosen.closed.fromMinutes)} and ${durationText(chosen.closed.untilMinutes)}. `}
        {chosen.reopens && "Opens again with its thinner."}
      </p>
      <input type="hidden" name="product" value={chosen.id} />
      <Problems problems={actionData?.problems} fields={["recoat", "handle", "cure"]} />
      <TimeFields hours={hours} base={base} actionData={actionData} />
      <div className="flex gap-2">
        <Button kind="main" type="submit" name="intent" value="own">
          Keep these times
        </Button>
        {own && (
          <Button type="submit" name="intent" value="usual">
            Back to the usual
          </Button>
        )}
        <Button kind="quiet" onClick={() => setSearch({}, { replace: true })}>
          Close
        </Button>
      </div>
    </KeptForm>
  );
}

function TimeFields({
  hours,
  base,
  actionData,
}: {
  readonly hours: (minutes: number) => number;
  readonly base: Product;
  readonly actionData: Answered;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3">
      {(
        [
          ["recoat", "Next coat after, h at 20 C", base.recoatMinutes],
          ["handle", "Handled after, h", base.handleMinutes],
          ["cure", "Cured after, h", base.cureMinutes],
        ] as const
      ).map(([name, label, minutes]) => (
        <Field
          key={name}
          label={label}
          name={name}
          inputMode="decimal"
          defaultValue={hours(minutes)}
          problems={actionData?.problems}
        />
      ))}
    </div>
  );
}
