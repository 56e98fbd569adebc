import Joi from "joi";
import { type StockItem, stockUnits } from "#core/stores/draw";
import { atLeastZero, day, id, name, shapeOf, text } from "#data/shapes/common";

export const stock = shapeOf<StockItem>({
  id,
  needKey: id,
  name,
  unit: Joi.string()
    .valid(...stockUnits)
    .required(),
  left: atLeastZero,
  pricePerUnit: atLeastZero,
  batch: Joi.object({ madeOn: day, madeMl: atLeastZero, forWhat: text }),
});
