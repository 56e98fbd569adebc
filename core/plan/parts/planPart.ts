import { moneyText } from "#core/money";
import { counted } from "#core/words";
import { isPlannable } from "#core/plan/parts/plannable";
import { exact, type Figure, spread, sum, times } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import type { Use } from "#core/materials/material";
import { plasticOf, suits } from "#core/materials/printMaterials";
import type { MeshMeasurement } from "#core/mesh/measure";
import { shareThinner, thicknessAt } from "#core/mesh/thickness";
import { boxSize } from "#core/mesh/triangleMesh";
import { cutList } from "#core/plan/parts/cutList";
import { partFindings } from "#core/plan/parts/partFindings";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { shellKey, workKey } from "#core/plan/plates/derivedKeys";
import { type PrintBody, printBody } from "#core/print/body";
import { filamentEstimate } from "#core/print/filamentEstimate";
import { quickFilamentWork } from "#core/print/filamentWork";
import { fitOn, pieceCount } from "#core/print/fit";
import { withRecipe } from "#core/print/printRecipe";
import {
  detailLimit,
  HOLDING_WALL_MM,
  missingSetting,
  type Printer,
  type PrintMaterial,
  usableBed,
} from "#core/print/printer";
import { chooseProcess, printCost, type ProcessRow } from "#core/print/processTable";
import { afterResin, resinEstimate } from "#core/print/resinEstimate";
import { resinRisk } from "#core/print/resinRisk";
import { supportWork } from "#core/print/supports";
import { smallestPrinted } from "#core/scale/limits";
import { type Rescale, rescale } from "#core/scale/rescale";
import { type Part, printOf, cutPiecesOf } from "#core/scene/part";
import { type Derived, nothingDerived } from "#core/scene/planInput";
import type { PartScene, PartWorkshop } from "#core/plan/parts/partSurroundings";
import { surfaceAreas } from "#core/surface/surfaceAreas";
import { defaultSchool, treatmentOf } from "#core/surface/treatments";

/**
 * What follows from other parts: a machine that it was given so that all are done sooner, or the one its
 * pieces are made on.
 */
export type GivenPrinter = { readonly printerId: string; readonly because: string };

/**
 * @param measurement of the mesh as drawn
 * @param asItLies of the mesh as it lies, the same where it lies as drawn
 */
export function planPart(
  part: Part,
  measurement: MeshMeasurement | null,
  asItLies: MeshMeasurement | null,
  scene: PartScene,
  workshop: PartWorkshop,
  derived: Derived = nothingDerived,
  given: GivenPrinter | null = null,
): PartPlan {
  const scaled = withOwnFactor(
    rescale(part.size.source, part.size.unitMm, scene.denominator),
    part.size.ownFactor,
  );
  const sizeMm = measurement
    ? (boxSize(measurement.box).map((v) => v * scaled.factor) as [number, number, number])
    : part.size.boxMm;
  const plannable = sizeMm === null || isPlannable(sizeMm);
  const onBed = plannable ? asItLies : null;
  const body = onBed ? printBody(onBed, scaled.factor) : null;
  const thinnestMm = measurement && plannable ? thinnest(measurement, scaled.factor) : null;
  const inPieces = part.made === "from pieces";
  const candidates =
    (part.made === "printed" || inPieces) && onBed && body
      ? workshop.printers
          .filter((p) => missingSetting(p) === null)
          .map((p) => candidate(p, part, onBed, body, scaled.factor, thinnestMm, scene, workshop, derived))
      : [];
  const found = inPieces
    ? { chosen: null, reasons: ["It is printed in pieces."] }
    : choose(candidates, part, thinnestMm, workshop);
  const passed =
    given && found.chosen?.printer.id !== given.printerId
      ? candidates.find((c) => c.printer.id === given.printerId)
      : undefined;
  const chosen = inPieces ? null : (passed ?? found.chosen);
  const reasons = passed && !inPieces ? [given!.because] : found.reasons;
  const finish = inPieces ? (passed ?? candidates[0] ?? null) : chosen;
  const school =
    part.finish.school ??
    scene.surfaceSchool ??
    defaultSchool(part.tier ?? scene.tier, finish?.printer.process ?? "filament");
  // A piece is finished when it is part of the whole again.
  const treatment =
    finish &&
    !printOf(part).clear &&
    !printOf(part).pieceOf &&
    !treatmentOf(school).notOn.includes(finish.printer.process)
      ? treatmentOf(school)
      : null;
  const areaCm2 = paintedArea(part, onBed, body, scaled.factor);
  const plan = {
    part,
    measurement,
    asItLies,
    rescale: scaled,
    body: body && withoutProfile(body),
    sizeMm,
    thinnestMm,
    candidates: inPieces ? [] : candidates,
    chosen,
    finish,
    reason: reasons[0]!,
    reasons,
    treatment,
    areaCm2,
  };
  return { ...plan, findings: partFindings(plan, scene, workshop) };
}

