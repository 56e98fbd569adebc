import Joi from "joi";
import type { LogEntry } from "#core/scene/logEntry";
import { atLeastZero, id, moment, numbers, orNull, shapeOf, text } from "#data/shapes/common";

export const logEntry = shapeOf<LogEntry>({
  id,
  kind: Joi.string().valid("run", "step").required(),
  key: id,
  what: text,
  at: moment,
  sceneId: orNull(Joi.string()),
  estimatedMinutes: atLeastZero,
  actualMinutes: atLeastZero,
  outcome: Joi.string().valid("good", "failed").required(),
  cause: text,
  note: text,
  simulated: Joi.boolean().required(),
  materialId: Joi.string().allow(null).default(null),
  settings: numbers.default({}),
});
