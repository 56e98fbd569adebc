import { emptyWorkshop, type Workshop } from "#core/scene/workshop";
import { usualHours } from "#data/workshop";
import { demoLog, demoMaterials, demoPaints, demoPrinters, demoRecipes, demoStock } from "#demo/workshop";

/** The demo's workshop with usual hours, for tests that plan its scenes. */
export const demoWorkshop: Workshop = {
  ...emptyWorkshop,
  printers: demoPrinters,
  materials: demoMaterials,
  paints: demoPaints,
  recipes: demoRecipes,
  stock: demoStock,
  log: demoLog,
  hours: usualHours.hours,
};
