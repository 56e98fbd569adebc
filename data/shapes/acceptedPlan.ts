import Joi from "joi";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import { day, id, moment, shapeOf } from "#data/shapes/common";

export const plan = shapeOf<AcceptedPlan>({
  id,
  acceptedAt: moment,
  day: day.required(),
  slots: Joi.object().pattern(Joi.string(), Joi.array().length(2).items(Joi.number())).required(),
  sequenceNumber: Joi.number().integer().min(0).required(),
});
