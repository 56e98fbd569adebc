import Joi from "joi";
import { type StockItem, stockUnits } from "#core/stores/draw";
import { atLeastZero, id, name, shapeOf } from "#data/shapes/common";

export const stock = shapeOf<StockItem>({
  id,
  needKey: id,
  name,
  unit: Joi.string()
    .valid(...stockUnits)
    .required(),
  left: atLeastZero,
  pricePerUnit: atLeastZero,
});
