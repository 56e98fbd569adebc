/** Cross-section of a bead of width w and height h: (w - h) h + pi h^2 / 4. Derived. */
export const beadAreaMm2 = (widthMm: number, layerMm: number) =>
  (widthMm - layerMm) * layerMm + (Math.PI * layerMm * layerMm) / 4;

/**
 * Distance of neighbouring beads so that length x spacing x layer is their volume: w - h (1 - pi/4). Derived.
 */
export const beadSpacingMm = (widthMm: number, layerMm: number) => beadAreaMm2(widthMm, layerMm) / layerMm;

/** Width of a bead, as a multiple of the nozzle: 1.05 to 1.2 (common practice). */
const WIDTH_OF_NOZZLE = 1.12;
export const beadWidthMm = (nozzleMm: number) => WIDTH_OF_NOZZLE * nozzleMm;

/**
 * Time of one straight move from rest to rest: L/v + v/a, or 2 sqrt(L/a) when full speed is never reached.
 * Derived.
 */
export const moveSeconds = (lengthMm: number, speed: number, acceleration: number) =>
  lengthMm >= (speed * speed) / acceleration
    ? lengthMm / speed + speed / acceleration
    : 2 * Math.sqrt(lengthMm / acceleration);

/** Cross-section of filament of a diameter, mm2. */
export const filamentAreaMm2 = (diameterMm: number) => (Math.PI * diameterMm * diameterMm) / 4;

/** Mass of a length of filament, g. 1.75 mm at 1.24 g/cm3 is 2.98 g/m. */
export const filamentGrams = (lengthM: number, diameterMm: number, gPerCm3: number) =>
  filamentAreaMm2(diameterMm) * lengthM * gPerCm3;
