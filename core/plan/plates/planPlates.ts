import { lastRecords } from "#core/print/bedLevel";
import { lookedAt, printOf, schemeOf } from "#core/scene/part";
import { between, exact, type Figure, sum, times, type WorkingLine } from "#core/figure";
import { plasticOf } from "#core/materials/printMaterials";
import { posedId } from "#core/mesh/pose";
import { straightened } from "#core/mesh/silhouette";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { FileRisks } from "#core/plan/plates/fileRisk";
import { pieceRisk } from "#core/plan/plates/pieceRisk";
import { printedFirst } from "#core/plan/plates/printedFirst";
import type { PlanMemory } from "#core/plan/planMemory";
import { filamentAreaMm2 } from "#core/print/bead";
import { keyOf } from "#core/random";
import { pieceCount } from "#core/print/fit";
import { gateFor, type GateStep } from "#core/print/gate";
import type { GcodeReport } from "#core/print/gcode";
import { isClear, areaOf, nest, type Nested, type NestPiece, type NestResult } from "#core/print/nest";
import { boundsOf, turnedOutline } from "#core/print/nestShape";
import { kindNumber, kindOfNumber, type PlateKindName, plateKindOf } from "#core/print/plateKind";
import { recipeSnapshot } from "#core/print/printRecipe";
import { type Printer, type PrintMaterial, usableBed } from "#core/print/printer";
import { expectedRuns, recordOf, type SuccessRecord, UNMEASURED_RISK } from "#core/print/reprints";
import { RESIN_LEFT_ML, resinPlateMinutes } from "#core/print/resinEstimate";
import { RAISED_MM } from "#core/print/supports";
import { failureOdds, type FailureOdds, type RiskyPiece } from "#core/print/simulatedRun";
import type { LogEntry } from "#core/scene/logEntry";
import type { PlanInput } from "#core/scene/planInput";
import type { PlateRun } from "#core/scene/plateRun";

/**
 * A piece where it lies: its outline turned by `turnDeg` about the corner of its own box, then moved. mm from
 * the corner of the usable bed.
 */
export type LaidPiece = Nested & {
  readonly partId: string;
  readonly partName: string;
  readonly copy: number;
  readonly lines: readonly (readonly number[])[];
  readonly heightMm: number;
  readonly spare: boolean;
};

/** One bed-load: what lies on it and what it takes. */
export type PlatePlan = {
  readonly id: string;
  readonly number: number;
  readonly sceneId: string;
  readonly printer: Printer;
  readonly material: PrintMaterial | null;
  readonly laid: readonly LaidPiece[];
  readonly minutes: Figure;
  readonly grams: Figure;
  readonly runs: Figure;
  readonly layers: number;
  /** Names what lies on it: another content, another name. */
  readonly contents: string;
  /** The builder laid it, or some of it, by hand. */
  readonly layoutId: string | null;
  /** Share of the bed that is still free. */
  readonly freeShare: number;
  /** Fewest plates that its group could take, whichever way it is laid. */
  readonly bound: number;
  readonly odds: FailureOdds;
  readonly risky: readonly RiskyPiece[];
  readonly kind: PlateKindName;
  readonly record: SuccessRecord;
  readonly gate: readonly GateStep[];
  readonly settings: Readonly<Record<string, number>>;
  readonly gcode: { readonly id: string; readonly fileName: string; readonly report: GcodeReport } | null;
  readonly running: PlateRun | null;
  /** Work and waits after it, roughly, so that what needs most after printing is printed first. */
  readonly tailMinutes: number;
  readonly first: boolean;
};

const MOST_NESTS = 60;

/** Kept free between neighbours on a bed, mm (common practice). */
export const SPACING_MM = { filament: 3, resin: 2 } as const;

/** Outlines are thinned to this before they are laid, mm. */
const THINNED_MM = 0.15;

type Piece = {
  id: string;
  partId: string;
  partName: string;
  copy: number;
  spare: boolean;
  shape: string;
  outline: readonly (readonly number[])[];
  baseTurn: number;
  minutes: Figure;
  grams: Figure;
  heightMm: number;
  layers: number;
  timeFactor: number;
  fileRisk: number;
  plan: PartPlan;
};

