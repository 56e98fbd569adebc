import Joi from "joi";
import { thinners } from "#core/materials/thinner";
import type { Paint, Recipe } from "#core/paint/paint";
import { atLeastZero, id, lab, name, orNull, product, shapeOf } from "#data/shapes/common";

export const paint = shapeOf<Paint>({
  id,
  name,
  product,
  thinner: orNull(Joi.string().valid(...thinners.map((t) => t.id))),
  hex: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required()
    .messages({ "string.pattern.base": "must be a colour like #7a4b32" }),
  lab: lab.required(),
  opacity: Joi.string().valid("opaque", "semi", "translucent").required(),
  sheen: Joi.string().valid("matte", "satin", "gloss").required(),
  millilitres: atLeastZero,
  strength: orNull(Joi.number().greater(0).max(50)),
});
export const recipe = shapeOf<Recipe>({
  id,
  name,
  parts: Joi.array()
    .items(Joi.object({ paintId: id, parts: Joi.number().greater(0).max(1000).required() }))
    .min(1)
    .required(),
  thinnerShare: Joi.number().min(0).max(20).required(),
  target: orNull(lab),
  additions: Joi.array()
    .max(400)
    .items(Joi.object({ paintId: id, drops: Joi.number().greater(0).max(10_000).required() })),
});
