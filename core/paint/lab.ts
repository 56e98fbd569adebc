import { WHITE } from "#core/paint/observer";

/** CIE L*a*b* under D65 (WHITE of observer.ts). The only Lab of this app. */
export type LabD65 = { readonly l: number; readonly a: number; readonly b: number };
export type Xyz = readonly [number, number, number];

const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;
const f = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);
const inverse = (t: number) => (t ** 3 > EPSILON ? t ** 3 : (116 * t - 16) / KAPPA);

export function labOfXyz([x, y, z]: Xyz): LabD65 {
  const fx = f(x / WHITE[0]);
  const fy = f(y / WHITE[1]);
  const fz = f(z / WHITE[2]);
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

export function xyzOfLab({ l, a, b }: LabD65): Xyz {
  const fy = (l + 16) / 116;
  return [inverse(fy + a / 500) * WHITE[0], inverse(fy) * WHITE[1], inverse(fy - b / 200) * WHITE[2]];
}

/** Luminance of a lightness L*, white 1. */
export const luminanceOf = (l: number): number => inverse((l + 16) / 116);
/** Lightness L* of a luminance, white 1. */
export const lightnessOf = (y: number): number => 116 * f(y) - 16;