/** Lays all pieces that are still to be printed on the plates of their printers. */
export function planPlates(
  input: PlanInput,
  parts: readonly PartPlan[],
  memory: PlanMemory,
  fileRisks: FileRisks = new Map(),
): readonly PlatePlan[] {
  const running = input.runs.filter((r) => r.state === "running");
  const away = new Set(running.flatMap((r) => r.pieces.map((p) => p.pieceId)));
  const groups = new Map<string, { printer: Printer; material: PrintMaterial | null; pieces: Piece[] }>();
  for (const plan of parts) {
    if (!plan.chosen || !plan.body || !plan.asItLies || lookedAt(plan.part)) continue;
    const { printer, material } = plan.chosen;
    // One plate: one machine, one material, one layer height, one recipe. What is still to be cut lies by itself, so
    // that it holds up no file but its own.
    const uncut = plan.chosen.fit.kind === "cut" ? "uncut" : "";
    const recipe = printOf(plan.part).printRecipeId ?? "";
    const key = `${printer.id} ${material?.id ?? ""} ${printer.layerMm} ${recipe} ${uncut}`;
    const group = groups.get(key) ?? { printer, material, pieces: [] };
    group.pieces.push(...piecesOf(plan, fileRisks).filter((p) => !away.has(p.id)));
    groups.set(key, group);
  }
  const setting = new Set([...printedFirst(parts, input.joints).values()].flatMap((ids) => [...ids]));
  const plates: PlatePlan[] = running.map((run) => runningPlate(run, input, parts)).filter((p) => p !== null);
  for (const [, { printer, material, pieces }] of [...groups].sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (pieces.length === 0) continue;
    const layouts = input.layouts
      .filter((l) => l.printerId === printer.id)
      .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
    const byId = new Map(pieces.map((p) => [p.id, p]));
    const hand = layouts
      .map((l) => ({ id: l.id, laid: stillLying(l.laid, byId, printer) }))
      .filter((l) => l.laid.length > 0);
    // What sets the size of other pieces has a plate of its own, unless the builder lays this bed by hand.
    const early = hand.length > 0 ? [] : pieces.filter((p) => setting.has(p.partId));
    const lots = early.length > 0 ? [early, pieces.filter((p) => !early.includes(p))] : [pieces];
    for (const lot of lots.filter((l) => l.length > 0)) {
      const result = nested(printer, lot, hand, input.workshop.rooms.longestPlateMinutes, memory);
      result.plates.forEach((laid, i) =>
        plates.push(
          plateOf(input, printer, material, laid, byId, plates.length + 1, hand[i]?.id ?? null, result.bound),
        ),
      );
    }
  }
  return plates.map((p, i) => ({ ...p, number: i + 1 }));
}

/**
 * What was put by hand and can lie there still: not after its bed shrank, its scale changed, or a neighbour
 * grew. The others are laid anew.
 */
function stillLying(
  laid: readonly Nested[],
  pieces: ReadonlyMap<string, Piece>,
  printer: Printer,
): readonly Nested[] {
  const [w, d] = usableBed(printer);
  const kept: { n: Nested; lines: readonly (readonly number[])[] }[] = [];
  for (const n of laid) {
    const piece = pieces.get(n.id);
    if (!piece) continue;
    const lines = turnedOutline(piece.outline, n.turnDeg - piece.baseTurn).map((line) =>
      line.map((v, i) => v + (i % 2 === 0 ? n.xMm : n.yMm)),
    );
    const b = boundsOf(lines);
    if (b.x0 < -1e-6 || b.y0 < -1e-6 || b.x1 > w + 1e-6 || b.y1 > d + 1e-6) continue;
    if (kept.every((k) => isClear(lines, 0, 0, b, k.lines, 0, 0, SPACING_MM[printer.process] - 1e-6)))
      kept.push({ n, lines });
  }
  return kept.map((k) => k.n);
}

