import type { DetailLimit } from "#core/scale/limits";

/**
 * A real dimension brought to the bench: what to draw, what the printer makes of it, and how far off that is.
 */
export type LedgerLine = {
  /** Exact, to be drawn, model mm. */
  readonly drawMm: number;
  /** What comes off the printer, model mm. */
  readonly madeMm: number;
  readonly step: {
    readonly what: "layer" | "pixel" | "line" | "none";
    readonly sizeMm: number;
    readonly count: number;
  };
  /** Made less true, in the world, mm. */
  readonly errorRealMm: number;
};

/**
 * Walls of up to this many lines come out as whole lines; wider ones are filled to size (common practice).
 */
const WHOLE_LINES = 6;
const LINE_PER_NOZZLE = 1.12;

/**
 * Up, a length is whole layers. Along the bed it is whole pixels on resin; on filament a thin wall is whole
 * lines and
 * anything wider is exact.
 * @param realMm in the world
 * @param denominator N of the scene's ratio
 */
export function ledgerLine(
  realMm: number,
  along: "bed" | "height",
  denominator: number,
  printer: DetailLimit,
): LedgerLine {
  const drawMm = realMm / denominator;
  const line = (what: "layer" | "pixel" | "line", sizeMm: number): LedgerLine => {
    const count = Math.max(1, Math.round(drawMm / sizeMm));
    return {
      drawMm,
      madeMm: count * sizeMm,
      step: { what, sizeMm, count },
      errorRealMm: (count * sizeMm - drawMm) * denominator,
    };
  };
  if (along === "height") return line("layer", printer.layerMm);
  if (printer.process === "resin") return line("pixel", printer.pixelMm);
  const lineMm = LINE_PER_NOZZLE * printer.nozzleMm;
  if (drawMm <= WHOLE_LINES * lineMm) return line("line", lineMm);
  return { drawMm, madeMm: drawMm, step: { what: "none", sizeMm: 0, count: 0 }, errorRealMm: 0 };
}
