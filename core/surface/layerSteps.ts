import type { Process } from "#core/print/printer";

/**
 * Depth of the stair step that layers leave on a slope, mm: 0 on a wall, one layer on a near-flat top.
 * @param slopeRad angle of the face from the build plate, 0 flat to pi/2 wall
 * @source A. Dolenc, I. Makela, Slicing procedures for layered manufacturing techniques, Computer-Aided
 * Design 26(2),
 *   1994: cusp height = layer height x |n . z|
 */
export const cuspHeightMm = (layerMm: number, slopeRad: number) => layerMm * Math.abs(Math.cos(slopeRad));

/**
 * Ridge depth of round beads, as a share of the layer. @source Pandey, Reddy and Dhande 2003: Ra = 69.28 to
 * 72.36 t / cos(phi) um, from memory
 */
const BEAD_SHARE = 0.28;

/**
 * Depth that a process really leaves on a slope, mm: beads of filament fill part of the stair, resin keeps
 * it.
 */
export function stepDepthMm(layerMm: number, slopeRad: number, process: Process): number {
  const cusp = cuspHeightMm(layerMm, slopeRad);
  if (process === "resin") return cusp;
  const sin = Math.sin(slopeRad);
  return Math.min(cusp, sin > 1e-9 ? (BEAD_SHARE * layerMm) / sin : cusp);
}

/** Length of one terrace along the face, mm; infinite on a flat. Derived. */
export const terraceMm = (layerMm: number, slopeRad: number) => layerMm / Math.sin(slopeRad);

/** A coat that levels when wet: what it fills of a step. Shares of the film, common practice. */
export type LevellingCoat = {
  readonly name: string;
  readonly dryFilmMm: number;
  readonly k: number;
  readonly volumeSolids: number;
};

/** Depth left after one coat: c - min(k f, VS c). */
export const afterCoatMm = (depthMm: number, coat: LevellingCoat) =>
  Math.max(0, depthMm - Math.min(coat.k * coat.dryFilmMm, coat.volumeSolids * depthMm));

/** How many coats bring a step down to a depth; null when it would take more than `most`. */
export function coatsToReach(
  depthMm: number,
  targetMm: number,
  coat: LevellingCoat,
  most = 12,
): number | null {
  let depth = depthMm;
  for (let coats = 0; coats <= most; coats++) {
    if (depth <= targetMm) return coats;
    depth = afterCoatMm(depth, coat);
  }
  return null;
}