/** What plans hand on: the profile is large and has done its work. */
function withoutProfile({ profile: _profile, ...rest }: PrintBody): Omit<PrintBody, "profile"> {
  return rest;
}

/** A variant is made larger or smaller than true on purpose. */
const withOwnFactor = (scaled: Rescale, ownFactor: number): Rescale =>
  ownFactor === 1
    ? scaled
    : {
        ...scaled,
        factor: scaled.factor * ownFactor,
        sentence: `${scaled.sentence}, and ${Number((100 * ownFactor).toFixed(1))} % of that as a variant`,
      };

function thinnest(m: MeshMeasurement, factor: number): Figure | null {
  const at = (share: number) => thicknessAt(m.thickness, share) * factor;
  if (m.thickness.sorted.length === 0) return null;
  return {
    value: at(0.03),
    low: at(0.02),
    high: at(0.042),
    unit: "mm",
    basis: "measured",
    working: [
      {
        text: `${m.thickness.sorted.length} points spread over the surface, five rays inward at each; 3 % of them are thinner (sharp edges are always thin, so less says nothing)`,
        basis: "measured",
      },
    ],
  };
}

/** Hands of cleaning a filament piece of strings and brim, minutes, to begin with (common practice). */
const CLEAN_START_MIN = 1.5;

