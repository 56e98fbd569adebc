import { type LevelReading, readPlaces, type TestPiece, type Verdict, verdicts } from "#core/print/bedLevel";
import { type Outcome, refused } from "#core/outcome";
import { openingWidthsMm } from "#core/print/exposurePiece";
import type { OpeningReading } from "#core/print/openings";
import type { Printer } from "#core/print/printer";
import { axisNames, LEAST_COPIES, type ShrinkReading } from "#core/print/shrink";
import type { Written } from "#data/journal";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { type SentForm, textOf, typedNumber } from "#app/readForm";

/** Readings and pieces that are kept of a machine; older ones say nothing of how it stands now. */
const MOST_KEPT = 20;
/** No plastic shrinks by more: another side was measured. */
const MOST_SHRINK = 0.05;

/** Readings of a bed as they were typed, kept with the machine. The middle may be left out. */
export async function keepLevel(printer: Printer, form: SentForm): Promise<Outcome<Written>> {
  const typed = readPlaces.map((place) => [place, textOf(form, place).trim()] as const);
  const readings = typed.filter(([place, text]) => place !== "middle" || text !== "");
  const card = typedNumber(textOf(form, "card"));
  if (!(card >= 0 && card <= 5))
    return refused("level/card", "Type how thick the feeler or card is, in mm: 0.1 for paper.", ["card"]);
  for (const [place, text] of readings)
    if (text === "" || !(typedNumber(text) >= 0 && typedNumber(text) <= 5))
      return refused("level/number", `Type what the ${place} reads in mm, for instance 0.10.`, [place]);
  const reading: LevelReading = {
    at: localNow().at,
    cardMm: card,
    readingsMm: readings.map(([, text]) => typedNumber(text)),
  };
  return keep(`Level of ${printer.name}`, [
    {
      table: "printers",
      id: printer.id,
      patch: (p) => ({ level: [...(p.level ?? []), reading].slice(-MOST_KEPT) }),
    },
  ]);
}

/** Lengths as they were typed, `49.72, 49.68` or with decimal commas `49,72; 49,68`; null where one is none. */
export function lengthsFrom(text: string): readonly number[] | null {
  const apart = text.includes(";") ? ";" : /,\s/.test(text) || text.includes(".") ? "," : " ";
  const numbers = text
    .split(apart)
    .map((piece) => piece.trim())
    .filter((piece) => piece !== "")
    .map(typedNumber);
  return numbers.every((n) => n > 0 && n <= 5000) ? numbers : null;
}

/** Drawn and measured lengths of a piece, by axis, kept with the machine. */
export async function keepShrink(printer: Printer, form: SentForm): Promise<Outcome<Written>> {
  const typed = axisNames.map((axis) => ({
    axis,
    drawn: typedNumber(textOf(form, `drawn-${axis}`)),
    measured: lengthsFrom(textOf(form, `measured-${axis}`)),
  }));
  for (const { axis, drawn, measured } of typed) {
    if (measured === null)
      return refused("shrink/number", `Type what ${axis} measures in mm, each copy: 49.72, 49.68, 49.76.`, [
        `measured-${axis}`,
      ]);
    if (measured.length === 0) continue;
    if (measured.length < LEAST_COPIES)
      return refused("shrink/few", `Measure at least ${LEAST_COPIES} copies along ${axis}, or none.`, [
        `measured-${axis}`,
      ]);
    if (!(drawn > 0 && drawn <= 5000))
      return refused("shrink/drawn", `Type how long it was drawn along ${axis}, in mm.`, [`drawn-${axis}`]);
    const off = measured.find((m) => Math.abs(m / drawn - 1) > MOST_SHRINK);
    if (off !== undefined)
      return refused(
        "shrink/far",
        `${off} mm is more than ${100 * MOST_SHRINK} % from ${drawn} mm: look at which side was measured.`,
        [`measured-${axis}`],
      );
  }
  if (typed.every((t) => t.measured!.length === 0))
    return refused("shrink/none", "Measure at least one side.", ["measured-x"]);
  const reading: ShrinkReading = {
    at: localNow().at,
    materialId: textOf(form, "material") || null,
    drawnMm: typed.map((t) => (t.measured!.length > 0 ? t.drawn : 0)) as unknown as ShrinkReading["drawnMm"],
    measuredMm: typed.map((t) => t.measured!) as unknown as ShrinkReading["measuredMm"],
  };
  return keep(`Shrink on ${printer.name}`, [
    {
      table: "printers",
      id: printer.id,
      patch: (p) => ({ shrink: [...(p.shrink ?? []), reading].slice(-MOST_KEPT) }),
    },
  ]);
}

/** Wider than every groove of the piece: none of them stayed open. */
const NONE_OPEN_MM = 1;
const openFrom = (text: string): number | null =>
  text === "none" ? NONE_OPEN_MM : openingWidthsMm.some((w) => String(w) === text) ? Number(text) : null;

/** What stayed open in an exposure piece, kept with the machine. */
export async function keepOpenings(printer: Printer, form: SentForm): Promise<Outcome<Written>> {
  const exposureSeconds = typedNumber(textOf(form, "exposure"));
  if (!(exposureSeconds > 0 && exposureSeconds <= 600))
    return refused("openings/exposure", "Type the exposure of a layer in seconds, for instance 3.0.", [
      "exposure",
    ]);
  const [grooveMm, slotMm] = ["groove", "slot"].map((name) => openFrom(textOf(form, name)));
  if (grooveMm === null || grooveMm === undefined)
    return refused("openings/groove", "Choose the narrowest groove that is open.", ["groove"]);
  const reading: OpeningReading = {
    at: localNow().at,
    materialId: textOf(form, "material") || null,
    exposureSeconds,
    grooveMm,
    slotMm: slotMm ?? grooveMm,
  };
  return keep(`Exposure piece on ${printer.name}`, [
    {
      table: "printers",
      id: printer.id,
      patch: (p) => ({ openings: [...(p.openings ?? []), reading].slice(-MOST_KEPT) }),
    },
  ]);
}

/** The verdict on a trial piece, and what was changed for it, kept with the machine. */
export async function keepTestPiece(
  printer: Printer,
  materialId: string | null,
  form: SentForm,
): Promise<Outcome<Written>> {
  const verdict = verdicts.find((v) => v === textOf(form, "verdict"));
  if (!verdict) return refused("piece/verdict", "Choose how the trial piece came out.", ["verdict"]);
  const changed = textOf(form, "changed").trim();
  const piece: TestPiece = { at: localNow().at, materialId, verdict: verdict as Verdict, changed };
  return keep(`Trial piece on ${printer.name}`, [
    {
      table: "printers",
      id: printer.id,
      patch: (p) => ({ pieces: [...(p.pieces ?? []), piece].slice(-MOST_KEPT) }),
    },
  ]);
}
