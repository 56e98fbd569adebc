import Joi from "joi";
import type { PlateLayout } from "#core/scene/plateLayout";
import { id, shapeOf } from "#data/shapes/common";

export const nested = {
  xMm: Joi.number().required(),
  yMm: Joi.number().required(),
  turnDeg: Joi.number().required(),
};
export const layout = shapeOf<PlateLayout>({
  id,
  sceneId: id,
  printerId: id,
  position: Joi.number().required(),
  laid: Joi.array()
    .items(Joi.object({ id, ...nested }))
    .max(5000)
    .required(),
});
