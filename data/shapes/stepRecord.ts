import Joi from "joi";
import type { StepRecord } from "#core/scene/stepRecord";
import { id, moment, orNull, shapeOf, text } from "#data/shapes/common";

export const record = shapeOf<StepRecord>({
  id,
  sceneId: id,
  stepId: id,
  state: Joi.string().valid("done", "some", "went wrong", "skipped").required(),
  at: moment,
  actualMinutes: orNull(Joi.number().min(0)),
  pieces: Joi.number().integer().min(0).allow(null).default(null),
  note: text,
});