function nested(
  printer: Printer,
  pieces: readonly Piece[],
  hand: readonly { laid: readonly Nested[] }[],
  longestMinutes: number,
  memory: PlanMemory,
): NestResult {
  const bed = usableBed(printer);
  const toLay: NestPiece[] = pieces.map((p) => ({
    id: p.id,
    shape: p.shape,
    outline: p.outline,
    weight: printer.process === "filament" ? p.minutes.value : 0,
    rank: printer.process === "resin" ? p.heightMm : 0,
  }));
  // A turn that the piece needs to fit at all is part of its shape.
  const locked = hand.flatMap((l, plate) =>
    l.laid.map((n) => ({ ...n, turnDeg: n.turnDeg - pieces.find((p) => p.id === n.id)!.baseTurn, plate })),
  );
  const key = `${bed[0]} ${bed[1]} ${SPACING_MM[printer.process]} ${longestMinutes} ${toLay
    .map((p) => `${p.id}|${p.shape}|${p.weight!.toFixed(1)}|${p.rank!.toFixed(2)}`)
    .sort()
    .join(" ")} ${locked.map((l) => `${l.id}@${l.plate},${l.xMm},${l.yMm},${l.turnDeg}`).join(" ")}`;
  const known = memory.nests.get(key);
  if (known) return known;
  const result = nest(toLay, {
    widthMm: bed[0],
    depthMm: bed[1],
    spacingMm: SPACING_MM[printer.process],
    ...(printer.process === "filament" ? { mostWeight: longestMinutes } : {}),
    locked,
  });
  if (memory.nests.size >= MOST_NESTS) memory.nests.delete(memory.nests.keys().next().value!);
  memory.nests.set(key, result);
  memory.laidAnew++;
  return result;
}

/**
 * The copies of a part that are still to be printed; one that must be cut and is not yet lies there as its
 * equal boxes, one that cannot be cut that often does not.
 */
function piecesOf(plan: PartPlan, fileRisks: FileRisks): Piece[] {
  const {
    part,
    body,
    chosen,
    asItLies,
    rescale: { factor },
  } = plan;
  const fit = chosen!.fit;
  const [w, d, h] = body!.sizeMm;
  const cut = fit.kind === "cut" ? fit.pieces : ([1, 1, 1] as const);
  const perCopy = pieceCount(fit);
  const baseTurn = fit.kind === "fits" && fit.turnDeg % 90 !== 0 ? fit.turnDeg : 0;
  const outline =
    fit.kind === "cut"
      ? [[0, 0, w / cut[0], 0, w / cut[0], d / cut[1], 0, d / cut[1]]]
      : turnedOutline(outlineOf(plan), baseTurn);
  const shape =
    fit.kind === "cut"
      ? `box ${(w / cut[0]).toFixed(2)} ${(d / cut[1]).toFixed(2)}`
      : `${part.meshId ? posedId(part.meshId, printOf(part).pose) : part.id} ${factor.toPrecision(7)} ${baseTurn}`;
  const heightMm = h / cut[2] + (chosen!.raised ? RAISED_MM : 0);
  const pieces: Piece[] = [];
  for (let copy = 0; copy < part.count + printOf(part).spares; copy++) {
    const state = part.history.copies[copy] ?? "to make";
    if (state !== "to make" && state !== "spoilt") continue;
    for (let k = 0; k < perCopy; k++) {
      pieces.push({
        id: `${part.id}#${String(copy * perCopy + k + 1).padStart(3, "0")}`,
        partId: part.id,
        partName: perCopy > 1 ? `${part.name}, box ${k + 1} of ${perCopy}` : part.name,
        copy,
        spare: copy >= part.count,
        shape,
        outline,
        baseTurn,
        plan,
        minutes: times(chosen!.one.minutes, 1 / perCopy),
        grams: times(chosen!.one.grams, 1 / perCopy),
        heightMm,
        layers: chosen!.one.layers,
        timeFactor: chosen!.timeFactor,
        fileRisk: fileRisks.get(part.id) ?? 0,
      });
    }
  }
  return asItLies ? pieces : [];
}

