import Joi from "joi";
import type { NoteRow } from "#data/rows";
import { id, moment, orNull, shapeOf, text } from "#data/shapes/common";

export const jotting = shapeOf<NoteRow>({
  id,
  sceneId: id,
  stepId: id,
  at: moment,
  text,
  picture: orNull(
    Joi.string()
      .max(2_000_000)
      .pattern(/^data:image\/(jpeg|png|webp);base64,/),
  ),
});
