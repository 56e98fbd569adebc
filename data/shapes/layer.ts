import { coatProducts } from "#core/paint/coatProducts";
import Joi from "joi";
import { methods } from "#core/paint/amount";
import { layerKindNames } from "#core/paint/layerKinds";
import { loads } from "#core/paint/load";
import { finishEffects, metals, type SchemeLayer, strokes } from "#core/paint/scheme";
import { id, orNull, shapeOf, share } from "#data/shapes/common";

export const layer = shapeOf<SchemeLayer>({
  id,
  kind: Joi.string()
    .valid(...layerKindNames)
    .required(),
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
  load: Joi.string().valid(...loads),
  brush: Joi.string().valid("wide", "small"),
  stroke: Joi.string().valid(...strokes),
  metal: Joi.string().valid(...metals),
  mustStay: Joi.valid(true),
  takeBack: Joi.boolean(),
  pinOnly: Joi.valid(true),
  intoWet: Joi.valid(true),
  mostShare: Joi.number().greater(0).max(1),
  trialFirst: Joi.valid(true),
});
