import Joi from "joi";
import type { Look } from "#core/scene/look";
import { afterPrimer } from "#core/scene/zone";
import { atLeastZero, id, moment, orNull, positive, shapeOf, share, text } from "#data/shapes/common";

export const look = shapeOf<Look>({
  id,
  at: moment,
  sceneId: orNull(Joi.string()),
  what: text,
  printerId: orNull(Joi.string()),
  materialId: orNull(Joi.string()),
  process: Joi.string().valid("filament", "resin").required(),
  layerMm: positive,
  slopeDeg: Joi.number().min(0).max(180).required(),
  distanceMm: positive,
  coats: Joi.number().integer().min(0).max(1000).required(),
  depthMm: atLeastZero,
  flat: atLeastZero,
  raking: atLeastZero,
  seen: Joi.string()
    .valid(...afterPrimer)
    .required(),
  simulated: Joi.boolean().required(),
  stripes: share.optional(),
  picture: orNull(
    Joi.string()
      .max(2_000_000)
      .pattern(/^data:image\/(jpeg|png|webp);base64,/),
  ),
});
