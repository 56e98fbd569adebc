import Joi from "joi";
import { MOST_SEQUENCE_LAYERS, type PaintSequence, type SequenceLayer } from "#core/paint/paintSequence";
import { MOST_COLOURS } from "#core/paint/scheme";
import { id, name, orNull, shapeOf } from "#data/shapes/common";
import { layerKeys } from "#data/shapes/layer";

const slot = Joi.number()
  .integer()
  .min(0)
  .max(MOST_SEQUENCE_LAYERS * MOST_COLOURS);

export const sequence = shapeOf<PaintSequence>({
  id,
  name,
  slots: Joi.array()
    .max(MOST_SEQUENCE_LAYERS * MOST_COLOURS)
    .items(Joi.string().trim().min(1).max(120))
    .required(),
  layers: Joi.array()
    .min(1)
    .max(MOST_SEQUENCE_LAYERS)
    .items(
      Joi.object<SequenceLayer>({
        ...layerKeys,
        slot: orNull(slot),
        amongSlots: Joi.array()
          .min(1)
          .max(MOST_COLOURS - 1)
          .items(slot),
      }),
    )
    .required(),
});
