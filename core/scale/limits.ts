import { between, type Figure } from "#core/figure";

/** The part of a printer that limits detail. */
export type DetailLimit =
  | { readonly process: "filament"; readonly nozzleMm: number; readonly layerMm: number }
  | { readonly process: "resin"; readonly pixelMm: number; readonly layerMm: number };

/**
 * Smallest raised detail that the process makes, in model mm.
 * Filament: one line width, 1.05 to 1.2 x nozzle. Resin: 2 to 3 pixels. Common practice.
 */
export function smallestPrinted(limit: DetailLimit): Figure {
  if (limit.process === "filament") {
    const { nozzleMm } = limit;
    return between(1.05 * nozzleMm, 1.12 * nozzleMm, 1.2 * nozzleMm, "mm", "practice", [
      { text: `one line is 1.05 to 1.2 times the ${nozzleMm} mm nozzle`, basis: "practice" },
    ]);
  }
  const { pixelMm } = limit;
  return between(2 * pixelMm, 2.5 * pixelMm, 3 * pixelMm, "mm", "practice", [
    { text: `2 to 3 pixels of ${pixelMm} mm`, basis: "practice" },
  ]);
}

const ARCMIN_RAD = Math.PI / (180 * 60);

/**
 * The three limits of sight at a distance, in model mm. Leave a feature off only below `lineMm`; thicken
 * below `shapeMm`.
 */
export type SightLimits = { readonly lineMm: number; readonly shapeMm: number; readonly pairMm: number };

/**
 * @param viewingDistanceMm from the eye to the piece
 * @source line 0.2 arcmin: Hecht and Mintz 1939 (thinner still under a bright sky; from memory);
 *   shape 1 arcmin: ISO 8596 at decimal acuity 1.0; pair: period of 2 arcmin from the same acuity
 */
export const sightLimits = (viewingDistanceMm: number): SightLimits => ({
  lineMm: viewingDistanceMm * 0.2 * ARCMIN_RAD,
  shapeMm: viewingDistanceMm * ARCMIN_RAD,
  pairMm: viewingDistanceMm * 2 * ARCMIN_RAD,
});

export type DetailAdvice = {
  readonly verdict: "keep" | "thicken" | "paint or leave off";
  readonly exaggeration: number;
  readonly makeMm: number;
};

/**
 * What to do with a detail of true model size s: exaggeration = max(1, max(printable, seen) / s); above 3
 * paint it or leave it off.
 * @param sizeMm the detail at true scale on the bench
 */
export function detailAdvice(sizeMm: number, printableMm: number, sight: SightLimits): DetailAdvice {
  const needed = Math.max(printableMm, sizeMm < sight.lineMm ? sight.shapeMm : sight.lineMm);
  const exaggeration = Math.max(1, needed / sizeMm);
  const verdict = exaggeration === 1 ? "keep" : exaggeration > 3 ? "paint or leave off" : "thicken";
  return { verdict, exaggeration, makeMm: sizeMm * exaggeration };
}