function candidate(
  own: Printer,
  part: Part,
  m: MeshMeasurement,
  body: PrintBody,
  factor: number,
  thin: Figure | null,
  scene: PartScene,
  workshop: PartWorkshop,
  derived: Derived,
): Candidate {
  const print = printOf(part);
  const { hollow, use } = print;
  const printer = withRecipe(own, workshop.printRecipes.find((r) => r.id === print.printRecipeId) ?? null);
  const material = materialFor(part, printer, workshop);
  const density: PrintMaterial = material ?? {
    id: "",
    name: "",
    process: printer.process,
    plastic: printer.process === "resin" ? "resin" : "PLA",
    densityGPerCm3: printer.process === "resin" ? 1.15 : 1.24,
    pricePerKg: 0,
    colour: null,
    damp: false,
  };
  const runs = workshop.log.filter((e) => e.kind === "run" && !e.simulated && e.key === printer.id);
  const learned = learnedFactor(
    runs
      .filter((e) => e.outcome === "good")
      .map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes })),
    printer.id,
  );
  const timeFactor = learned.basis === "learned" ? learned.value : 1;
  // More supports while a machine is unproven.
  const supports = supportWork(
    printer,
    m.overhangs,
    factor,
    runs.filter((e) => e.outcome === "good").length >= 5 ? 1 : 1.25,
  );
  const flatFoot = m.slopes.some((p) => p.onBed && p.area * factor * factor > 100);
  const raised =
    printer.process === "resin" &&
    (print.raised ?? !(supports.needless && flatFoot && printer.plate === "flexible"));
  const work =
    printer.process === "filament" && part.meshId
      ? derived.works.get(workKey(part.meshId, print.pose, factor, printer, print.infillBands))
      : undefined;
  const shell =
    hollow && part.meshId ? (derived.shells.get(shellKey(part.meshId, factor, hollow.wallMm)) ?? null) : null;
  const one =
    printer.process === "filament"
      ? filamentEstimate(
          body,
          work ?? quickFilamentWork(body, printer, print.infillBands),
          supports,
          printer,
          density,
          timeFactor,
        )
      : resinEstimate(body, supports, print.hollow, shell, raised, printer, density, timeFactor);
  const n = part.count + print.spares;
  const fit = fitOn(printer, raised ? [body.sizeMm[0], body.sizeMm[1], body.sizeMm[2] + 4] : body.sizeMm);
  const bed = usableBed(printer);
  // Resin costs its plates, whatever lies on them: about how many beds the copies cover.
  const beds = Math.max(
    1,
    Math.ceil((n * (body.sizeMm[0] + 2) * (body.sizeMm[1] + 2)) / (0.85 * bed[0] * bed[1])),
  );
  const minutes =
    printer.process === "filament"
      ? times(one.minutes, n)
      : times(
          one.minutes,
          beds,
          "min",
          ...(beds > 1 ? [{ text: `${n} copies take about ${beds} plates` }] : []),
        );
  const grams = times(one.grams, n, "g", { text: `${counted(n, "copy", "copies")}` });
  const cost = printCost(
    times(grams, density.pricePerKg / 1000, "minor", {
      text: `${density.name || "material"} at ${moneyText(density.pricePerKg, workshop.currency)} a kilogram`,
      basis: "yours",
    }),
    minutes,
    printer.watts,
    workshop.rooms.powerMinorPerKwh,
    printer.priceMinor,
    printer.lifeHours,
    workshop.currency,
  );
  const plates =
    printer.process === "resin"
      ? beds
      : Math.max(1, Math.ceil(minutes.value / workshop.rooms.longestPlateMinutes));
  const hands = sum(
    [
      exact(plates * (printer.setupMinutes + printer.clearMinutes), "min", "yours", [
        {
          text: `${counted(plates, "plate", "plates")} to set up and clear`,
          value: `${(plates * (printer.setupMinutes + printer.clearMinutes)).toFixed(0)} min`,
          basis: "yours",
        },
      ]),
      spread(
        n * supports.cleanMinutes +
          (printer.process === "filament" ? n * CLEAN_START_MIN : plates * afterResin.handsMinutes),
        0.4,
        "min",
        "practice",
      ),
    ],
    "min",
    "shared",
    [
      {
        text: `${counted(plates, "plate", "plates")} to set up and clear`,
        value: `${(plates * (printer.setupMinutes + printer.clearMinutes)).toFixed(0)} min`,
        basis: "yours",
      },
      {
        text: supports.needless
          ? "no supports to take off"
          : `${supports.contacts} support ${printer.process === "resin" ? "tips" : "places"} on each of ${n}`,
        value: `${(n * supports.cleanMinutes).toFixed(0)} min`,
        basis: "practice",
      },
      printer.process === "filament"
        ? { text: "strings and edges", value: `${(n * CLEAN_START_MIN).toFixed(0)} min`, basis: "practice" }
        : {
            text: "washing and curing by the plate",
            value: `${(plates * afterResin.handsMinutes).toFixed(0)} min`,
            basis: "practice",
          },
    ],
  );
  const surface = surfaceAreas(m.slopes, factor, printer.layerMm, printer.process, scene.viewingDistanceMm);
  const thinShare = shareThinner(m.thickness, HOLDING_WALL_MM[printer.process] / factor);
  const plastic = plasticOf(density.plastic);
  const smallest = smallestPrinted(detailLimit(printer)).value;
  const row: ProcessRow = {
    printerId: printer.id,
    printerName: printer.name,
    process: printer.process,
    fits: fit.kind === "fits",
    pieces: pieceCount(fit),
    machineMinutes: minutes,
    handsMinutes: hands,
    cost,
    smallestMm: smallest,
    plainCm2: surface.plain.value * part.count,
    toughness: plastic?.print.toughness ?? 2,
    scarMm2: supports.scarMm2 * part.count,
    thinShare,
    printable: thin === null || thin.value >= smallest,
    suitsUse: use && plastic ? suits(plastic, use).score : 0.7,
    barred:
      printer.process === "resin" && !workshop.rooms.resinAllowed
        ? "Liquid resin is not allowed in the rooms of this workshop."
        : null,
  };
  return {
    exact: printer.process === "filament" ? work !== undefined : shell !== null || !print.hollow,
    printer,
    material,
    fit,
    timeFactor,
    one,
    raised,
    supports,
    risk: printer.process === "resin" ? resinRisk(m, factor, printer, raised) : null,
    all: { minutes, grams, cost, hands },
    surface,
    thinShare,
    row,
  };
}

