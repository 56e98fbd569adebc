import { coatProducts } from "#core/paint/coatProducts";
import Joi from "joi";
import { methods } from "#core/paint/amount";
import { finishEffects, type SchemeLayer } from "#core/paint/scheme";
import { id, orNull, shapeOf, share } from "#data/shapes/common";

export const layer = shapeOf<SchemeLayer>({
  id,
  kind: Joi.string().valid("primer", "colour", "shade", "drybrush", "varnish", "pigment", "gloss").required(),
  product: Joi.string()
    .valid(...coatProducts)
    .required(),
  colour: orNull(Joi.object({ kind: Joi.valid("recipe", "paint").required(), id })),
  method: Joi.string()
    .valid(...Object.keys(methods))
    .required(),
  coats: Joi.number().integer().min(1).max(20).required(),
  coverage: share,
  sheen: Joi.string().valid("matte", "satin", "gloss").required(),
  effect: Joi.string().valid(...finishEffects),
});
