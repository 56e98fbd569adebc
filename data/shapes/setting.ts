import Joi from "joi";
import { productIds } from "#core/materials/products";
import { usualWeather } from "#core/materials/weather";
import { askedTools, type Rooms } from "#core/scene/rooms";
import type { SettingRow } from "#data/rows";
import { atLeastZero, day, moment, orNull, shapeOf } from "#data/shapes/common";
import { minutes } from "#data/shapes/scene";

const air = {
  temperatureC: Joi.number().min(-30).max(50).required(),
  humidity: Joi.number().min(0).max(1).required(),
};
const windows = Joi.array().items(
  Joi.object({
    from: Joi.number().integer().min(0).max(1440).required(),
    to: Joi.number().integer().min(0).max(1440).required(),
  }),
);
export const setting = Joi.alternatives<SettingRow>().try(
  Joi.object({ id: Joi.valid("hours").required(), hours: Joi.array().length(7).items(windows).required() }),
  Joi.object({
    id: Joi.valid("habits").required(),
    unattended: Joi.boolean().required(),
    currency: Joi.string().length(3).required(),
    lengthSystem: Joi.valid("metric", "inch").required(),
    lengthFirst: Joi.valid("model", "real").required(),
  }),
  Joi.object({
    id: Joi.valid("rooms").required(),
    rooms: shapeOf<Rooms>({
      ventilation: Joi.string().valid("none", "window", "extraction").required(),
      dustExtraction: Joi.boolean().required(),
      outdoors: Joi.boolean().required(),
      benchM2: Joi.number().min(0).max(1000).allow(null).optional(),
      hasMessyPlace: Joi.boolean().optional(),
      hasWater: Joi.boolean().optional(),
      missingTools: Joi.array()
        .items(Joi.string().valid(...askedTools))
        .optional(),
      resinAllowed: Joi.boolean().required(),
      quiet: orNull(
        Joi.object({
          from: Joi.number().integer().min(0).max(1440).required(),
          to: Joi.number().integer().min(0).max(1440).required(),
          mostDb: Joi.number().min(0).max(140).required(),
        }),
      ),
      exposureMinutesAWeek: orNull(Joi.number().min(0).max(10_080)),
      longestPlateMinutes: Joi.number().min(10).max(100_000).required(),
      hourWorthMinor: atLeastZero,
      powerMinorPerKwh: atLeastZero,
      weather: Joi.object(air).default(usualWeather),
      shelfPieces: Joi.number().integer().min(1).max(10_000).allow(null).default(null),
      days: Joi.array()
        .max(400)
        .items(Joi.object({ ...air, day: day.required() }))
        .default([]),
      productTimes: Joi.object()
        .pattern(
          Joi.string().valid(...productIds),
          Joi.object({ recoatMinutes: minutes, handleMinutes: minutes, cureMinutes: minutes }),
        )
        .default({}),
      away: Joi.array().max(400).items(day.optional()).default([]),
    }).required(),
  }),
  Joi.object({ id: Joi.valid("started").required(), demoAt: moment }),
);
