import Joi from "joi";
import type { ZoneMap } from "#core/scene/zoneMap";
import type { ZoneDirection, ZoneLines, ZoneMeasure } from "#core/zones/zoneMeasure";
import { atLeastZero, id, orNull, shapeOf, vector } from "#data/shapes/common";

const anywhere = Joi.number().min(-1e7).max(1e7).required();
const zoneNumber = Joi.number().integer().min(0).max(255).required();
const within = Joi.object({ at: vector, radius: Joi.number().greater(0).max(1e7).required() }).optional();
const plane = Joi.object({ normal: vector, offset: anywhere, within });
const direction = shapeOf<ZoneDirection>({
  normal: vector,
  area: atLeastZero,
  patchArea: atLeastZero,
  reach: anywhere,
  outmost: atLeastZero,
});
const counted = Joi.number().integer().min(0).max(1e7).required();
const lines = shapeOf<ZoneLines>({ count: counted, length: atLeastZero });
const measure = shapeOf<ZoneMeasure>({
  number: zoneNumber,
  area: atLeastZero,
  places: counted,
  at: vector,
  low: anywhere,
  high: anywhere,
  directions: Joi.array().max(5000).items(direction).required(),
  borders: Joi.array()
    .max(256)
    .items(Joi.object({ beside: zoneNumber, length: atLeastZero }))
    .required(),
  cells: orNull(Joi.object({ count: counted, area: atLeastZero })),
  grooves: orNull(lines),
  ridges: orNull(lines),
  relief: orNull(Joi.object({ depth: atLeastZero, at: vector, sunken: Joi.boolean().required() })),
  narrowest: orNull(Joi.object({ width: atLeastZero, at: vector })),
  thinnest: Joi.object({ thickness: atLeastZero, at: vector }),
});

export const zoneMap = shapeOf<ZoneMap>({
  id,
  sceneId: id,
  meshId: id,
  cuts: Joi.array().max(400).items(plane).required(),
  faces: Joi.number().integer().min(1).max(2e7).required(),
  runs: Joi.string()
    .max(40_000_000)
    .pattern(/^[A-Za-z0-9+/]+={0,2}$/)
    .required(),
  measures: Joi.array().max(256).items(measure).required(),
  measureVersion: Joi.number().integer().min(1).max(1000).required(),
  stamp: id,
});
