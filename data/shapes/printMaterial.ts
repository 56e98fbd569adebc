import Joi from "joi";
import { plastics } from "#core/materials/printMaterials";
import type { PrintMaterial } from "#core/print/printer";
import { atLeastZero, id, name, shapeOf } from "#data/shapes/common";

export const printMaterial = shapeOf<PrintMaterial>({
  id,
  name,
  process: Joi.string().valid("filament", "resin").required(),
  plastic: Joi.string()
    .valid(...plastics.map((p) => p.id))
    .required(),
  densityGPerCm3: Joi.number().greater(0).max(25).required(),
  pricePerKg: atLeastZero,
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .allow(null)
    .default(null),
  damp: Joi.boolean().default(false),
});
