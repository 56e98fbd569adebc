import Joi from "joi";
import { fits } from "#core/joints/clearance";
import { hardwareKinds } from "#core/joints/hardware";
import { glues } from "#core/materials/gluesFor";
import type { Joint } from "#core/scene/joint";
import { id, name, orNull, positive, shapeOf } from "#data/shapes/common";

export const joint = shapeOf<Joint>({
  id,
  sceneId: id,
  name,
  partIds: Joi.array().items(Joi.string()).min(1).required(),
  fit: Joi.string()
    .valid(...fits)
    .required(),
  gapInFileMm: orNull(Joi.number().min(0)),
  glue: orNull(Joi.string().valid(...glues.map((g) => g.id))),
  count: Joi.number().integer().min(1).max(10_000).required(),
  shows: Joi.boolean().required(),
  seam: Joi.object({
    widthMm: Joi.number().min(0).max(100).required(),
    depthMm: orNull(positive),
    lengthMm: orNull(positive),
    textured: Joi.boolean().required(),
    sandable: Joi.boolean().required(),
  }).optional(),
  hardware: Joi.object({
    kind: Joi.string()
      .valid(...hardwareKinds)
      .required(),
    each: Joi.number().integer().min(1).max(1000).required(),
    partId: orNull(Joi.string()),
  }).optional(),
});
