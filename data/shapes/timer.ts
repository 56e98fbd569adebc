import Joi from "joi";
import type { TimerRow } from "#data/rows";
import { id, name, orNull, shapeOf } from "#data/shapes/common";

export const timer = shapeOf<TimerRow>({
  id,
  sceneId: id,
  stepId: orNull(Joi.string()),
  name,
  startedAtMs: Joi.number().required(),
  endsAtMs: Joi.number().required(),
});
