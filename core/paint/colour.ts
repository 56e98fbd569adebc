import { clampChroma, converter, formatHex, parseHex } from "culori/fn";
import { modeLab65, modeLch, modeOklab, modeRgb, modeXyz65, useMode } from "culori/fn";
import { type Outcome, refused, success } from "#core/outcome";
import { labOfXyz, type LabD65, xyzOfLab } from "#core/paint/lab";

// The only file that knows the colour library. It converts; mixing and differences are ours.
useMode(modeRgb);
useMode(modeXyz65);
useMode(modeLab65);
useMode(modeLch);
useMode(modeOklab);
const toXyz = converter("xyz65");
const toOklab = converter("oklab");

/** Reads `#7a4b32` or `7a4b32`. */
export function labOfHex(hex: string): Outcome<LabD65> {
  const colour = parseHex(hex.trim());
  const xyz = colour && toXyz(colour);
  if (!xyz)
    return refused(
      "colour/not-understood",
      `“${hex.trim()}” is not a colour. Type six hexadecimal digits like 7a4b32, or use the picker.`,
    );
  return success(labOfXyz([xyz.x, xyz.y, xyz.z]));
}

/** The nearest colour that a screen can show, as `#rrggbb`: lightness and hue kept, chroma given up first. */
export function hexOfLab(lab: LabD65): string {
  const [x, y, z] = xyzOfLab(lab);
  return formatHex(clampChroma({ mode: "xyz65", x, y, z }, "lch"))!;
}

/** Lightness in OKLab, 0 to 1: what a tonal ladder is even in. */
export function oklabLightness(lab: LabD65): number {
  const [x, y, z] = xyzOfLab(lab);
  return toOklab({ mode: "xyz65", x, y, z }).l;
}
