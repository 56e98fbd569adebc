import type { LabD65 } from "#core/paint/lab";

/** A colour by what an eye asks of it: lightness 0 to 100, strength (chroma) from 0, hue in degrees, 0 to 360. */
export type Lch = { readonly l: number; readonly c: number; readonly h: number };

export const lchOf = ({ l, a, b }: LabD65): Lch => ({
  l,
  c: Math.hypot(a, b),
  h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360,
});

export const labOfLch = ({ l, c, h }: Lch): LabD65 => ({
  l,
  a: c * Math.cos((h * Math.PI) / 180),
  b: c * Math.sin((h * Math.PI) / 180),
});
