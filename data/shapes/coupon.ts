import Joi from "joi";
import { fits } from "#core/joints/clearance";
import type { Coupon } from "#core/scene/coupon";
import { id, moment, orNull, shapeOf, text } from "#data/shapes/common";

export const coupon = shapeOf<Coupon>({
  id,
  printerId: id,
  materialId: orNull(Joi.string()),
  fit: Joi.string()
    .valid(...fits)
    .required(),
  chosenMm: Joi.number().min(0).max(5).required(),
  at: moment,
  note: text,
});
