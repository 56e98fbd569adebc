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
 * Ridge depth of round beads on a wall, as a share of the layer. @source Pandey, Reddy and Dhande 2003: Ra = 69.28 to
 * 72.36 t / cos(phi) um, from memory
 */
export const BEAD_SHARE = 0.28;
/** Depth between the lines of a top skin, as a share of the layer (common practice). */
const SKIN_SHARE = 0.1;
/** Flatter than this there are no steps, only the lines of the skin. */
export const LEVEL_RAD = (0.5 * Math.PI) / 180;

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

/** What a process leaves on a face, mm: stairs of layers, ridges of beads, lines of a level skin. */
export type Relief = { readonly stairMm: number; readonly ridgeMm: number; readonly skinMm: number };

/**
 * @param slopeRad angle of the face from the build plate, 0 flat to pi/2 wall
 * @param skinLinesMm distance of the lines of a level top, mm; null where it has none: resin, ironed, an
 * underside
 */
export function reliefOf(
  layerMm: number,
  slopeRad: number,
  process: Process,
  skinLinesMm: number | null,
): Relief {
  if (slopeRad < LEVEL_RAD)
    return { stairMm: 0, ridgeMm: 0, skinMm: skinLinesMm === null ? 0 : SKIN_SHARE * layerMm };
  const steep = process === "filament" && slopeRad > Math.PI / 4;
  return {
    stairMm: stepDepthMm(layerMm, slopeRad, process),
    // Upright walls have no stairs, and keep their ridges.
    ridgeMm: steep ? BEAD_SHARE * layerMm * Math.sin(slopeRad) : 0,
    skinMm: 0,
  };
}

/** The deepest of them: what coats have to fill. */
export const deepest = ({ stairMm, ridgeMm, skinMm }: Relief) => Math.max(stairMm, ridgeMm, skinMm);

/** What is left of it once nothing is deeper than this, mm. */
export const levelledTo = ({ stairMm, ridgeMm, skinMm }: Relief, mm: number): Relief => ({
  stairMm: Math.min(stairMm, mm),
  ridgeMm: Math.min(ridgeMm, mm),
  skinMm: Math.min(skinMm, mm),
});

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
