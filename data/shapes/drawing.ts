import Joi from "joi";
import type { DrawnChain, DrawnLine } from "#core/scale/drawnLine";
import type { Drawing } from "#core/scene/drawing";
import { id, moment, name, orNull, positive, shapeOf } from "#data/shapes/common";

const end = Joi.array().length(2).items(Joi.number().min(0).max(1).required()).required();
const line = shapeOf<DrawnLine>({
  id,
  name,
  from: end,
  to: end,
  realMm: Joi.number().greater(0).max(1e8).required(),
});
const chain = shapeOf<DrawnChain>({
  id,
  lineIds: Joi.array().min(1).max(200).items(id.optional()).required(),
  overallId: id,
});

export const drawing = shapeOf<Drawing>({
  id,
  sceneId: id,
  name,
  at: moment,
  picture: Joi.string()
    .max(2_000_000)
    .pattern(/^data:image\/(jpeg|png|webp);base64,/)
    .required(),
  aspect: positive,
  partIds: Joi.array().max(1000).items(id.optional()).required(),
  rulerId: orNull(Joi.string()),
  lines: Joi.array().max(500).items(line).required(),
  chains: Joi.array().max(100).items(chain).required(),
});
