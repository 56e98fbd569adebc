declare const frame: unique symbol;

/** A length in the world, in millimetres. */
export type RealMm = number & { readonly [frame]: "real" };
/** A length on the bench, in millimetres. Mixing it with `RealMm` does not compile. */
export type ModelMm = number & { readonly [frame]: "model" };

export const realMm = (value: number) => value as RealMm;
export const modelMm = (value: number) => value as ModelMm;

/** Exact since the international yard of 1959. */
export const MM_PER_INCH = 25.4;
export const MM_PER_FOOT = 12 * MM_PER_INCH;
export const MM_PER_YARD = 3 * MM_PER_FOOT;
const MM_PER_CM = 10;
const MM_PER_M = 1000;

/** What a mesh file counts in. Factors are exact (BIPM SI brochure; inch 25.4 mm). */
export const meshUnits = {
  micron: 0.001,
  millimeter: 1,
  centimeter: MM_PER_CM,
  inch: MM_PER_INCH,
  foot: MM_PER_FOOT,
  meter: MM_PER_M,
} as const;
export type MeshUnit = keyof typeof meshUnits;

export const degToRad = (deg: number) => (deg * Math.PI) / 180;
export const radToDeg = (rad: number) => (rad * 180) / Math.PI;
