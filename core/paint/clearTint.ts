import { labOfHex } from "#core/paint/colour";
import { type LabD65, labOfXyz, xyzOfLab } from "#core/paint/lab";
import type { Paint } from "#core/paint/paint";
import { type Reflectance, smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";

/** Kinds of pot that light goes through: clear colours, and ink. */
const throughKinds: readonly Paint["kind"][] = ["transparent", "ink"];

/** A pot that may go on what is clear: light goes through it. */
export const isTransparent = ({ kind }: Pick<Paint, "kind">): boolean => throughKinds.includes(kind);

/** What stands behind clear parts: a grey room, a dark one, white card, a lamp (defaults). */
export const behindClear = {
  "a grey inside": "#929292",
  "a dark inside": "#3e3e3e",
  "white card": "#ffffff",
} as const;
export type BehindClear = keyof typeof behindClear | "a lamp";

const reflectanceOf = (lab: LabD65): Reflectance => smoothestReflectance(xyzOfLab(lab)).reflectance;
const WHITE_CARD = 0.97;

/**
 * What a clear part with a tint looks like before something. Its swatch was brushed on white card, so light went
 * through it twice: what lies behind is seen through it twice as well, a lamp behind it once.
 * @param swatch the pot on white card; @param coats each as its swatch
 * @source product of transmittances, Bouguer and Lambert (from memory)
 */
export function tintBefore(swatch: LabD65, coats: number, behind: BehindClear): LabD65 {
  const through = reflectanceOf(swatch).map((r) => Math.min(1, r / WHITE_CARD));
  const ground = behind === "a lamp" ? through.map(() => 1) : reflectanceOf(known(behindClear[behind]));
  const times = behind === "a lamp" ? coats / 2 : coats;
  return labOfXyz(xyzOfReflectance(ground.map((r, i) => r * through[i]! ** times)));
}

function known(hex: string): LabD65 {
  const lab = labOfHex(hex);
  if (!lab.ok) throw new Error(`No such colour: ${hex}`);
  return lab.value;
}
