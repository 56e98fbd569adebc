import Joi from "joi";
import { type PlateRun, runStates } from "#core/scene/plateRun";
import { atLeastZero, id, moment, numbers, orNull, positive, shapeOf, text } from "#data/shapes/common";
import { nested } from "#data/shapes/plateLayout";

const process = Joi.string().valid("filament", "resin").required();
export const plateRun = shapeOf<PlateRun>({
  id,
  sceneId: id,
  plateId: id,
  plateNumber: Joi.number().integer().min(0).required(),
  printerId: id,
  printerName: text,
  process,
  materialId: orNull(Joi.string()),
  pieces: Joi.array()
    .items(
      Joi.object({
        pieceId: id,
        partId: id,
        partName: text,
        copy: Joi.number().integer().min(0).required(),
        ...nested,
      }),
    )
    .max(5000)
    .required(),
  startedAtMs: Joi.number().required(),
  speed: Joi.number().min(1).max(3600).required(),
  warmMinutes: atLeastZero,
  minutes: positive,
  layers: Joi.number().integer().min(1).required(),
  simulated: Joi.boolean().required(),
  fate: orNull(
    Joi.object({
      failsAtShare: orNull(Joi.number().min(0).max(1)),
      cause: text,
      lostPieceIds: Joi.array().items(Joi.string()).required(),
    }),
  ),
  gate: Joi.object({
    skipped: Joi.boolean().required(),
    ticked: Joi.array().items(Joi.string()).required(),
  }).required(),
  settings: numbers.required(),
  state: Joi.string()
    .valid(...runStates)
    .required(),
  endedAt: orNull(moment),
  note: text,
});