/** A part's outline from above as it lies, mm, from the corner of its box. */
export function outlineOf({ asItLies, rescale: { factor } }: PartPlan): readonly (readonly number[])[] {
  const [x0, y0] = asItLies!.box.min;
  const lines = asItLies!.plan
    .map((line) =>
      straightened(
        line.map((v, i) => (v - (i % 2 === 0 ? x0 : y0)) * factor),
        THINNED_MM,
      ),
    )
    .filter((l) => l.length >= 6 && Math.abs(areaOf(l)) > 0.01);
  if (lines.length > 0) return lines;
  const w = (asItLies!.box.max[0] - x0) * factor;
  const d = (asItLies!.box.max[1] - y0) * factor;
  return [[0, 0, w, 0, w, d, 0, d]];
}

const laidOf = (n: Nested, p: Piece): LaidPiece => ({
  ...n,
  turnDeg: n.turnDeg + p.baseTurn,
  partId: p.partId,
  partName: p.partName,
  copy: p.copy,
  heightMm: p.heightMm,
  spare: p.spare,
  lines: turnedOutline(p.outline, n.turnDeg).map((line) =>
    line.map((v, i) => v + (i % 2 === 0 ? n.xMm : n.yMm)),
  ),
});

/** Time of a plate from its pieces: those of a resin plate rise together. */
function ownMinutes(printer: Printer, on: readonly Piece[]): Figure {
  if (printer.process === "resin") return resinPlate(printer, on);
  const all = [...on.map((p) => p.minutes), exact(printer.warmUpMinutes, "min", "yours")];
  return sum(all, "min", "shared", [
    ...on.map((p) => ({
      text: p.partName,
      value: `${p.minutes.value.toFixed(0)} min`,
      basis: p.minutes.basis,
    })),
    { text: "warming up", value: `${printer.warmUpMinutes} min`, basis: "yours" },
  ]);
}

/** Material of a plate from its pieces; of resin also what stays on parts and in the vat. */
function ownGrams(printer: Printer, on: readonly Piece[], gPerCm3: number): Figure {
  const isResin = printer.process === "resin";
  const working: WorkingLine[] = on.map((p) => ({
    text: p.partName,
    value: `${p.grams.value.toFixed(1)} g`,
  }));
  if (isResin)
    working.push({ text: `and ${RESIN_LEFT_ML} ml left on parts and in the vat`, basis: "practice" });
  const ofPieces = sum(
    on.map((p) => p.grams),
    "g",
    "shared",
    working,
  );
  if (!isResin) return ofPieces;
  const left = RESIN_LEFT_ML * gPerCm3;
  return {
    ...ofPieces,
    value: ofPieces.value + left,
    low: ofPieces.low + 0.7 * left,
    high: ofPieces.high + 1.4 * left,
  };
}

/** Chance that the plate fails, with the record of the runs that were like it. */
function oddsOf(printer: Printer, on: readonly Piece[], runs: readonly LogEntry[]) {
  const risky = on.map((p) => ({
    ...pieceRisk(p.plan, p.plan.chosen!, p.id, p.partName),
    ...(p.fileRisk > 0 ? { fileRisk: p.fileRisk } : {}),
  }));
  const kind = plateKindOf(printer.process, risky);
  // What went with plates of its kind; runs that do not say of which kind count for all.
  const record = recordOf(runs.filter((e) => (kindOfNumber(e.settings["kind"]) ?? kind) === kind));
  const odds = failureOdds(printer.process, risky, record);
  return { risky, kind, record, odds, runs: expectedRuns(record, odds.risk) };
}

/** Share of the usable bed that nothing stands on. */
function freeShareOf(printer: Printer, laid: readonly LaidPiece[]): number {
  const bed = usableBed(printer);
  const used = laid.reduce((s, l) => s + l.lines.reduce((a, line) => a + areaOf(line), 0), 0);
  return Math.max(0, 1 - used / (bed[0] * bed[1]));
}

