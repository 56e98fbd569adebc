import Joi from "joi";
import { materialIds } from "#core/materials/materials";
import { productIds } from "#core/materials/products";
import { toolIds } from "#core/materials/tools";
import { isIsoDate } from "#core/plan/calendarDay";
import { surfaceSchools } from "#core/surface/treatments";

/** An object with exactly the fields of T: a field left out or too many does not compile. */
export const shapeOf = <T>(keys: { readonly [K in keyof T]-?: Joi.Schema }): Joi.ObjectSchema<T> =>
  Joi.object(keys as Joi.PartialSchemaMap<T>) as Joi.ObjectSchema<T>;

export const id = Joi.string().min(1).max(200).required();
export const name = Joi.string()
  .trim()
  .min(1)
  .max(120)
  .required()
  .messages({ "string.empty": "needs a name" });
export const text = Joi.string().allow("").max(4000).required();
export const positive = Joi.number().greater(0).max(1e7).required();
export const atLeastZero = Joi.number().min(0).max(1e9).required();
export const share = Joi.number().min(0).max(1).required();
export const day = Joi.string()
  .required()
  .custom((value: string, helpers) => (isIsoDate(value) ? value : helpers.error("date.day")))
  .messages({ "date.day": "must be a date like 2026-03-14" });
const MOMENT = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d$/;
/** The builder's own day and clock: `2026-03-14T19:30`. */
export const moment = Joi.string()
  .required()
  .custom((value: string, helpers) =>
    isIsoDate(MOMENT.exec(value)?.[1] ?? "") ? value : helpers.error("date.moment"),
  )
  .messages({ "date.moment": "must be a moment like 2026-03-14T19:30" });
export const orNull = (schema: Joi.Schema) => schema.allow(null).required();
export const product = Joi.string()
  .valid(...productIds)
  .required();
export const tool = Joi.string().valid(...toolIds);
export const material = Joi.string().valid(...materialIds);
export const school = orNull(Joi.string().valid(...surfaceSchools));
export const lab = Joi.object({
  l: Joi.number().min(0).max(101).required(),
  a: Joi.number().min(-200).max(200).required(),
  b: Joi.number().min(-200).max(200).required(),
});

export const vector = Joi.array().length(3).items(Joi.number().required()).required();
export const numbers = Joi.object().pattern(Joi.string().max(60), Joi.number());
