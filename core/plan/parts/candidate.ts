import { exact, type Figure, spread, sum, times } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import { plasticOf, suits } from "#core/materials/printMaterials";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { SlopePatch } from "#core/mesh/slopes";
import { shareThinner } from "#core/mesh/thickness";
import { moneyText } from "#core/money";
import { materialFor } from "#core/plan/parts/chooseMachine";
import type { Thinnest } from "#core/plan/parts/thinnest";
import type { Candidate } from "#core/plan/parts/partPlan";
import type { PartScene, PartWorkshop } from "#core/plan/parts/partSurroundings";
import { shellKey, workKey } from "#core/plan/plates/derivedKeys";
import type { PrintBody } from "#core/print/body";
import { filamentEstimate, type PrintEstimate } from "#core/print/filamentEstimate";
import { quickFilamentWork } from "#core/print/filamentWork";
import { fitOn, pieceCount } from "#core/print/fit";
import {
  detailLimit,
  HOLDING_WALL_MM,
  type Printer,
  type PrintMaterial,
  usableBed,
} from "#core/print/printer";
import { withRecipe } from "#core/print/printRecipe";
import { printCost, type ProcessRow } from "#core/print/processTable";
import { afterResin, resinEstimate } from "#core/print/resinEstimate";
import { resinRisk } from "#core/print/resinRisk";
import { RAISED_MM, type SupportWork, supportWork } from "#core/print/supports";
import { smallestPrinted } from "#core/scale/limits";
import type { LogEntry } from "#core/scene/logEntry";
import { type Part, printOf } from "#core/scene/part";
import type { Derived } from "#core/scene/planInput";
import { printedBy } from "#core/surface/printedBy";
import { finishOver } from "#core/surface/finishOver";
import { surfaceAreas } from "#core/surface/surfaceAreas";
import { learntLooks } from "#core/plan/surface/learntLooks";
import { counted } from "#core/words";

/** What a part is weighed by on every machine. `m`: the mesh as it lies; `factor`: file units to bench mm. */
export type Weighed = {
  readonly part: Part;
  readonly m: MeshMeasurement;
  readonly body: PrintBody;
  readonly factor: number;
  readonly thin: Thinnest | null;
  readonly scene: PartScene;
  readonly workshop: PartWorkshop;
  readonly derived: Derived;
  /** Slopes of what of it is seen, where its zones tell; absent where all of it counts. */
  readonly seen?: readonly SlopePatch[];
};

/** A printer as it is set for one part, with what is known of it. */
type Machine = {
  readonly printer: Printer;
  readonly material: PrintMaterial | null;
  /** The material, or the usual one of its process where none is in the workshop. */
  readonly density: PrintMaterial;
  readonly timeFactor: number;
  readonly supports: SupportWork;
};

/** Hands of cleaning a filament piece of strings and brim, minutes, to begin with (common practice). */
const CLEAN_START_MIN = 1.5;
/** A machine that brought so many runs to a good end is proven; before, it gets more supports. */
const PROVEN_RUNS = 5;
const UNPROVEN_SUPPORTS = 1.25;
/** Of a bed that pieces cover, and the room between them, mm (common practice). */
const BED_COVERED = 0.85;
const BETWEEN_MM = 2;
/** How well a part suits its material where no use of it was told. */
const USE_UNTOLD = 0.7;

