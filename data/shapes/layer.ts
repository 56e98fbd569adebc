import { coatProducts } from "#core/paint/coatProducts";
import Joi from "joi";
import { methods } from "#core/paint/amount";
import { layerKindNames } from "#core/paint/layerKinds";
import { loads } from "#core/paint/load";
import { paintPlaceNames, weatherMapNames } from "#core/paint/paintPlace";
import {
  type Colour,
  finishEffects,
  metals,
  MOST_BACK,
  MOST_COLOURS,
  type SchemeLayer,
  strokes,
} from "#core/paint/scheme";
import { MOST_PANELS } from "#core/paint/panels";
import { id, orNull, shapeOf, share } from "#data/shapes/common";

export const colour = Joi.object<Colour>({ kind: Joi.valid("recipe", "paint").required(), id });

/** What a layer says beside its colours. */
export const layerKeys = {
  kind: Joi.string()
    .valid(...layerKindNames)
    .required(),
  product: Joi.string()
    .valid(...coatProducts)
    .required(),
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
  place: Joi.string().valid(...paintPlaceNames),
  runs: Joi.object({
    perSlope: Joi.number().integer().min(1).max(100).allow(null).required(),
    count: Joi.number().integer().min(0).max(100_000).required(),
    longestMm: Joi.number().min(0).max(1e5).required(),
  }),
  weather: Joi.string().valid(...weatherMapNames),
  from: Joi.object({
    azimuthDeg: Joi.number().min(-360).max(360).required(),
    elevationDeg: Joi.number().min(-90).max(90).required(),
  }),
  metal: Joi.string().valid(...metals),
  mustStay: Joi.valid(true),
  takeBack: Joi.boolean(),
  pinOnly: Joi.valid(true),
  intoWet: Joi.valid(true),
  mostShare: Joi.number().greater(0).max(1),
  trialFirst: Joi.valid(true),
  onSome: Joi.number().greater(0).max(1),
  seed: Joi.number().integer().min(0).max(1e9),
  panels: Joi.object({
    across: Joi.number().integer().min(1).max(MOST_PANELS).required(),
    down: Joi.number().integer().min(1).max(MOST_PANELS).required(),
  }),
  backTo: Joi.number().integer().min(1).max(MOST_BACK),
};

export const layer = shapeOf<SchemeLayer>({
  id,
  colour: orNull(colour),
  among: Joi.array()
    .min(1)
    .max(MOST_COLOURS - 1)
    .items(colour),
  ...layerKeys,
});
