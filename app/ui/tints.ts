/** A face without a tint. */
export const NO_TINT = 255;

/** Flat chalky tints for places on a part, told apart by lightness as well as by hue; red, green, blue in 0 to 255. */
const tints: readonly (readonly [number, number, number])[] = [
  [206, 196, 172],
  [126, 158, 150],
  [196, 150, 124],
  [136, 146, 178],
  [222, 206, 128],
  [160, 128, 150],
  [166, 186, 134],
  [108, 128, 140],
  [226, 178, 168],
  [140, 124, 104],
  [186, 208, 212],
  [198, 128, 104],
];

const linear = (v: number) => (v / 255) ** 2.2;
/** The same as a shader takes them, linear. */
export const tintColours = tints.map(([r, g, b]) => [linear(r), linear(g), linear(b)] as const);

/** A tint as style sheets take it. */
export const tintCss = (number: number): string => `rgb(${tints[number % tints.length]!.join(" ")})`;
