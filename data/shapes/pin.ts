import Joi from "joi";
import { type Pin, pinCauses, pinFinds, pinStates } from "#core/scene/pin";
import { pinAnswers } from "#core/surface/pinAnswers";
import { positive, id, moment, orNull, shapeOf, text, vector } from "#data/shapes/common";

const length = orNull(Joi.number().min(0).max(1e5));

export const pin = shapeOf<Pin>({
  id,
  sceneId: id,
  partId: id,
  zone: orNull(Joi.number().integer().min(0).max(254)),
  at: vector.allow(null),
  cause: Joi.string()
    .valid(...pinCauses)
    .required(),
  find: Joi.string()
    .valid(...pinFinds)
    .required(),
  widthMm: length,
  depthMm: length,
  lengthMm: length,
  areaCm2: orNull(Joi.number().min(0).max(1e6)),
  textured: Joi.boolean().required(),
  sandable: Joi.boolean().required(),
  talcParts: positive.optional(),
  wanted: Joi.boolean().required(),
  answer: orNull(Joi.string().valid(...pinAnswers)),
  state: Joi.string()
    .valid(...pinStates)
    .required(),
  note: text,
  setAt: moment,
});
