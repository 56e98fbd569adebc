import { ownWeightSagMm } from "#core/ground/sag";
import { plasticOf } from "#core/materials/printMaterials";
import { materialOf } from "#core/materials/materials";
import { thicknessAt } from "#core/mesh/thickness";
import { isAsDrawn } from "#core/mesh/pose";
import { leaningFoot } from "#core/print/firstLayer";
import { openingsFor } from "#core/print/openings";
import { pieceCount } from "#core/print/fit";
import { detailLimit, HOLDING_WALL_MM } from "#core/print/printer";
import { resinWarnings } from "#core/print/resinWarnings";
import { smallestPrinted } from "#core/scale/limits";
import type { Finding } from "#core/plan/finding";
import { found, type PartDraft, partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartWorkshop } from "#core/plan/parts/partSurroundings";
import { isProven, thinText } from "#core/plan/parts/thinPlaces";
import { partWords } from "#core/plan/parts/partWords";
import { printOf } from "#core/scene/part";

/** Share of a wall below what holds that is worth a word. */
const THIN_WORTH = 0.02;
/** Shorter gaps are corners and not lines. */
const SHORTEST_LINE_MM = 1;
/** A deck that hangs by more than one part in so many of its span is seen to hang. */
const SPAN_PER_SAG = 500;

type Printed = PartDraft & { readonly body: NonNullable<PartDraft["body"]> };
type OnMachine = Printed & { readonly chosen: NonNullable<PartDraft["chosen"]> };

/** What is wrong with a part on its machine. */
export function printFindings(draft: PartDraft, workshop: PartWorkshop): Finding[] {
  const { part, body, chosen } = draft;
  if (part.made !== "printed" || !body) return [];
  if (workshop.printers.length === 0)
    return [partFinding(part, "missing", "plates", "no-printer", partWords.noPrinter)];
  if (!chosen) return [noProcess(draft)];
  const on: OnMachine = { ...draft, body, chosen };
  return found(
    barred(on),
    tooLarge(on),
    ...resin(on),
    noDrain(on),
    solid(on, workshop.currency),
    leans(on),
    tooThin(on),
    sags(on),
    notClear(on),
    floods(on),
  );
}

/** Lines narrower than what stayed open in this resin at this exposure fill up. */
function floods({ part, measurement, rescale: { factor }, chosen: { printer, material } }: OnMachine) {
  const read = printer.process === "resin" ? openingsFor(printer, material?.id ?? null) : null;
  if (!read || !measurement || part.tool) return null;
  const lines = measurement.slits
    .map((s) => ({ widthMm: s.thickness * factor, lengthMm: s.length * factor }))
    .filter((l) => l.lengthMm >= SHORTEST_LINE_MM && l.widthMm < read.grooveMm);
  if (lines.length === 0) return null;
  const widthsMm = lines.map((l) => l.widthMm);
  return partFinding(part, "wastes", "plates", "floods", partWords.floods(part.name, widthsMm, read));
}

/** What stays clear is printed in something clear, or made of sheet. */
const notClear = ({ part, chosen: { material } }: OnMachine) =>
  printOf(part).clear && !printOf(part).pieceOf && !(material && plasticOf(material.plastic)?.print.clear)
    ? partFinding(
        part,
        "missing",
        "plates",
        "not-clear",
        partWords.notClear(part.name, material?.name ?? null),
      )
    : null;

const noProcess = ({ part }: PartDraft) =>
  partFinding(
    part,
    "missing",
    "plates",
    "no-process",
    partWords.noProcess(part.name, printOf(part).process),
    [partMend(part, "Let the plan choose", { print: { process: "choose", printerId: null } })],
  );

const barred = ({ part, chosen: { row, printer } }: OnMachine) =>
  row.barred
    ? partFinding(part, "weakens", "plates", "barred", partWords.barred(part.name, printer.name, row.barred))
    : null;

function tooLarge({ part, body, chosen: { fit, printer }, candidates }: OnMachine): Finding | null {
  if (fit.kind !== "cut") return null;
  const pieces = pieceCount(fit);
  if (candidates.some((c) => c.fit.kind === "fits"))
    return partFinding(
      part,
      "ruins",
      "plates",
      "too-large",
      partWords.tooLongHere(part.name, fit.overMm, printer.name),
      [partMend(part, "Let the plan choose", { print: { printerId: null, process: "choose" } })],
    );
  return partFinding(
    part,
    "ruins",
    "plates",
    "too-large",
    partWords.cutIt(part.name, body.sizeMm, pieces, printer.name),
  );
}

function resin({ part, chosen: { risk } }: OnMachine): Finding[] {
  const { hollow, pose } = printOf(part);
  if (!risk || hollow) return [];
  return resinWarnings(risk, null)
    .filter((w) => w.code !== "trapped")
    .map((w) =>
      partFinding(
        part,
        w.severity,
        "plates",
        `resin-${w.code}`,
        partWords.resin(part.name, isAsDrawn(pose), w.sentence),
      ),
    );
}

