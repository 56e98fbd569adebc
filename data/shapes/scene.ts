import Joi from "joi";
import { productIds } from "#core/materials/products";
import type { OrderChange } from "#core/order/change";
import { laySchools } from "#core/print/wayUp";
import { type Scene, themes, tiers } from "#core/scene/scene";
import { orderSchools, schoolTopics } from "#core/steps/orderSchools";
import { places } from "#core/steps/step";
import { day, id, moment, name, orNull, product, school, shapeOf, text, tool } from "#data/shapes/common";

const facts = Joi.object().pattern(
  Joi.string(),
  Joi.alternatives(
    Joi.number(),
    Joi.boolean(),
    Joi.string().max(100),
    Joi.array().items(Joi.string().max(100)),
    Joi.valid(null),
  ),
);
const sheen = Joi.string().valid("matte", "satin", "gloss").allow(null).required();
export const minutes = Joi.number().min(0).max(1e6).required();
const place = Joi.string().valid(...places);
export const of = (kind: OrderChange["kind"], keys: Joi.SchemaMap) =>
  Joi.object({ kind: Joi.valid(kind).required(), ...keys });
const orderChange = Joi.alternatives<OrderChange>().try(
  of("insert", {
    id,
    at: Joi.valid("before", "after").required(),
    stepId: id,
    action: Joi.string().max(40).required(),
    title: text.required(),
    product: orNull(Joi.string().valid(...productIds)),
    sheen,
    tool: tool.required(),
    place: place.required(),
    minutes,
    waitMinutes: minutes,
    facts: facts.required(),
    loose: Joi.boolean().required(),
    with: Joi.object({
      recipeId: orNull(Joi.string().max(200)),
      paintId: orNull(Joi.string().max(200)),
      millilitres: Joi.number().min(0).max(1e6).required(),
    }),
    again: Joi.object({ stepId: id, pieces: Joi.number().integer().min(1).max(1e4).required() }),
  }),
  of("own", {
    id,
    at: Joi.object({
      side: Joi.valid("before", "after").required(),
      stepId: id,
      within: Joi.valid("right there", "some time").required(),
    })
      .allow(null)
      .required(),
    targets: Joi.array().min(1).max(1000).items(id).required(),
    action: Joi.string().max(40).required(),
    title: text.required(),
    product: orNull(Joi.string().valid(...productIds)),
    paintId: orNull(Joi.string()),
    millilitres: orNull(Joi.number().min(0).max(1e6)),
    sheen,
    tool: tool.required(),
    place: place.required(),
    minutes,
    waitMinutes: minutes,
    facts: facts.required(),
    optional: Joi.boolean().required(),
  }),
  of("product", {
    stepId: id,
    product,
    sheen,
    tool: orNull(tool),
    place: orNull(place),
    minutes: Joi.number().min(-1e6).max(1e6).required(),
  }),
  of("facts", {
    stepId: id,
    facts: facts.required(),
    alcohol: orNull(Joi.boolean()),
    minutes: Joi.number().min(-1e6).max(1e6).required(),
  }),
  of("wait", { before: id, after: id, minutes }),
  of("move", { before: id, after: id }),
  of("leave out", { stepId: id }),
);

export const scene = shapeOf<Scene>({
  id,
  name,
  denominator: Joi.number().min(0.001).max(1e6).required(),
  ratioSaid: text,
  viewingDistanceMm: Joi.number().min(50).max(20_000).required(),
  boardWidthMm: Joi.number().min(10).max(20_000).required(),
  boardDepthMm: Joi.number().min(10).max(20_000).required(),
  gridMm: orNull(Joi.number().greater(0)),
  tier: Joi.string()
    .valid(...tiers)
    .required(),
  theme: Joi.string()
    .valid(...themes)
    .default("clean"),
  startOn: day,
  finishBy: day.allow(null),
  surfaceSchool: school,
  laySchool: Joi.string()
    .valid(...laySchools)
    .allow(null)
    .default(null),
  usualPaint: Joi.boolean(),
  accent: Joi.object({ kind: Joi.valid("recipe", "paint").required(), id }).allow(null),
  setWays: Joi.object().max(1000).pattern(Joi.string().max(120), Joi.string().max(120)),
  aside: Joi.boolean().default(false),
  orderChanges: Joi.array()
    .max(2000)
    .items(Joi.object({ ruleId: orNull(Joi.string()), note: text, change: orderChange.required() }))
    .default([]),
  setAside: Joi.array()
    .max(2000)
    .items(
      Joi.object({
        ruleId: id,
        stepId: id,
        other: orNull(Joi.string()),
        note: Joi.string().trim().min(1).max(4000).required(),
      }),
    )
    .default([]),
  orderSchools: Joi.object(
    Object.fromEntries(
      schoolTopics.map((t) => [t, Joi.string().valid(...orderSchools[t].map(([name]) => name))]),
    ),
  ).default({}),
  orderWishes: Joi.array()
    .items(
      Joi.object({
        before: id,
        after: id,
        override: orNull(Joi.string()),
        note: text,
        minutes: Joi.number().min(0).optional(),
      }),
    )
    .required(),
  createdAt: moment,
  changedAt: moment,
});
