import { type Figure, sum } from "#core/figure";
import type { Process } from "#core/print/printer";

/** What a part comes to on one printer, all copies: the row of a table over all of them. Lengths mm, areas mm2, money minor. */
export type ProcessRow = {
  readonly printerId: string; readonly printerName: string; readonly process: Process; readonly fits: boolean; readonly pieces: number;
  readonly machineMinutes: Figure; readonly handsMinutes: Figure; readonly cost: Figure; readonly smallestMm: number; readonly plainCm2: number; readonly toughness: number; readonly scarMm2: number;
  readonly thinShare: number; readonly printable: boolean; readonly suitsUse: number; readonly barred: string | null;
};

export type ProcessChoice = { readonly best: ProcessRow | null; readonly reasons: readonly string[] };

const hours = (minutes: number) => (minutes < 90 ? `${minutes.toFixed(0)} min` : `${(minutes / 60).toFixed(1)} h`);

/**
 * One printer for a part: among those that may be used, the one that needs least of machine, hands and money with what is
 * too thin, shows, scars or breaks counted against it. The reasons are what sets it apart from the next.
 * @param hourWorthMinor what an hour of hands is taken for
 */
export function chooseProcess(rows: readonly ProcessRow[], hourWorthMinor: number, thinnestMm: number | null): ProcessChoice {
  const open = rows.filter((r) => r.barred === null);
  if (open.length === 0) return { best: null, reasons: [rows[0]?.barred ?? "No printer in the workshop does this."] };
  const [best, next] = [...open].sort((a, b) => evenings(a, hourWorthMinor) - evenings(b, hourWorthMinor) || (a.printerId < b.printerId ? -1 : 1));
  return { best: best!, reasons: because(best!, next, thinnestMm) };
}

/** What a row comes to in minutes of a builder's evening: machine time is cheap, hands are dear, what fails or shows is dearest. Common practice. */
export const evenings = (r: ProcessRow, hourWorthMinor: number): number =>
  (r.fits ? 0 : 1e6 * r.pieces) + (r.printable ? 0 : 1e5) + (r.process === "filament" ? r.thinShare * 20_000 : 0) + r.plainCm2 * 6 + (r.scarMm2 / 100) * 4 + r.handsMinutes.value + 0.35 * r.machineMinutes.value + (r.cost.value / Math.max(1, hourWorthMinor)) * 60 + (1 - r.suitsUse) * 60;

function because(best: ProcessRow, next: ProcessRow | undefined, thinnestMm: number | null): string[] {
  if (!best.fits) return [`It fits no bed here; ${best.printerName} needs the fewest cuts.`];
  if (!next) return [`${best.printerName} is the only printer for it.`];
  const reasons: string[] = [];
  if (!next.fits) reasons.push(`It fits ${best.printerName} whole; ${next.printerName} would need a cut.`);
  if (!next.printable && best.printable && thinnestMm !== null) reasons.push(`Its walls go down to ${thinnestMm.toFixed(2)} mm, finer than ${next.printerName} makes.`);
  else if (next.process === "filament" && best.process === "resin" && next.thinShare > 0.01) reasons.push(`${Math.round(next.thinShare * 100)} % of its surface is too thin to hold in filament.`);
  if (next.plainCm2 - best.plainCm2 > 1) reasons.push(`${best.printerName} leaves ${(next.plainCm2 - best.plainCm2).toFixed(0)} cm2 less of plain layer steps than ${next.printerName}.`);
  if (best.suitsUse - next.suitsUse > 0.25) reasons.push("Its plastic suits what the part is for.");
  if (next.scarMm2 - best.scarMm2 > 50) reasons.push(`${((next.scarMm2 - best.scarMm2) / 100).toFixed(1)} cm2 less of support scars than on ${next.printerName}.`);
  if (next.handsMinutes.value - best.handsMinutes.value > 5) reasons.push(`${(next.handsMinutes.value - best.handsMinutes.value).toFixed(0)} min less of your hands than on ${next.printerName}.`);
  if (reasons.length === 0) reasons.push(`${best.printerName} takes ${hours(best.machineMinutes.value)}, ${next.printerName} ${hours(next.machineMinutes.value)}.`);
  return reasons;
}

/** Machine, material and wear of a part, and power: what it costs. Minor units. */
export function printCost(materialMinor: Figure, minutes: Figure, watts: number, powerMinorPerKwh: number, priceMinor: number, lifeHours: number): Figure {
  const powerAndWear = (watts / 1000) * (powerMinorPerKwh / 60) + (lifeHours > 0 ? priceMinor / lifeHours / 60 : 0);
  const machine: Figure = { ...minutes, value: minutes.value * powerAndWear, low: minutes.low * powerAndWear, high: minutes.high * powerAndWear, unit: "minor", basis: "yours", working: [] };
  return sum([materialMinor, machine], "minor", "shared", [...materialMinor.working, { text: `${(minutes.value / 60).toFixed(1)} h of ${watts} W at ${(powerMinorPerKwh / 100).toFixed(2)} a kWh${priceMinor > 0 ? `, and ${(priceMinor / 100).toFixed(0)} over ${lifeHours} h of the machine's life` : ""}`, value: (machine.value / 100).toFixed(2), basis: "yours" }]);
}
