import Joi from "joi";
import type { FilamentPrinter, Printer, ResinPrinter } from "#core/print/printer";
import { verdicts } from "#core/print/bedLevel";
import { id, moment, name, orNull, shapeOf, share, text } from "#data/shapes/common";

const bed = Joi.array().length(3).items(Joi.number().min(10).max(5000)).required();
const within = (min: number, max: number) => Joi.number().min(min).max(max);
/** What machines on a bench can be, with room to spare: outside it a figure was mistyped. Our choice. */
const machine = {
  id,
  name,
  bedMm: bed,
  marginMm: within(0, 2500).required(),
  watts: within(0, 20_000).required(),
  layerMm: within(0.001, 10).required(),
  plate: Joi.string().valid("flexible", "rigid").required(),
  noiseDb: within(0, 140).required(),
  priceMinor: within(0, 1e9).required(),
  lifeHours: Joi.number().greater(0).max(1e6).required(),
  setupMinutes: within(0, 600).required(),
  clearMinutes: within(0, 600).required(),
  level: Joi.array()
    .max(200)
    .items(
      Joi.object({
        at: moment,
        cardMm: within(0, 5).required(),
        readingsMm: Joi.array().min(4).max(5).items(within(0, 5)).required(),
      }),
    )
    .optional(),
  pieces: Joi.array()
    .max(200)
    .items(
      Joi.object({
        at: moment,
        materialId: orNull(Joi.string()),
        verdict: Joi.string()
          .valid(...verdicts)
          .required(),
        changed: text,
      }),
    )
    .optional(),
  openings: Joi.array()
    .max(200)
    .items(
      Joi.object({
        at: moment,
        materialId: orNull(Joi.string()),
        exposureSeconds: Joi.number().greater(0).max(600).required(),
        grooveMm: within(0, 20),
        slotMm: within(0, 20),
      }),
    ),
  shrink: Joi.array()
    .max(200)
    .items(
      Joi.object({
        at: moment,
        materialId: orNull(Joi.string()),
        drawnMm: Joi.array().length(3).items(within(0, 5000)).required(),
        measuredMm: Joi.array()
          .length(3)
          .items(Joi.array().max(100).items(Joi.number().greater(0).max(5000)))
          .required(),
      }),
    )
    .optional(),
};
const speed = within(0.01, 10_000).required();
const resinMachine = shapeOf<ResinPrinter>({
  ...machine,
  process: Joi.string().valid("resin").required(),
  pixelMm: within(0.001, 5).required(),
  exposureSeconds: within(0.01, 3600).required(),
  bottomLayers: within(0, 1000).required(),
  bottomExposureSeconds: within(0.01, 3600).required(),
  transitionLayers: within(0, 1000).required(),
  restSeconds: within(0, 3600).required(),
  liftMm: within(0.01, 500).required(),
  liftSpeed: speed,
  slowLiftMm: within(0, 1000).required(),
  slowLiftSpeed: Joi.number().greater(0).max(1000).required(),
  retractSpeed: speed,
  antiAliasing: Joi.boolean().required(),
});
const filamentMachine = shapeOf<FilamentPrinter>({
  ...machine,
  process: Joi.string().valid("filament").required(),
  nozzleMm: within(0.05, 20).required(),
  walls: Joi.number().integer().min(1).max(50).required(),
  topBottomMm: within(0.001, 100).required(),
  infillShare: share,
  wallSpeed: speed,
  infillSpeed: speed,
  travelSpeed: speed,
  firstLayerSpeed: speed,
  acceleration: within(1, 1e7).required(),
  cornerMm: Joi.number().greater(0).max(1).required(),
  flowLimit: within(0.01, 10_000).required(),
  minimumLayerSeconds: within(0, 3600).required(),
  warmUpMinutes: within(0, 1440).required(),
  retractSeconds: within(0, 10).required(),
  skirtLoops: Joi.number().integer().min(0).max(20).required(),
  brimMm: within(0, 50).required(),
  supportShare: within(0.01, 1).required(),
  longestBridgeMm: within(0, 500).required(),
});
const isResin = Joi.object({ process: Joi.valid("resin").required() }).unknown();
export const printer = Joi.alternatives<Printer>().conditional(isResin, {
  then: resinMachine,
  otherwise: filamentMachine,
});
