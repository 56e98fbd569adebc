import { plasticOf } from "#core/materials/printMaterials";
import { labOfHex } from "#core/paint/colour";
import type { PrintMaterial } from "#core/print/printer";
import { type LampLight } from "#core/print/printSteps";

/** Lightness of a resin up to which its lamp needs half as long again. */
const DARK_L = 30;

/** How far the lamp reaches into a material, by what it is and how it is called. */
export function lampLight(material: PrintMaterial | null): LampLight {
  if (material && plasticOf(material.plastic)?.print.clear) return "deep";
  const dark = material?.colour != null && labOfHex(material.colour);
  return dark && dark.ok && dark.value.l < DARK_L ? "little" : "usual";
}
