import Joi from "joi";
import type { LedgerRow, OwnFeature } from "#core/scene/ledger";
import { id, name, positive, shapeOf, text } from "#data/shapes/common";

export const ledger = shapeOf<LedgerRow>({
  id,
  sceneId: id,
  name,
  realMm: Joi.number().greater(0).max(1e8).required(),
  along: Joi.string().valid("bed", "height").required(),
  position: Joi.number().required(),
});
export const feature = shapeOf<OwnFeature>({ id, name, lowMm: positive, highMm: positive, source: text });
