/**
 * Colour-matching functions of the 1931 standard observer and daylight D65, 380 to 730 nm by 10 nm.
 * Each row: x bar, y bar, z bar, relative power of D65.
 * @source CIE 015, tables of the 2 degree observer and of illuminant D65 (from memory, checked against the
 * white they give)
 */
export const observerRows: readonly (readonly [number, number, number, number])[] = [
  [0.001368, 0.000039, 0.00645, 49.9755],
  [0.004243, 0.00012, 0.02005, 54.6482],
  [0.01431, 0.000396, 0.06785, 82.7549],
  [0.04351, 0.00121, 0.2074, 91.486],
  [0.13438, 0.004, 0.6456, 93.4318],
  [0.2839, 0.0116, 1.3856, 86.6823],
  [0.34828, 0.023, 1.74706, 104.865],
  [0.3362, 0.038, 1.77211, 117.008],
  [0.2908, 0.06, 1.6692, 117.812],
  [0.19536, 0.09098, 1.28764, 114.861],
  [0.09564, 0.13902, 0.81295, 115.923],
  [0.03201, 0.20802, 0.46518, 108.811],
  [0.0049, 0.323, 0.272, 109.354],
  [0.0093, 0.503, 0.1582, 107.802],
  [0.06327, 0.71, 0.07825, 104.79],
  [0.1655, 0.862, 0.04216, 107.689],
  [0.2904, 0.954, 0.0203, 104.405],
  [0.43345, 0.99495, 0.00875, 104.046],
  [0.5945, 0.995, 0.0039, 100],
  [0.7621, 0.952, 0.0021, 96.3342],
  [0.9163, 0.87, 0.00165, 95.788],
  [1.0263, 0.757, 0.0011, 88.6856],
  [1.0622, 0.631, 0.0008, 90.0062],
  [1.0026, 0.503, 0.00034, 89.5991],
  [0.85445, 0.381, 0.00019, 87.6987],
  [0.6424, 0.265, 0.00005, 83.2886],
  [0.4479, 0.175, 0.00002, 83.6992],
  [0.2835, 0.107, 0, 80.0268],
  [0.1649, 0.061, 0, 80.2146],
  [0.0874, 0.032, 0, 82.2778],
  [0.04677, 0.017, 0, 78.2842],
  [0.0227, 0.00821, 0, 69.7213],
  [0.011359, 0.004102, 0, 71.6091],
  [0.00579, 0.002091, 0, 74.349],
  [0.002899, 0.001047, 0, 61.604],
  [0.00144, 0.00052, 0, 69.8856],
];

export const BANDS = observerRows.length;

/** The one white of the app: D65 as the sRGB matrix has it. */
export const WHITE = [0.950456, 1, 1.089058] as const;

/** Three rows of weights, one a band: reflectance times them is X, Y, Z, and a perfect white gives WHITE. */
export const weights: readonly Float64Array[] = [0, 1, 2].map((axis) => {
  const raw = observerRows.map((row) => row[axis]! * row[3]);
  const total = raw.reduce((sum, w) => sum + w, 0);
  return Float64Array.from(raw, (w) => (w * WHITE[axis]!) / total);
});