/** What one printer would make of a part: all copies. */
export function candidate(own: Printer, of: Weighed): Candidate {
  const { part, m, body, factor, workshop } = of;
  const print = printOf(part);
  const machine = machineFor(own, of);
  const { printer, density, timeFactor, supports } = machine;
  const { one, exact } = estimateOne(machine, of);
  const copies = part.count + print.spares;
  const beds = bedsFor(copies, body, printer);
  const minutes = allMinutes(one.minutes, copies, beds, printer);
  const grams = times(one.grams, copies, "g", { text: `${counted(copies, "copy", "copies")}` });
  const cost = costOf(grams, minutes, density, printer, workshop);
  const plates =
    printer.process === "resin"
      ? beds
      : Math.max(1, Math.ceil(minutes.value / workshop.rooms.longestPlateMinutes));
  const all = { minutes, grams, cost, hands: handsOf(copies, plates, machine) };
  const fit = fitOn(
    printer,
    supports.raised ? [body.sizeMm[0], body.sizeMm[1], body.sizeMm[2] + RAISED_MM] : body.sizeMm,
  );
  const seenTimes = learntLooks(workshop.looks, printer)?.times ?? 1;
  const surface = surfaceAreas(
    of.seen ?? m.slopes,
    factor,
    printedBy(printer, finishOver(schemeOver(part), seenTimes)),
    of.scene.viewingDistanceMm,
  );
  const thinShare = shareThinner(m.thickness, HOLDING_WALL_MM[printer.process] / factor);
  return {
    exact,
    printer,
    material: machine.material,
    fit,
    timeFactor,
    one,
    raised: supports.raised,
    supports,
    risk:
      printer.process === "resin"
        ? resinRisk(m, factor, printer, supports.raised ? supports.scarMm2 : null)
        : null,
    all,
    surface,
    seenTimes,
    thinShare,
    row: rowOf(machine, of, { fit, all, surface, thinShare }),
  };
}

/** Of a part that nobody parted; zones have their own, and machines are weighed by bare faces. */
const schemeOver = ({ zones }: Part) => (zones.length === 1 ? zones[0]!.scheme : []);

function machineFor(own: Printer, { part, m, factor, workshop }: Weighed): Machine {
  const print = printOf(part);
  const printer = withRecipe(own, workshop.printRecipes.find((r) => r.id === print.printRecipeId) ?? null);
  const material = materialFor(part, printer, workshop);
  const good = workshop.log.filter(
    (e) => e.kind === "run" && !e.simulated && e.key === printer.id && e.outcome === "good",
  );
  const density = good.length >= PROVEN_RUNS ? 1 : UNPROVEN_SUPPORTS;
  return {
    printer,
    material,
    density: material ?? usualMaterial(printer),
    timeFactor: learnedTime(good, printer.id),
    supports: supportWork(printer, m, factor, print.raised, density),
  };
}

/** Weighed by where no material of the process is in the workshop; it costs nothing there. */
export const usualMaterial = ({ process }: Printer): PrintMaterial => ({
  id: "",
  name: "",
  process,
  plastic: process === "resin" ? "resin" : "PLA",
  densityGPerCm3: process === "resin" ? 1.15 : 1.24,
  pricePerKg: 0,
  colour: null,
  damp: false,
});

export function learnedTime(goodRuns: readonly LogEntry[], printerId: string): number {
  const learned = learnedFactor(
    goodRuns.map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes })),
    printerId,
  );
  return learned.basis === "learned" ? learned.value : 1;
}

/** One copy: on its walls as they were followed and its hollow as it was made, or reckoned until then. */
function estimateOne(
  { printer, density, timeFactor, supports }: Machine,
  { part, body, factor, derived }: Weighed,
): { readonly one: PrintEstimate; readonly exact: boolean } {
  const { pose, infillBands, hollow } = printOf(part);
  if (printer.process === "filament") {
    const known = part.meshId
      ? derived.works.get(workKey(part.meshId, pose, factor, printer, infillBands))
      : undefined;
    const work = known ?? quickFilamentWork(body, printer, infillBands);
    return {
      one: filamentEstimate(body, work, supports, printer, density, timeFactor),
      exact: known !== undefined,
    };
  }
  const shell =
    hollow && part.meshId ? (derived.shells.get(shellKey(part.meshId, factor, hollow.wallMm)) ?? null) : null;
  return {
    one: resinEstimate(body, supports, hollow, shell, printer, density, timeFactor),
    exact: shell !== null || !hollow,
  };
}