/**
 * The material a part is printed in: what was said, else what suits its use best, else the first there is.
 */
function materialFor(part: Part, printer: Printer, workshop: PartWorkshop): PrintMaterial | null {
  const print = printOf(part);
  const own = workshop.materials.filter((x) => x.process === printer.process);
  const said = own.find((x) => x.id === print.materialId);
  if (said) return said;
  const use: Use | null = print.use ?? (print.clear ? "lit" : null);
  if (!use) return own.find((x) => !plasticOf(x.plastic)?.print.clear) ?? own[0] ?? null;
  const score = (x: PrintMaterial) => {
    const p = plasticOf(x.plastic);
    return p ? suits(p, use).score : 0;
  };
  return [...own].sort((a, b) => score(b) - score(a))[0] ?? null;
}

/** One printer for a part: what the builder said, else what the table of all of them says. */
function choose(
  candidates: readonly Candidate[],
  part: Part,
  thin: Figure | null,
  workshop: PartWorkshop,
): { chosen: Candidate | null; reasons: readonly string[] } {
  const print = printOf(part);
  const asked = candidates.filter(
    (c) =>
      (print.printerId === null || c.printer.id === print.printerId) &&
      (print.process === "choose" || c.printer.process === print.process),
  );
  if (asked.length === 0)
    return {
      chosen: null,
      reasons: [
        part.made === "printed"
          ? "No printer in the workshop does this."
          : `It is ${part.made === "bought" ? "bought" : "made by hand"}.`,
      ],
    };
  if (print.printerId !== null) return { chosen: asked[0]!, reasons: ["You chose this printer."] };
  const { best, reasons } = chooseProcess(
    asked.map((c) => c.row),
    workshop.rooms.hourWorthMinor,
    thin?.value ?? null,
    workshop.currency,
  );
  return { chosen: asked.find((c) => c.row === best) ?? null, reasons };
}

function paintedArea(part: Part, m: MeshMeasurement | null, body: PrintBody | null, factor: number): Figure {
  if (m && body) {
    const bed = m.slopes.filter((p) => p.onBed).reduce((sum, p) => sum + p.area, 0) * factor * factor;
    return spread(((body.areaMm2 - bed) / 100) * part.count, 0.03, "cm2", "measured", [
      {
        text: `surface of the mesh less what lies on the bed, ${counted(part.count, "copy", "copies")}`,
        basis: "measured",
      },
    ]);
  }
  const cutPieces = cutPiecesOf(part);
  if (cutPieces.length > 0)
    return spread(cutList(cutPieces).surfaceCm2 * part.count, 0.1, "cm2", "yours", [
      { text: `all sides of ${cutPieces.length} kinds of cut pieces`, basis: "yours" },
    ]);
  if (part.size.boxMm) {
    const [w, d, h] = part.size.boxMm;
    return spread(((w * d + 2 * (w + d) * h) / 100) * part.count, 0.3, "cm2", "yours", [
      { text: "top and sides of the size you gave", basis: "yours" },
    ]);
  }
  return exact(0, "cm2", "computed");
}
