import type { Material } from "#core/materials/material";

/** How a material bends: stiffness in MPa, and how much a sag grows with the years. */
type Bends = NonNullable<Material["bends"]>;

/**
 * Sag in the middle of a bar on two supports under its own even load: 5 w L^4 / (384 E I). @source beam
 * tables
 */
export const beamSagMm = (newtonPerMm: number, spanMm: number, mpa: number, inertiaMm4: number) =>
  (5 * newtonPerMm * spanMm ** 4) / (384 * mpa * inertiaMm4);

/** Second moment of a rectangle, width x height^3 / 12, mm4. */
export const rectangleInertiaMm4 = (widthMm: number, heightMm: number) => (widthMm * heightMm ** 3) / 12;

const GRAVITY = 9.81;

/**
 * Sag of a thin part that spans between its ends, under its own weight, after creep, mm.
 * @param gPerCm3 density of the part
 */
export function ownWeightSagMm(
  spanMm: number,
  widthMm: number,
  heightMm: number,
  gPerCm3: number,
  { mpa, creep }: Bends,
): number {
  const newtonPerMm = widthMm * heightMm * gPerCm3 * 1e-6 * GRAVITY;
  return creep * beamSagMm(newtonPerMm, spanMm, mpa, rectangleInertiaMm4(widthMm, heightMm));
}
