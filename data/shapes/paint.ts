import Joi from "joi";
import { thinners } from "#core/materials/thinner";
import { mixMeasures, type Paint, potBodies, potKinds, type Recipe } from "#core/paint/paint";
import { atLeastZero, day, id, lab, name, orNull, product, shapeOf } from "#data/shapes/common";

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
  kind: Joi.string().valid(...potKinds),
  body: Joi.string().valid(...potBodies),
  solids: Joi.number().greater(0).max(1),
  power: Joi.number().greater(0).max(100),
  sizeMl: Joi.number().greater(0).max(100_000),
  priceMinor: Joi.number().min(0).max(1e9),
  openedOn: day.optional(),
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
  measure: Joi.string().valid(...mixMeasures),
  thinnerOpen: Joi.valid(true),
  laid: Joi.object({
    nozzleMm: Joi.number().greater(0).max(5),
    bar: Joi.number().greater(0).max(20),
    distanceCm: Joi.number().greater(0).max(300),
    passes: Joi.number().integer().min(1).max(50),
  }),
  swatch: lab,
});
