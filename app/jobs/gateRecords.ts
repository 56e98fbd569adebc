import { type LevelReading, readPlaces, type TestPiece, type Verdict, verdicts } from "#core/print/bedLevel";
import { type Outcome, refused } from "#core/outcome";
import type { Printer } from "#core/print/printer";
import type { Written } from "#data/journal";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { type SentForm, textOf, typedNumber } from "#app/readForm";

/** Readings and pieces that are kept of a machine; older ones say nothing of how it stands now. */
const MOST_KEPT = 20;

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
