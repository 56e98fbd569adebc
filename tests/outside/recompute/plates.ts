import type { Archive, Row, Shown, Untyped } from "./read";

/**
 * Plates: resin time by counting layers one by one, filament time by its thread at the speed that acceleration
 * allows, what a plate weighs by its plastic, and money by kilogram, kilowatt-hour and the machine's life.
 */
export function plates({ tables }: Archive, { scene, plan }: Shown): readonly Row[] {
  const rows: Row[] = [];
  for (const plate of plan.plates) {
    const printer = tables["printers"]!.find((p) => p.id === plate.printer.id)!;
    const row = (what: string, shown: number, recomputed: number, unit: string, off: number) =>
      rows.push({ scene: scene.name, what: `plate ${plate.number}: ${what}`, shown, recomputed, unit, off });
    if (printer.process === "resin") {
      const tallest = Math.max(...plate.laid.map((l: Untyped) => l.heightMm));
      row("time", plate.minutes.value, layerByLayer(printer, tallest) * learned(plate, plan), "min", 0.02);
    } else row("time", plate.minutes.value, threadMinutes(printer, plate, plan), "min", 0.4);
  }
  const runs = (p: Untyped) => p.runs.value as number;
  const printed = plan.plates.reduce((sum: number, p: Untyped) => {
    const material = tables["materials"]!.find((m) => m.id === p.material?.id);
    return sum + (material ? (p.grams.value * runs(p) * material.pricePerKg) / 1000 : 0);
  }, 0);
  const machine = plan.plates.reduce((sum: number, p: Untyped) => {
    const { watts, priceMinor, lifeHours } = tables["printers"]!.find((x) => x.id === p.printer.id)!;
    const hours = (p.minutes.value * runs(p)) / 60;
    // Thirty cents a kilowatt-hour is what a new workshop begins with.
    return sum + hours * (watts / 1000) * 30 + (lifeHours > 0 ? (hours * priceMinor) / lifeHours : 0);
  }, 0);
  const shelf = plan.stores
    .filter((l: Untyped) => !l.needKey.startsWith("material:"))
    .reduce((sum: number, l: Untyped) => {
      const item = tables["stock"]!.find((s) => s.needKey === l.needKey);
      return sum + l.needed * (item?.pricePerUnit ?? 0);
    }, 0);
  const total = (what: string, shown: number, recomputed: number, unit: string) =>
    rows.push({ scene: scene.name, what, shown, recomputed, unit, off: 0.001 });
  const { totals } = plan;
  total("print material", totals.material.value / 100, printed / 100, "EUR");
  total("power and wear", totals.machineCost.value / 100, machine / 100, "EUR");
  total("products and paints", totals.products.value / 100, shelf / 100, "EUR");
  total("all money", totals.cost.value / 100, (printed + machine + shelf) / 100, "EUR");
  return rows;
}

/** Seconds of every layer added up, one after another. */
function layerByLayer(p: Untyped, tallestMm: number): number {
  const layers = Math.ceil(tallestMm / p.layerMm - 1e-6);
  const slow = p.slowLiftMm > 0 ? p.slowLiftMm / p.slowLiftSpeed : 0;
  const moves = slow + (p.liftMm - p.slowLiftMm) / p.liftSpeed + p.liftMm / p.retractSpeed + p.restSeconds;
  let seconds = 0;
  for (let i = 0; i < layers; i++) {
    const ramp = i - p.bottomLayers;
    const exposure =
      ramp < 0
        ? p.bottomExposureSeconds
        : ramp < p.transitionLayers
          ? p.bottomExposureSeconds +
            ((ramp + 0.5) / p.transitionLayers) * (p.exposureSeconds - p.bottomExposureSeconds)
          : p.exposureSeconds;
    seconds += exposure + moves;
  }
  return seconds / 60;
}

/** What the printer's log says of its parts' times: a factor that each candidate is told with. */
const learned = (plate: Untyped, plan: Untyped): number =>
  Math.max(
    ...plate.laid.map(
      (l: Untyped) => plan.parts.find((p: Untyped) => p.part.id === l.partId)?.chosen?.timeFactor ?? 1,
    ),
  );

/** Thread length over the mean of wall and infill speed, less what corners cost, and layers that wait to set. */
function threadMinutes(p: Untyped, plate: Untyped, plan: Untyped): number {
  const density = plate.material?.densityGPerCm3 ?? 1.24;
  const bead = p.layerMm * (1.125 * p.nozzleMm - p.layerMm) + Math.PI * (p.layerMm / 2) ** 2;
  const mm = ((plate.grams.value / density) * 1000) / bead;
  const flow = p.flowLimit / bead;
  const speed = Math.min(flow, (p.wallSpeed + p.infillSpeed) / 2);
  // Every few millimetres a corner: it comes down to a tenth and up again.
  const perCorner = speed / p.acceleration;
  const corners = mm / 8;
  return ((mm / speed + corners * perCorner) / 60) * 1.1 * learned(plate, plan) + p.warmUpMinutes;
}
