import type { Figure } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import { shareUnder } from "#core/mesh/thickness";
import type { Printer } from "#core/print/printer";
import { smallestPrinted } from "#core/scale/limits";
import { detailLimit } from "#core/print/printer";

/**
 * Engraved lines need this much more width than raised ones on resin, 3 to 4 pixels against 2 to 3 (common
 * practice).
 */
const ENGRAVED_ON_RESIN = 1.4;

/**
 * How much of a part's surface disappears at this scale on this printer, one copy, cm2: raised detail thinner
 * than it
 * makes, or engraved detail narrower than it keeps open.
 * @param factor from file units to model mm
 */
export function detailLost(
  m: MeshMeasurement,
  factor: number,
  printer: Printer,
  which: "raised" | "engraved",
): Figure {
  const raised = smallestPrinted(detailLimit(printer)).value;
  const limitMm = which === "engraved" && printer.process === "resin" ? ENGRAVED_ON_RESIN * raised : raised;
  const share = shareUnder(which === "raised" ? m.thickness : m.gaps, limitMm / factor);
  const cm2 = (m.area * factor * factor) / 100;
  return {
    value: share.value * cm2,
    low: share.low * cm2,
    high: share.high * cm2,
    unit: "cm2",
    basis: "measured",
    working: [
      {
        text: `share of ${cm2.toFixed(1)} cm2 where ${which === "raised" ? "the wall is thinner" : "the gap is narrower"} than ${limitMm.toFixed(2)} mm: ${(100 * share.value).toFixed(2)} % of the points felt`,
        basis: "measured",
      },
      { text: "sharp edges are thin too and are counted in", basis: "measured" },
    ],
  };
}