function plateOf(
  input: PlanInput,
  printer: Printer,
  material: PrintMaterial | null,
  nestedHere: readonly Nested[],
  pieces: ReadonlyMap<string, Piece>,
  number: number,
  layoutId: string | null,
  bound: number,
): PlatePlan {
  const on = nestedHere.map((n) => pieces.get(n.id)!);
  const laid = nestedHere.map((n) => laidOf(n, pieces.get(n.id)!));
  const ids = on.map((p) => p.id).sort();
  const contents = `${printer.id} ${keyOf(ids.join(" ")).toString(36)}`;
  const log = input.workshop.log.filter((e) => e.kind === "run" && e.key === printer.id && !e.simulated);
  const risk = oddsOf(printer, on, log);
  const attached = input.gcodes.find((g) => g.printerId === printer.id && g.contents === contents) ?? null;
  const own = ownMinutes(printer, on);
  const gPerCm3 = material?.densityGPerCm3 ?? 1.15;
  const grams =
    attached && attached.report.filamentMm > 0
      ? gcodeGrams(attached.report, gPerCm3)
      : ownGrams(printer, on, gPerCm3);
  return {
    // The plate is named by its first piece, so that it keeps its name while little changes on it.
    id: `${printer.id}:${ids[0]}`,
    number,
    sceneId: input.scene.id,
    printer,
    material,
    laid,
    minutes: attached ? gcodeMinutes(attached.report, own, printer) : own,
    grams,
    runs: risk.runs,
    layers: Math.max(1, ...on.map((p) => p.layers)),
    contents,
    layoutId,
    bound,
    freeShare: freeShareOf(printer, laid),
    odds: risk.odds,
    risky: risk.risky,
    kind: risk.kind,
    record: risk.record,
    settings: { ...recipeSnapshot(printer, null), kind: kindNumber(risk.kind) },
    gcode: attached && { id: attached.id, fileName: attached.fileName, report: attached.report },
    running: null,
    gate: gateOf(input, printer, material, grams, on, log),
    tailMinutes: Math.max(0, ...on.map((p) => roughTail(p.plan))),
    first: on.some((p) => p.plan.part.setsSizes || p.plan.part.tool),
  };
}

const gcodeMinutes = (report: GcodeReport, own: Figure, printer: Printer): Figure =>
  between(0.93 * report.minutes, report.minutes, 1.1 * report.minutes, "min", "measured", [
    {
      text: `${report.moves.toLocaleString("en")} moves of the machine file, by the same look-ahead as our estimates`,
      value: `${report.minutes.toFixed(0)} min`,
      basis: "measured",
    },
    ...(report.reported.minutes === null
      ? []
      : [
          {
            text: "the file's own comment says",
            value: `${report.reported.minutes.toFixed(0)} min`,
            basis: "yours" as const,
          },
        ]),
    { text: "our estimate without it was", value: `${own.value.toFixed(0)} min`, basis: "computed" },
    ...(printer.process === "filament"
      ? [{ text: "warming up is in the file as far as it waits for it" }]
      : []),
  ]);

const gcodeGrams = (report: GcodeReport, density: number): Figure => {
  const grams = (report.filamentMm * filamentAreaMm2(1.75) * density) / 1000;
  return between(0.97 * grams, grams, 1.03 * grams, "g", "measured", [
    {
      text: `${(report.filamentMm / 1000).toFixed(2)} m of filament fed by the machine file`,
      value: `${grams.toFixed(1)} g`,
      basis: "measured",
    },
    ...(report.reported.grams === null
      ? []
      : [
          {
            text: "the file's own comment says",
            value: `${report.reported.grams.toFixed(1)} g`,
            basis: "yours" as const,
          },
        ]),
  ]);
};

/** The tallest piece sets the time. */
function resinPlate(printer: Extract<Printer, { process: "resin" }>, on: readonly Piece[]): Figure {
  const tallest = on.reduce((best, p) => (p.heightMm > best.heightMm ? p : best));
  const alone = resinPlateMinutes(tallest.heightMm, printer, tallest.timeFactor);
  return {
    ...alone,
    working: [
      { text: `as long as its tallest piece, ${tallest.partName}, whatever else lies there` },
      ...alone.working,
    ],
  };
}

