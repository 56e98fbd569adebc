import type Joi from "joi";
import type { Rows, TableName } from "#data/rows";
import { plan } from "#data/shapes/acceptedPlan";
import { coupon } from "#data/shapes/coupon";
import { drawing } from "#data/shapes/drawing";
import { ground } from "#data/shapes/ground";
import { joint } from "#data/shapes/joint";
import { feature, ledger } from "#data/shapes/ledger";
import { logEntry } from "#data/shapes/logEntry";
import { jotting } from "#data/shapes/note";
import { paint, recipe } from "#data/shapes/paint";
import { part } from "#data/shapes/part";
import { gcode } from "#data/shapes/plateGcode";
import { layout } from "#data/shapes/plateLayout";
import { plateRun } from "#data/shapes/plateRun";
import { printMaterial } from "#data/shapes/printMaterial";
import { printRecipe } from "#data/shapes/printRecipe";
import { printer } from "#data/shapes/printer";
import { scene } from "#data/shapes/scene";
import { sequence } from "#data/shapes/sequence";
import { setting } from "#data/shapes/setting";
import { record } from "#data/shapes/stepRecord";
import { stock } from "#data/shapes/stock";
import { timer } from "#data/shapes/timer";
import { look } from "#data/shapes/look";
import { pin } from "#data/shapes/pin";
import { zoneMap } from "#data/shapes/zoneMap";
import { unplaced } from "#data/shapes/unplaced";

/** Shapes of everything that is stored, one file a kind of row: the same for forms and for archives. */
export const shapes: { readonly [T in TableName]: Joi.Schema<Rows[T]> } = {
  scenes: scene,
  parts: part,
  joints: joint,
  grounds: ground,
  printers: printer,
  materials: printMaterial,
  paints: paint,
  recipes: recipe,
  stock,
  log: logEntry,
  records: record,
  settings: setting,
  timers: timer,
  plans: plan,
  notes: jotting,
  ledger,
  features: feature,
  layouts: layout,
  runs: plateRun,
  gcodes: gcode,
  coupons: coupon,
  printRecipes: printRecipe,
  unplaced,
  drawings: drawing,
  zoneMaps: zoneMap,
  pins: pin,
  looks: look,
  sequences: sequence,
};
