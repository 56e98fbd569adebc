import { beadSpacingMm, beadWidthMm } from "#core/print/bead";
import type { Printer } from "#core/print/printer";
import type { Over } from "#core/surface/finishOver";
import type { PrintedBy } from "#core/surface/lookTest";

/** How the faces of a print come out of a machine as it is set. */
export const printedBy = (printer: Printer, over?: Over): PrintedBy => ({
  ...(over ? { over } : {}),
  layerMm: printer.layerMm,
  process: printer.process,
  skinLinesMm:
    printer.process === "filament" ? beadSpacingMm(beadWidthMm(printer.nozzleMm), printer.layerMm) : null,
});