/**
 * What follows printing, in minutes with its waits, as far as it can be told before the order of work is
 * made.
 */
function roughTail({ treatment, part }: PartPlan): number {
  const fills =
    treatment?.steps.filter((s) => s.action === "fill" || s.action === "level" || s.action === "paste")
      .length ?? 0;
  const layers = schemeOf(part);
  return fills * 1440 + layers.reduce((s, l) => s + l.coats * 45, 0) + (layers.length > 0 ? 1440 : 0);
}

function gateOf(
  input: PlanInput,
  printer: Printer,
  material: PrintMaterial | null,
  grams: Figure,
  on: readonly Piece[],
  runs: readonly LogEntry[],
): readonly GateStep[] {
  const stock = material
    ? input.workshop.stock.find((s) => s.needKey === `material:${material.id}`)
    : undefined;
  const feet = on
    .map((p) => ({
      name: p.partName,
      mm2:
        p.plan.asItLies!.slopes.filter((s) => s.onBed).reduce((s, x) => s + x.area, 0) *
        p.plan.rescale.factor ** 2,
    }))
    .sort((a, b) => a.mm2 - b.mm2);
  return gateFor({
    printer,
    plastic: material ? plasticOf(material.plastic) : null,
    materialName: material?.name ?? (printer.process === "resin" ? "resin" : "filament"),
    needed: grams,
    left: stock?.left ?? null,
    damp: material?.damp ?? false,
    newMaterial:
      material !== null &&
      // A run that does not say what it was in counts for what the machine usually prints.
      !runs.some((e) => e.outcome === "good" && [material.id, null].includes(e.materialId)),
    newMachine: runs.length === 0,
    leastContact: printer.process === "filament" ? (feet[0] ?? null) : null,
    flatBase: feet.some((f) => f.mm2 > 200),
    incidents: runs
      .filter((e) => e.outcome === "failed")
      .map((e) => ({ cause: e.cause || "it failed", at: e.at, lostMinutes: e.actualMinutes })),
    ...lastRecords(printer, material?.id ?? null),
  });
}

/** A plate that is on its machine now: what is on it stays as it was started. */
function runningPlate(run: PlateRun, input: PlanInput, parts: readonly PartPlan[]): PlatePlan | null {
  const printer = input.workshop.printers.find((p) => p.id === run.printerId);
  if (!printer) return null;
  const laid = run.pieces.map((p): LaidPiece => {
    const plan = parts.find((x) => x.part.id === p.partId);
    const lines = plan?.asItLies
      ? turnedOutline(outlineOf(plan), p.turnDeg).map((line) =>
          line.map((v, i) => v + (i % 2 === 0 ? p.xMm : p.yMm)),
        )
      : [];
    return {
      id: p.pieceId,
      xMm: p.xMm,
      yMm: p.yMm,
      turnDeg: p.turnDeg,
      partId: p.partId,
      partName: p.partName,
      copy: p.copy,
      lines,
      heightMm: plan?.body?.sizeMm[2] ?? 0,
      spare: false,
    };
  });
  const minutes = exact(run.minutes, "min", "computed", [
    { text: `as it was started, ${run.simulated ? "on a simulated machine" : "by you"}` },
  ]);
  return {
    id: `run:${run.id}`,
    number: 0,
    sceneId: run.sceneId,
    printer,
    material: input.workshop.materials.find((m) => m.id === run.materialId) ?? null,
    laid,
    minutes,
    grams: exact(0, "g", "computed"),
    runs: exact(1, "runs", "computed"),
    layers: run.layers,
    contents: "",
    layoutId: null,
    bound: 1,
    freeShare: 0,
    odds: { risk: UNMEASURED_RISK, total: UNMEASURED_RISK, byPiece: [], causes: [] },
    risky: [],
    gate: [],
    kind: "plain",
    record: { good: 0, failed: 0 },
    settings: run.settings,
    gcode: null,
    running: run,
    tailMinutes: 0,
    first: false,
  };
}
