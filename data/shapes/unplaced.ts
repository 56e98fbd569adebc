import Joi from "joi";
import type { UnplacedRow } from "#data/rows";
import { id, shapeOf, text } from "#data/shapes/common";

export const unplaced = shapeOf<UnplacedRow>({
  id,
  table: Joi.string().min(1).max(100).required(),
  version: Joi.number().integer().min(1).required(),
  name: Joi.string().min(1).required(),
  why: text,
  row: Joi.object().required(),
});
