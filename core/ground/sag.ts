/** Stiffness in MPa and how much the sag grows with the years. Common practice. */
export const stiffness = {
  plywood: { mpa: 6000, creep: 2 },
  mdf: { mpa: 2700, creep: 3 },
  softwood: { mpa: 9000, creep: 2 },
  xps: { mpa: 15, creep: 3 },
  "cured resin": { mpa: 2000, creep: 2 },
  PLA: { mpa: 3000, creep: 2 },
} as const;
export type Stiffness = keyof typeof stiffness;

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
  material: Stiffness,
): number {
  const { mpa, creep } = stiffness[material];
  const newtonPerMm = widthMm * heightMm * gPerCm3 * 1e-6 * GRAVITY;
  return creep * beamSagMm(newtonPerMm, spanMm, mpa, rectangleInertiaMm4(widthMm, heightMm));
}
