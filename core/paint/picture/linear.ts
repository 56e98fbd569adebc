import { labOfXyz, type LabD65, xyzOfLab } from "#core/paint/lab";

/** Linear light of a pixel: red, green, blue of sRGB, 1 at its white. */
export type LinearRgb = readonly [number, number, number];

/** @source sRGB, IEC 61966-2-1: from a byte to linear light */
export const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => {
  const v = byte / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** A byte of sRGB from linear light, 0 to 1. @source sRGB, IEC 61966-2-1 */
export const byteOfLinear = (v: number): number =>
  Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));

/** @source sRGB primaries and D65, IEC 61966-2-1 */
export const labOfLinear = ([r, g, b]: LinearRgb): LabD65 =>
  labOfXyz([
    0.412456 * r + 0.357576 * g + 0.180437 * b,
    0.212673 * r + 0.715152 * g + 0.072175 * b,
    0.019334 * r + 0.119192 * g + 0.950304 * b,
  ]);

/** Red, green and blue in linear light, each from X, Y and Z. @source sRGB primaries and D65, IEC 61966-2-1 */
export const LINEAR_OF_XYZ: readonly [LinearRgb, LinearRgb, LinearRgb] = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252],
];

/** The way back; channels may lie outside 0 to 1 where a screen cannot show the colour. */
export function linearOfLab(lab: LabD65): LinearRgb {
  const [x, y, z] = xyzOfLab(lab);
  return LINEAR_OF_XYZ.map((row) => row[0] * x + row[1] * y + row[2] * z) as unknown as LinearRgb;
}

/** @source B. Ottosson, OKLab (2020): from linear sRGB */
export function oklabOfLinear([r, g, b]: LinearRgb): readonly [number, number, number] {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}
