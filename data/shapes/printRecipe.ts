import Joi from "joi";
import type { PrintRecipe } from "#core/print/printRecipe";
import { id, name, numbers, orNull, shapeOf, text } from "#data/shapes/common";

const temperature = orNull(Joi.number().min(0).max(500));
export const printRecipe = shapeOf<PrintRecipe>({
  id,
  name,
  printerId: id,
  materialId: orNull(Joi.string()),
  parentId: orNull(Joi.string()),
  settings: numbers.required(),
  nozzleC: temperature,
  bedC: temperature,
  note: text,
});
