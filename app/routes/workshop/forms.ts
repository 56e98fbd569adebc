import type Joi from "joi";
import type { FormShape } from "#app/readForm";
import { fieldWords, recipeFields } from "#core/print/printRecipe";
import { fieldGroups } from "./printerFields";

/** Hours that a film may take to any of its times: ninety days. */
const LONGEST_HOURS = 2160;

/** A roll or bottle: what is empty is as is usual for its plastic, and not priced. */
export const materialForm: FormShape<{ density: number | null; price: number }> = (joi) => ({
  density: joi.number().greater(0).max(25).allow(null).default(null).label("The density"),
  price: joi.number().min(0).max(1e6).default(0).label("The price"),
});

/** What a recipe sets otherwise than its machine usually has it; what is empty stays as usual. */
export const recipeForm =
  (process: "filament" | "resin"): FormShape<Record<string, number | undefined>> =>
  (joi) =>
    Object.fromEntries([
      ...recipeFields[process].map((key) => [
        key,
        joi
          .number()
          .min(0)
          .max(1e6)
          .label(fieldWords[key] ?? key),
      ]),
      ["nozzleC", joi.number().min(0).max(500).label("The nozzle's heat")],
      ["bedC", joi.number().min(0).max(200).label("The bed's heat")],
    ]);

/** Bed and numbers of a machine. A field left empty is not a zero: it is asked for. */
export const printerForm =
  (process: "filament" | "resin"): FormShape<Record<string, number>> =>
  (joi) =>
    Object.fromEntries([
      ...["bedX", "bedY", "bedZ"].map((key) => [
        key,
        joi
          .number()
          .greater(0)
          .max(5000)
          .required()
          .label(`The bed's ${bedWords[key as keyof typeof bedWords]}`),
      ]),
      ["marginMm", joi.number().min(0).max(500).required().label("The margin")],
      ...fieldGroups[process]
        .flatMap((g) => g.fields)
        .map(([key, words]) => [key, joi.number().min(0).max(1e7).required().label(words)]),
    ]);

const bedWords = { bedX: "width", bedY: "depth", bedZ: "height" } as const;

/** Hours from a coat to the next, to being handled, to being cured. */
export const timesForm: FormShape<{ recoat: number; handle: number; cure: number }> = (joi) => {
  const hours = joi.number().min(0).max(LONGEST_HOURS).required();
  return {
    recoat: hours.label("Hours to the next coat"),
    handle: hours.label("Hours until it is handled"),
    cure: hours.label("Hours until it is cured"),
  };
};

/** What a pot says in numbers: ml in it and when full, per cent of solids, what it cost. */
export const potForm: FormShape<{
  millilitres: number;
  sizeMl: number | null;
  solids: number | null;
  price: number | null;
}> = (joi) => ({
  millilitres: joi.number().min(0).max(100_000).default(0).label("What is in it"),
  sizeMl: joi.number().greater(0).max(100_000).allow(null).default(null).label("What a full pot holds"),
  solids: joi.number().greater(0).max(100).allow(null).default(null).label("Solids, %"),
  price: joi.number().min(0).max(1e7).allow(null).default(null).label("What a full pot costs"),
});

/** The width of the socket that fitted, mm: the strip's own, so that a choice is all that is typed. */
export const trialForm: FormShape<{ chosen: number }> = (joi) => ({
  chosen: joi.number().min(-5).max(5).required().label("The socket that fitted"),
});

type RoomNumbers = {
  bench: number | null;
  mostDb: number;
  exposure: number | null;
  longestHours: number;
  hourWorth: number;
  power: number;
  temperature: number;
  humidity: number;
  shelf: number | null;
  dayTemperature: number | undefined;
  dayHumidity: number | undefined;
};

/** Air, noise, places, and what time and power are worth. */
export const roomsForm: FormShape<RoomNumbers> = (joi) => ({
  mostDb: joi.number().min(0).max(140).default(45).label("The noise"),
  exposure: joi.number().min(0).max(10_080).allow(null).default(null).label("Minutes a week"),
  longestHours: joi.number().greater(0).max(2000).required().label("The longest plate"),
  hourWorth: joi.number().min(0).max(1e6).default(0).label("What an hour is worth"),
  power: joi.number().min(0).max(1e6).default(0).label("The price of power"),
  temperature: degrees(joi).required().label("The usual temperature"),
  humidity: percent(joi).required().label("The usual humidity"),
  bench: joi.number().min(0).max(1000).allow(null).default(null).label("The free bench"),
  shelf: joi.number().integer().min(1).max(10_000).allow(null).default(null).label("Room on the shelf"),
  dayTemperature: degrees(joi).label("The temperature of that day"),
  dayHumidity: percent(joi).label("The humidity of that day"),
});

const degrees = (joi: typeof Joi) => joi.number().min(-30).max(60);
const percent = (joi: typeof Joi) => joi.number().min(0).max(100);