/** About how many beds the copies cover. */
function bedsFor(copies: number, { sizeMm }: PrintBody, printer: Printer): number {
  const bed = usableBed(printer);
  const taken = copies * (sizeMm[0] + BETWEEN_MM) * (sizeMm[1] + BETWEEN_MM);
  return Math.max(1, Math.ceil(taken / (BED_COVERED * bed[0] * bed[1])));
}

/** Resin costs its plates, whatever lies on them; filament costs its copies. */
function allMinutes(one: Figure, copies: number, beds: number, printer: Printer): Figure {
  if (printer.process === "filament") return times(one, copies);
  const several = beds > 1 ? [{ text: `${copies} copies take about ${beds} plates` }] : [];
  return times(one, beds, "min", ...several);
}

export const costOf = (
  grams: Figure,
  minutes: Figure,
  density: PrintMaterial,
  printer: Printer,
  { rooms, currency }: PartWorkshop,
): Figure =>
  printCost(
    times(grams, density.pricePerKg / 1000, "minor", {
      text: `${density.name || "material"} at ${moneyText(density.pricePerKg, currency)} a kilogram`,
      basis: "yours",
    }),
    minutes,
    printer.watts,
    rooms.powerMinorPerKwh,
    printer.priceMinor,
    printer.lifeHours,
    currency,
  );

/** Hands on all copies: setting plates up and clearing them, supports, cleaning or washing. */
function handsOf(copies: number, plates: number, { printer, supports }: Machine): Figure {
  const resin = printer.process === "resin";
  const plateMinutes = plates * (printer.setupMinutes + printer.clearMinutes);
  const supportMinutes = copies * supports.cleanMinutes;
  const afterMinutes = resin ? plates * afterResin.handsMinutes : copies * CLEAN_START_MIN;
  const setUp = {
    text: `${counted(plates, "plate", "plates")} to set up and clear`,
    value: `${plateMinutes.toFixed(0)} min`,
    basis: "yours" as const,
  };
  return sum(
    [
      exact(plateMinutes, "min", "yours", [setUp]),
      spread(supportMinutes + afterMinutes, 0.4, "min", "practice"),
    ],
    "min",
    "shared",
    [
      setUp,
      {
        text: supports.needless
          ? "no supports to take off"
          : `${supports.contacts} support ${resin ? "tips" : "places"} on each of ${copies}`,
        value: `${supportMinutes.toFixed(0)} min`,
        basis: "practice",
      },
      {
        text: resin ? "washing and curing by the plate" : "strings and edges",
        value: `${afterMinutes.toFixed(0)} min`,
        basis: "practice",
      },
    ],
  );
}

/** The line of this machine in the table that the choice is made from. */
function rowOf(
  { printer, density, supports }: Machine,
  { part, body, thin, workshop }: Weighed,
  { fit, all, surface, thinShare }: Pick<Candidate, "fit" | "all" | "surface" | "thinShare">,
): ProcessRow {
  const plastic = plasticOf(density.plastic);
  const { use } = printOf(part);
  const smallestMm = smallestPrinted(detailLimit(printer)).value;
  return {
    printerId: printer.id,
    printerName: printer.name,
    process: printer.process,
    fits: fit.kind === "fits",
    pieces: pieceCount(fit),
    machineMinutes: all.minutes,
    handsMinutes: all.hands,
    cost: all.cost,
    smallestMm,
    plainCm2: surface.visible.value * part.count,
    toughness: plastic?.print.toughness ?? 2,
    scarMm2: supports.scarMm2 * part.count,
    thinShare,
    thinCm2: thinShare * body.areaMm2 * 0.01 * part.count,
    printable: thin === null || thin.surfaceMm >= smallestMm,
    losesPlace: thin !== null && thin.place !== null && thin.mm.value < smallestMm,
    suitsUse: use && plastic ? suits(plastic, use).score : USE_UNTOLD,
    barred:
      printer.process === "resin" && !workshop.rooms.resinAllowed
        ? "Liquid resin is not allowed in the rooms of this workshop."
        : null,
  };
}
