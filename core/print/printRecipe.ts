import type { Printer } from "#core/print/printer";

/** Settings of a machine that a recipe may say otherwise. Same names and units as on the printer. */
export const recipeFields = {
  filament: [
    "layerMm",
    "walls",
    "topBottomMm",
    "infillShare",
    "wallSpeed",
    "infillSpeed",
    "firstLayerSpeed",
    "minimumLayerSeconds",
    "brimMm",
    "skirtLoops",
    "supportShare",
  ],
  resin: [
    "layerMm",
    "exposureSeconds",
    "bottomLayers",
    "bottomExposureSeconds",
    "transitionLayers",
    "restSeconds",
    "liftMm",
    "liftSpeed",
    "slowLiftMm",
    "slowLiftSpeed",
    "retractSpeed",
  ],
} as const;

/**
 * How something is printed: a printer, a material, and what is set otherwise than the printer usually has it.
 * Temperatures
 * and notes are kept as words. Made from another one, it names its parent.
 */
export type PrintRecipe = {
  readonly id: string;
  readonly name: string;
  readonly printerId: string;
  readonly materialId: string | null;
  readonly parentId: string | null;
  readonly settings: Readonly<Record<string, number>>;
  readonly nozzleC: number | null;
  readonly bedC: number | null;
  readonly note: string;
};

export function withRecipe(printer: Printer, recipe: PrintRecipe | null): Printer {
  if (!recipe || recipe.printerId !== printer.id) return printer;
  const allowed: readonly string[] = recipeFields[printer.process];
  return {
    ...printer,
    ...Object.fromEntries(
      Object.entries(recipe.settings).filter(
        ([key, value]) => allowed.includes(key) && Number.isFinite(value),
      ),
    ),
  } as Printer;
}

/** What two ways to print differ in, by setting. */
export function recipeDifferences(
  printer: Printer,
  a: PrintRecipe | null,
  b: PrintRecipe | null,
): readonly { readonly field: string; readonly from: number; readonly to: number }[] {
  const one = withRecipe(printer, a) as unknown as Record<string, number>;
  const two = withRecipe(printer, b) as unknown as Record<string, number>;
  return recipeFields[printer.process].flatMap((field) =>
    one[field] === two[field] ? [] : [{ field, from: one[field]!, to: two[field]! }],
  );
}

/** Everything a run was printed with, stored whole beside it. */
export const recipeSnapshot = (
  printer: Printer,
  recipe: PrintRecipe | null,
): Readonly<Record<string, number>> => {
  const settled = withRecipe(printer, recipe) as unknown as Record<string, number>;
  return Object.fromEntries(recipeFields[printer.process].map((field) => [field, settled[field]!]));
};

export const fieldWords: Readonly<Record<string, string>> = {
  layerMm: "layer, mm",
  walls: "walls",
  topBottomMm: "top and bottom, mm",
  infillShare: "infill, share",
  wallSpeed: "walls, mm/s",
  infillSpeed: "infill, mm/s",
  firstLayerSpeed: "first layer, mm/s",
  minimumLayerSeconds: "least layer time, s",
  brimMm: "brim, mm",
  skirtLoops: "skirt, loops",
  supportShare: "supports, share",
  exposureSeconds: "exposure, s",
  bottomLayers: "bottom layers",
  bottomExposureSeconds: "bottom exposure, s",
  transitionLayers: "ramp, layers",
  restSeconds: "rest, s",
  liftMm: "lift, mm",
  liftSpeed: "lift, mm/s",
  slowLiftMm: "slow lift, mm",
  slowLiftSpeed: "slow lift, mm/s",
  retractSpeed: "way back, mm/s",
};
