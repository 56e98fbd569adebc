import Joi from "joi";
import type { GcodeReport } from "#core/print/gcode";
import type { PlateGcode } from "#core/scene/plateGcode";
import { atLeastZero, id, orNull, shapeOf, text } from "#data/shapes/common";

const triple = Joi.array().length(3).items(Joi.number()).required();
export const gcode = shapeOf<PlateGcode>({
  id,
  sceneId: id,
  printerId: id,
  contents: id,
  fileName: text,
  report: shapeOf<GcodeReport>({
    minutes: atLeastZero,
    filamentMm: Joi.number().required(),
    millilitres: Joi.number().required(),
    moves: atLeastZero,
    layers: atLeastZero,
    heightMm: Joi.number().required(),
    layerMm: orNull(Joi.number()),
    min: triple,
    max: triple,
    hottestNozzleC: orNull(Joi.number()),
    hottestBedC: orNull(Joi.number()),
    strange: atLeastZero,
    reported: Joi.object({
      minutes: orNull(Joi.number()),
      filamentMm: orNull(Joi.number()),
      grams: orNull(Joi.number()),
      layerMm: orNull(Joi.number()),
      settings: Joi.object().pattern(Joi.string(), Joi.string().allow("")).required(),
    }).required(),
  }).required(),
});
