import { exact, type Figure, repeated, sum, times } from "#core/figure";
import { moneyText } from "#core/money";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { openShare } from "#core/plan/stores/stepNeeds";
import { powerAndWear } from "#core/print/processTable";
import type { RunSlot } from "#core/print/printCalendar";
import type { StockLine } from "#core/stores/draw";

/**
 * What a whole scene still takes. Each of these is one figure: every screen, table and file shows it from here.
 *
 * - `machineMinutes`: plates as often as they have to be run, failures counted in
 * - `handsMinutes`: as the calendar has them: steps, getting things out, setting plates up and clearing them
 * - `material`, `products`: what plates draw of print materials, and steps of everything else
 * - `machineCost`: power and wear; `cost`: all of that together, minor units
 * - `notPriced`: what is drawn and has no price, by name
 */
export type Totals = {
  readonly machineMinutes: Figure;
  readonly handsMinutes: Figure;
  readonly material: Figure;
  readonly products: Figure;
  readonly machineCost: Figure;
  readonly cost: Figure;
  readonly notPriced: readonly string[];
  readonly finishAt: number;
  readonly boundAt: number;
};

type Counted = {
  readonly plates: readonly PlatePlan[];
  readonly runs: readonly RunSlot[];
  readonly work: WorkPlan;
  readonly stores: readonly StockLine[];
};

/** @param powerMinorPerKwh and the currency that money is told in */
export function totalsOf(plan: Counted, powerMinorPerKwh: number, currency: string): Totals {
  const { work, runs, stores } = plan;
  const isMaterial = (l: StockLine) => l.needKey.startsWith("material:");
  const material = drawn(stores.filter(isMaterial), currency);
  const products = drawn(
    stores.filter((l) => !isMaterial(l)),
    currency,
  );
  const machineCost = machineCostOf(plan, powerMinorPerKwh, currency);
  const parts = [
    ["print material, reprints counted in", material],
    ["products and paints", products],
    ["power and wear of the machines", machineCost],
  ] as const;
  return {
    machineMinutes: machineTotal(plan),
    handsMinutes: handsTotal(plan),
    material,
    products,
    machineCost,
    cost: sum(
      parts.map(([, f]) => f),
      "minor",
      "independent",
      parts.map(([text, f]) => ({ text, value: moneyText(f.value, currency), basis: f.basis })),
    ),
    notPriced: [
      ...unknownMaterials(plan),
      ...stores.filter((l) => !l.priced && l.needed > 0).map((l) => l.name),
    ],
    finishAt: Math.max(work.schedule.finishAt, ...runs.map((r) => r.clearedAt)),
    boundAt: work.schedule.boundAt,
  };
}

/** What lines of the shelf cost together. */
const drawn = (lines: readonly StockLine[], currency: string): Figure =>
  sum(
    lines.map((l) => l.cost),
    "minor",
    "shared",
    lines
      .filter((l) => l.priced)
      .map((l) => ({ text: l.name, value: moneyText(l.cost.value, currency), basis: "yours" as const })),
  );

/** What plates are printed in that nobody put on the shelf: it weighs something and costs nothing yet. */
const unknownMaterials = ({ plates }: Counted): readonly string[] => [
  ...new Set(plates.filter((p) => p.material === null).map((p) => `what ${p.printer.name} prints with`)),
];

/** A plate's machine time, as often as it has to be run. */
const plateMinutes = (p: PlatePlan) => repeated(p.minutes, p.runs);

const machineTotal = ({ plates }: Counted) =>
  sum(
    plates.map(plateMinutes),
    "min",
    "shared",
    plates.map((p) => ({
      text: `plate ${p.number} on ${p.printer.name}, ${p.runs.value.toFixed(2)} runs expected`,
      value: `${(p.minutes.value * p.runs.value).toFixed(0)} min`,
      basis: p.minutes.basis,
    })),
  );

const machineCostOf = ({ plates }: Counted, powerMinorPerKwh: number, currency: string) =>
  sum(
    plates.map((p) => ({
      ...times(plateMinutes(p), powerAndWear(p.printer, powerMinorPerKwh)),
      unit: "minor",
    })),
    "minor",
    "shared",
    plates.map((p) => ({
      text: `plate ${p.number} on ${p.printer.name}`,
      value: moneyText(p.minutes.value * p.runs.value * powerAndWear(p.printer, powerMinorPerKwh), currency),
      basis: "yours" as const,
    })),
  );

/** What hands still do: steps with what is left of them, getting things out, setting plates up and clearing them. */
function handsTotal({ plates, work }: Counted): Figure {
  const open = work.steps.filter((s) => !work.done.has(s.id));
  const steps = sum(
    open.map((s) => times(s.handsMinutes, openShare(s, work.some))),
    "min",
    "shared",
  );
  const setups = work.schedule.slots.reduce((total, s) => total + s.setupMinutes, 0);
  const onPlates = sum(
    plates.map(({ running, printer, runs }) =>
      repeated(exact((running ? 0 : printer.setupMinutes) + printer.clearMinutes, "min", "yours"), runs),
    ),
    "min",
    "shared",
  );
  const lines = [
    [`${open.length} steps`, steps.value],
    [`getting things out, ${work.schedule.setups} times`, setups],
    [`setting ${plates.length} plates up and clearing them, reprints counted in`, onPlates.value],
  ] as const;
  return sum(
    [steps, exact(setups, "min", "practice"), onPlates],
    "min",
    "shared",
    lines.map(([text, minutes]) => ({
      text,
      value: `${minutes.toFixed(0)} min`,
      basis: "practice" as const,
    })),
  );
}