/** It was laid beside a face, not on it: what touches of it is told before it is sliced. */
function leans({
  part,
  asItLies,
  measurement,
  sizeMm,
  rescale: { factor },
  chosen,
}: OnMachine): Finding | null {
  const { pose } = printOf(part);
  if (!pose || !asItLies || !measurement || !sizeMm || chosen.raised) return null;
  const onBed = asItLies.slopes.filter((s) => s.onBed).reduce((sum, s) => sum + s.area, 0) * factor * factor;
  const foot = leaningFoot(measurement.resting, pose, sizeMm, chosen.printer.layerMm, factor, onBed);
  return (
    foot &&
    partFinding(part, "weakens", "plates", "leans", partWords.leans(part.name, foot), [
      partMend(part, "Lay it flat", { print: { pose: { down: foot.down, turnDeg: pose.turnDeg } } }),
    ])
  );
}

function noDrain({ part, chosen: { printer } }: OnMachine): Finding | null {
  const { hollow } = printOf(part);
  if (!hollow || printer.process !== "resin" || hollow.drains >= 2) return null;
  return partFinding(part, "ruins", "plates", "no-drain", partWords.noDrain(part.name, hollow.drains), [
    partMend(part, "Give it two drains", { print: { hollow: { ...hollow, drains: 2 } } }),
    partMend(part, "Print it solid", { print: { hollow: null } }),
  ]);
}

/** Solid resin thicker than this warps as it cures, and costs (common practice). */
const SOLID_MM = 15;
/** As much of a surface has so much behind it. */
const THICK_SHARE = 0.25;
const HOLLOW = { wallMm: 2, drains: 2, holes: [] } as const;
/** Less is not worth two holes, ml. */
const WORTH_ML = 3;

/** Thick and solid in resin: what walls with two drains would spare. */
function solid(
  { part, body, asItLies, rescale: { factor }, chosen: { printer, material } }: OnMachine,
  currency: string,
): Finding | null {
  const { hollow, pieceOf, clear } = printOf(part);
  if (printer.process !== "resin" || hollow || pieceOf || clear || !asItLies) return null;
  if (!(thicknessAt(asItLies.thickness, 1 - THICK_SHARE) * factor > SOLID_MM)) return null;
  const allMl = body.volumeMm3 / 1000;
  // Walls of that thickness all over; corners are counted twice, so that a little more is spared.
  const sparedMl = allMl - Math.min(allMl, (asItLies.area * factor ** 2 * HOLLOW.wallMm) / 1000);
  if (sparedMl < WORTH_ML) return null;
  const minor = (sparedMl * (material?.densityGPerCm3 ?? 1) * (material?.pricePerKg ?? 0)) / 1000;
  const sentence = partWords.solid(part.name, { allMl, sparedMl, count: part.count, minor, currency });
  return partFinding(part, "wastes", "plates", "solid", sentence, [
    partMend(part, "Hollow it: walls of 2 mm, two drains", { print: { hollow: HOLLOW } }),
  ]);
}

function tooThin(draft: OnMachine): Finding | null {
  const {
    part,
    thinnestMm,
    thinPlace,
    chosen: { printer, thinShare, row },
  } = draft;
  if (!thinnestMm || isProven(part)) return null;
  const { name } = part;
  const thinnest = thinnestMm.value;
  const least = smallestPrinted(detailLimit(printer)).value;
  if (thinnest < least)
    return partFinding(
      part,
      // A place is missing then; where much of the surface is as thin, the part does not hold together.
      row.printable ? "weakens" : "ruins",
      "parts",
      "below-printable",
      partWords.tooThin(name, thinnest, thinPlace, least, printer.name) + thinText(draft, least),
    );
  const holding = HOLDING_WALL_MM[printer.process];
  if (thinnest >= holding || thinShare <= THIN_WORTH) return null;
  return partFinding(
    part,
    "weakens",
    "parts",
    "thin-walls",
    partWords.weakWalls(name, thinShare, holding, printer.process, thinnest),
  );
}

/** A part that spans a gap, as a deck of its mean thickness under its own weight. */
function sags({ part, body, chosen: { printer, material } }: OnMachine): Finding | null {
  if (!printOf(part).spans) return null;
  const { bends } = materialOf(material?.plastic ?? (printer.process === "resin" ? "resin" : "PLA"));
  if (!bends) return null;
  const [width, depth, height] = body.sizeMm;
  const span = Math.max(width, depth);
  const across = Math.min(width, depth);
  const deck = Math.max(0.05, body.volumeMm3 / (span * across));
  const sag = ownWeightSagMm(span, across, Math.min(deck, height), material?.densityGPerCm3 ?? 1.2, bends);
  return sag > span / SPAN_PER_SAG
    ? partFinding(
        part,
        "weakens",
        "joints",
        "sags",
        partWords.sags(part.name, span, deck, printer.process, sag),
      )
    : null;
}
