import { type Outcome, refused, success } from "#core/outcome";
import type { Use } from "#core/materials/material";
import type { InfillBand } from "#core/print/filamentWork";
import type { Process } from "#core/print/printer";
import { fieldsOf, type SentForm, textOf, typedNumber } from "#app/readForm";
import { sparesForm } from "./forms";

/** What the form says of how a part is made, or what is wrong with it. */
export async function makingFrom(form: SentForm, process: Process | undefined) {
  const bands = bandsFrom(textOf(form, "bands"));
  if (!bands.ok) return bands;
  const fields = await fieldsOf(form, sparesForm);
  if (!fields.ok) return fields;
  return success({
    print: {
      use: (textOf(form, "use") || null) as Use | null,
      materialId: textOf(form, "material") || null,
      printRecipeId: textOf(form, "recipe") || null,
      spares: fields.value.spares,
      ...(process === "filament" ? { infillBands: bands.value } : {}),
    },
    setsSizes: form["setsSizes"] !== undefined,
  });
}

/** `0-12: 40, 60-68: 30` as bands of height with their infill. */
export function bandsFrom(text: string): Outcome<readonly InfillBand[]> {
  const bands: InfillBand[] = [];
  for (const piece of text
    .split(/[,;]\s+|;/)
    .map((s) => s.trim())
    .filter(Boolean)) {
    const [, from, to, percent] =
      /^([\d.,]+)\s*(?:-|to)\s*([\d.,]+)\s*(?:mm)?\s*:\s*([\d.,]+)\s*%?$/.exec(piece) ?? [];
    const band = {
      fromMm: typedNumber(from ?? ""),
      toMm: typedNumber(to ?? ""),
      share: typedNumber(percent ?? "") / 100,
    };
    if (from === undefined || !(band.toMm > band.fromMm) || !(band.share >= 0 && band.share <= 1))
      return refused(
        "bands/none",
        `“${piece}” is no height with an infill. Write from-to: per cent, for instance 0-12: 40.`,
        ["bands"],
      );
    bands.push(band);
  }
  return success(bands);
}
