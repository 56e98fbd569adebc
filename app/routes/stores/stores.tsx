import { useSelected } from "#app/hooks/useSelected";
import { useFetcher } from "react-router";
import type { Route } from "./+types/stores";
import { amountText, countedAs, type StockLine, type StockUnit, toBuy } from "#core/stores/draw";
import { appDatabase } from "#data/db";
import { write } from "#data/journal";
import { Button } from "#ui/Button";
import { Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { NotPriced } from "#ui/NotPriced";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { figures, PlainTable } from "#ui/PlainTable";
import type { Plan } from "#core/plan/plan";
import { countForm } from "./forms";
import type { Problem } from "#core/outcome";

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const needKey = textOf(form, "needKey");
  const known = (await appDatabase().stock.toArray()).filter((s) => s.needKey === needKey);
  const fields = await fieldsOf(form, countForm);
  if (!fields.ok) return refuse(fields.problems);
  const { left, price } = fields.value;
  const name = textOf(form, "name");
  const priced = price === null ? {} : { pricePerUnit: price * 100 };
  const fresh = {
    ...{ id: crypto.randomUUID(), needKey, name, unit: textOf(form, "unit") as StockUnit, left },
    ...{ pricePerUnit: 0, ...priced },
  };
  const now = countedAs(known, left);
  const rows = known.length > 0 ? known.map((s) => ({ ...s, left: now.get(s.id)!, ...priced })) : [fresh];
  const outcome = await write(
    `Count ${name}`,
    rows.map((put) => ({ table: "stock" as const, put })),
    at,
  );
  return outcome.ok ? { problems: [] } : refuse(outcome.problems);
}

const words: Record<StockLine["state"], string> = {
  enough: "enough",
  close: "close",
  short: "runs out",
  none: "not on the shelf",
};
const colours: Record<StockLine["state"], string> = {
  enough: "text-verdigris",
  close: "text-ochre",
  short: "text-oxide",
  none: "text-oxide",
};

export default function Stores({ actionData }: Route.ComponentProps) {
  const { plan } = useScene();
  const mark = useSelected("need");
  const buy = toBuy(plan.stores);
  return (
    <div className="sheet grid content-start gap-5">
      <h1>Stores: what this scene draws</h1>
      {plan.stores.length === 0 && (
        <EmptyState title="Nothing is drawn yet">
          When parts have printers and schemes, this page says what each bottle and spool will be drawn down
          to, and what runs out before which coat.
        </EmptyState>
      )}
      <Problems problems={actionData?.problems} />
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-4">
        {plan.stores.map((l) => (
          <NeedCard key={l.needKey} l={l} mark={mark} />
        ))}
      </ul>
      <ToBuy buy={buy} />
      <CostSlip plan={plan} />
    </div>
  );
}

function CostSlip({ plan }: { readonly plan: Plan }) {
  return (
    <Slip title="Cost">
      <SlipLines
        title="This scene still takes"
        lines={[
          [
            "print material",
            <FigureView key="m" figure={plan.totals.material} label="Print material, reprints counted in" />,
          ],
          ["products", <FigureView key="p" figure={plan.totals.products} label="Products and paints" />],
          ["power and wear", <FigureView key="w" figure={plan.totals.machineCost} label="Power and wear" />],
          [
            "together",
            <FigureView key="t" figure={plan.totals.cost} label="Material, products, power and wear" />,
          ],
          ...(plan.totals.notPriced.length > 0
            ? [["not priced", <NotPriced key="n" names={plan.totals.notPriced} />] as const]
            : []),
        ]}
      />
      <SlipLines
        title="Of the shelf"
        lines={plan.stores
          .filter((l) => l.priced)
          .map((l) => [l.name, <FigureView key={l.needKey} figure={l.cost} label={l.name} />] as const)}
      />
    </Slip>
  );
}

function ToBuy({ buy }: { readonly buy: ReturnType<typeof toBuy> }) {
  return (
    <section>
      <h2 className="mb-2">To buy for this scene</h2>
      {buy.length === 0 ? (
        <p>Nothing: the shelf is enough, even at the high estimate.</p>
      ) : (
        <PlainTable
          label="Needs"
          heads={["what", figures("left"), figures("needed, high"), figures("buy at least")]}
        >
          {buy.map((l) => (
            <tr key={l.needKey}>
              <th scope="row">{l.name}</th>
              <td data-figures>{amountText(l.left, l.unit)}</td>
              <td data-figures>{amountText(l.neededHigh, l.unit)}</td>
              <td data-figures>{amountText(l.buy, l.unit)}</td>
            </tr>
          ))}
        </PlainTable>
      )}
    </section>
  );
}

function NeedCard({ l, mark }: { readonly l: StockLine; readonly mark: ReturnType<typeof useSelected> }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [problem] = fetcher.data?.problems ?? [];
  return (
    <li className="panel grid grid-cols-[54px_1fr] gap-x-4" {...mark(l.needKey)}>
      <Bottle line={l} />
      <div>
        <h2 className="text-[16px]">{l.name}</h2>
        <p className={`font-head font-semibold ${colours[l.state]}`}>{words[l.state]}</p>
        <p className="figures text-[14px]">
          {amountText(l.needed, l.unit)} of {amountText(l.left, l.unit)}
        </p>
        {l.runsOutIn && <p className="text-[13px] text-ink-2">in {l.runsOutIn}</p>}
        <fetcher.Form method="post" className="mt-1.5 flex items-center gap-1.5">
          <input type="hidden" name="needKey" value={l.needKey} />
          <input type="hidden" name="name" value={l.name} />
          <input type="hidden" name="unit" value={l.unit} />
          <input
            className="input figures !min-h-8 !w-20"
            name="left"
            aria-label={`${l.name}: left on the shelf, ${l.unit}`}
            defaultValue={Number(l.left.toFixed(1))}
            key={l.left}
            inputMode="decimal"
            aria-invalid={problem ? true : undefined}
          />
          <span className="text-[13px] whitespace-nowrap">{l.unit} left</span>
          <Button type="submit" className="!min-h-8">
            Set
          </Button>
        </fetcher.Form>
        {problem && (
          <p role="alert" className="mt-1 text-[14px] text-oxide">
            {problem.message}
          </p>
        )}
      </div>
    </li>
  );
}

/** A bottle, or a stack of sheets, with its level, and a line at what this scene will draw it down to. */
function Bottle({ line }: { line: StockLine }) {
  const full = Math.max(line.left, line.neededHigh, 1e-9);
  const level = (62 * line.left) / full;
  const after = Math.max(0, (62 * (line.left - line.needed)) / full);
  return (
    <svg width="50" height="92" viewBox="0 0 50 92" aria-hidden="true">
      <path
        d={
          line.unit === "sheets" || line.unit === "pieces" || line.unit === "m"
            ? "M8 25h34v65H8z"
            : "M17 2h16v14l9 9v62a3 3 0 0 1-3 3H11a3 3 0 0 1-3-3V25l9-9z"
        }
        fill="var(--primer-1)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <rect x="9" y={89 - level} width="32" height={level} fill="var(--primer-3)" />
      <rect x="9" y={89 - level} width="32" height={level - after} fill="var(--ink-2)" opacity="0.35" />
      <line
        x1="5"
        x2="45"
        y1={89 - after}
        y2={89 - after}
        stroke={line.state === "enough" ? "var(--verdigris)" : "var(--oxide)"}
        strokeWidth="2.4"
        strokeDasharray={line.state === "enough" ? "none" : "4 2"}
      />
    </svg>
  );
}
