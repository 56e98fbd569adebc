import Joi from "joi";
import { groundMaterials } from "#core/ground/groundLayer";
import { type Ground, flocks } from "#core/scene/ground";
import { id, name, shapeOf, share } from "#data/shapes/common";

export const ground = shapeOf<Ground>({
  id,
  sceneId: id,
  name,
  material: Joi.string()
    .valid(...groundMaterials.map((m) => m.id))
    .required(),
  areaShare: share,
  depthMm: Joi.number().greater(0).max(2000).required(),
  loose: Joi.boolean().required(),
  wetWith: Joi.string().valid("alcohol", "water", "none").required(),
  flock: Joi.string()
    .valid(...flocks)
    .required(),
  position: Joi.number().required(),
});
