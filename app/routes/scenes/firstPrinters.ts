import { type Outcome, success } from "#core/outcome";
import { bedOf } from "#core/print/bedText";
import type { Printer } from "#core/print/printer";
import { newFilament, newResin } from "#app/routes/workshop/printerFields";
import { type SentForm, textOf, typedNumber } from "#app/readForm";

/** What the form of a new scene asks of printers. */
export const printerChoices = ["kept", "filament", "resin", "both", "none"] as const;
type PrinterChoice = (typeof printerChoices)[number];

/** A nozzle or a pixel, mm; what is usual where nothing that could be one was typed. */
const fineness = (form: SentForm, name: string, usual: number): number => {
  const typed = typedNumber(textOf(form, name));
  return typed > 0 && typed < 5 ? typed : usual;
};

/**
 * Printers as a new scene's form tells them: a bed and a nozzle or a pixel; what is not told is as usual.
 * @returns problems whose paths are the fields
 */
export function firstPrinters(form: SentForm): Outcome<readonly Printer[]> {
  const choice = textOf(form, "printers") as PrinterChoice;
  const printers: Printer[] = [];
  if (choice === "filament" || choice === "both") {
    const bed = bedOf(textOf(form, "filamentBed"), "filamentBed");
    if (!bed.ok) return bed;
    printers.push({
      ...newFilament,
      id: crypto.randomUUID(),
      name: "Filament printer",
      bedMm: bed.value ?? newFilament.bedMm,
      nozzleMm: fineness(form, "nozzle", newFilament.nozzleMm),
    });
  }
  if (choice === "resin" || choice === "both") {
    const bed = bedOf(textOf(form, "resinBed"), "resinBed");
    if (!bed.ok) return bed;
    printers.push({
      ...newResin,
      id: crypto.randomUUID(),
      name: "Resin printer",
      bedMm: bed.value ?? newResin.bedMm,
      pixelMm: fineness(form, "pixel", newResin.pixelMm),
    });
  }
  return success(printers);
}
