import type { Printer } from "#core/print/printer";
import { moneyText } from "#core/money";
import { type Figure, sum } from "#core/figure";
import type { Process } from "#core/print/printer";

/**
 * What a part comes to on one printer, all copies: the row of a table over all of them. Lengths mm, areas
 * mm2, money minor.
 */
export type ProcessRow = {
  readonly printerId: string;
  readonly printerName: string;
  readonly process: Process;
  readonly fits: boolean;
  readonly pieces: number;
  readonly machineMinutes: Figure;
  readonly handsMinutes: Figure;
  readonly cost: Figure;
  readonly smallestMm: number;
  readonly plainCm2: number;
  readonly toughness: number;
  readonly scarMm2: number;
  readonly thinShare: number;
  readonly thinCm2: number;
  readonly printable: boolean;
  /** It cannot make one place of it. */
  readonly losesPlace: boolean;
  readonly suitsUse: number;
  readonly barred: string | null;
};

export type ProcessChoice = { readonly best: ProcessRow | null; readonly reasons: readonly string[] };

const hours = (minutes: number) =>
  minutes < 90 ? `${minutes.toFixed(0)} min` : `${(minutes / 60).toFixed(1)} h`;

/**
 * One printer for a part: among those that may be used, the one that needs least of machine, hands and money
 * with what is
 * too thin, shows, scars or breaks counted against it. The reasons are what sets it apart from the next.
 * @param hourWorthMinor what an hour of hands is taken for
 */
export function chooseProcess(
  rows: readonly ProcessRow[],
  hourWorthMinor: number,
  thinnestMm: number | null,
  currency: string,
): ProcessChoice {
  const open = rows.filter((r) => r.barred === null);
  if (open.length === 0)
    return { best: null, reasons: [rows[0]?.barred ?? "No printer in the workshop does this."] };
  const [best, next] = [...open].sort(
    (a, b) =>
      evenings(a, hourWorthMinor) - evenings(b, hourWorthMinor) || (a.printerId < b.printerId ? -1 : 1),
  );
  return { best: best!, reasons: because(best!, next, thinnestMm, hourWorthMinor, currency) };
}

/** What is too thin to hold costs so much of mending and printing again, minutes a cm2 (common practice). */
const THIN_MIN_PER_CM2 = 15;
/** A place that a machine cannot make costs so much of making it another way, minutes (common practice). */
const LOST_PLACE_MIN = 15;

/**
 * What a row comes to in minutes of a builder's evening: machine time is cheap, hands are dear, what fails or
 * shows is dearest. Common practice.
 */
export const evenings = (r: ProcessRow, hourWorthMinor: number): number =>
  Object.values(counted(r, hourWorthMinor)).reduce((s, v) => s + v, 0);

const counted = (r: ProcessRow, hourWorthMinor: number) => ({
  fit: r.fits ? 0 : 1e6 * r.pieces,
  printable: r.printable ? 0 : 1e5,
  place: r.losesPlace ? LOST_PLACE_MIN : 0,
  thin: r.process === "filament" ? r.thinCm2 * THIN_MIN_PER_CM2 : 0,
  plain: r.plainCm2 * 6,
  scars: (r.scarMm2 / 100) * 4,
  hands: r.handsMinutes.value,
  machine: 0.35 * r.machineMinutes.value,
  money: (r.cost.value / Math.max(1, hourWorthMinor)) * 60,
  use: (1 - r.suitsUse) * 60,
});
/** Less than this, in minutes of an evening, is no reason. */
const WORTH_SAYING_MIN = 3;

/** What sets the best apart from the next, weightiest first. */
function because(
  best: ProcessRow,
  next: ProcessRow | undefined,
  thinnestMm: number | null,
  hourWorthMinor: number,
  currency: string,
): string[] {
  if (!best.fits) return [`It fits no bed here; ${best.printerName} needs the fewest cuts.`];
  if (!next) return [`${best.printerName} is the only printer for it.`];
  const mine = counted(best, hourWorthMinor);
  const theirs = counted(next, hourWorthMinor);
  const other = next.printerName;
  const money = (minor: number) => moneyText(minor, currency);
  const words: Record<keyof typeof mine, () => string> = {
    fit: () => `It fits ${best.printerName} whole; ${other} would need a cut.`,
    printable: () =>
      thinnestMm === null
        ? `${other} cannot make its walls.`
        : `Its walls go down to ${thinnestMm.toFixed(2)} mm, finer than ${other} makes.`,
    place: () =>
      `One place of ${thinnestMm === null ? "it" : `${thinnestMm.toFixed(2)} mm`} is finer than ${other} makes.`,
    thin: () =>
      `${(100 * next.thinShare).toFixed(next.thinShare < 0.02 ? 1 : 0)} % of its surface is too thin to hold in filament.`,
    plain: () =>
      `${best.printerName} leaves ${(next.plainCm2 - best.plainCm2).toFixed(0)} cm2 less of plain layer steps than ${other}.`,
    use: () => "Its plastic suits what the part is for.",
    scars: () =>
      `${((next.scarMm2 - best.scarMm2) / 100).toFixed(1)} cm2 less of support scars than on ${other}.`,
    hands: () =>
      `${(next.handsMinutes.value - best.handsMinutes.value).toFixed(0)} min less of your hands than on ${other}.`,
    machine: () =>
      `${best.printerName} takes ${hours(best.machineMinutes.value)}, ${other} ${hours(next.machineMinutes.value)}.`,
    money: () => `It costs ${money(best.cost.value)} there, ${money(next.cost.value)} on ${other}.`,
  };
  const reasons = (Object.keys(words) as (keyof typeof mine)[])
    .map((k) => ({ k, by: theirs[k] - mine[k] }))
    .filter((r) => r.by > WORTH_SAYING_MIN)
    .sort((a, b) => b.by - a.by)
    .map((r) => words[r.k]());
  return reasons.length > 0 ? reasons : [`${best.printerName} and ${other} come to about the same.`];
}

/** What a machine costs while it runs, minor units a minute: power, and its price over its life. */
export const powerAndWear = (
  { watts, priceMinor, lifeHours }: Pick<Printer, "watts" | "priceMinor" | "lifeHours">,
  powerMinorPerKwh: number,
): number => (watts / 1000) * (powerMinorPerKwh / 60) + (lifeHours > 0 ? priceMinor / lifeHours / 60 : 0);

/** Machine, material and wear of a part, and power: what it costs. Minor units. */
export function printCost(
  materialMinor: Figure,
  minutes: Figure,
  watts: number,
  powerMinorPerKwh: number,
  priceMinor: number,
  lifeHours: number,
  currency: string,
): Figure {
  const money = (minor: number) => moneyText(minor, currency);
  const perMinute = powerAndWear({ watts, priceMinor, lifeHours }, powerMinorPerKwh);
  const machine: Figure = {
    ...minutes,
    value: minutes.value * perMinute,
    low: minutes.low * perMinute,
    high: minutes.high * perMinute,
    unit: "minor",
    basis: "yours",
    working: [],
  };
  return sum([materialMinor, machine], "minor", "shared", [
    ...materialMinor.working,
    {
      text: `${(minutes.value / 60).toFixed(1)} h of ${watts} W at ${money(powerMinorPerKwh)} a kWh${priceMinor > 0 ? `, and ${money(priceMinor)} over ${lifeHours} h of the machine's life` : ""}`,
      value: money(machine.value),
      basis: "yours",
    },
  ]);
}
