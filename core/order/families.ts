import { usualWeather, type Weather, type WeatherClass, weatherFactor } from "#core/order/weather";

/** Chemistry that decides what may lie over what. */
export type Chemistry =
  "water" | "lacquer" | "enamel or oil" | "powder" | "resin" | "glue" | "mineral" | "none";

/** What is eaten, crazed or cracked by some products, where it lies bare. */
export type Delicate =
  "polystyrene foam" | "styrene sheet" | "clear acrylic sheet" | "thin plastic" | "rubber";

/**
 * A class of products that behave alike. Times in minutes at 20 C and 50 % humidity, each editable per
 * product:
 * until the next coat, until it may be handled, until it is cured through. Common practice.
 */
export type ProductFamily = {
  readonly name: string;
  readonly chemistry: Chemistry;
  readonly weather: WeatherClass;
  readonly thinner: string;
  readonly recoatMinutes: number;
  readonly handleMinutes: number;
  readonly cureMinutes: number;
  /** A next coat goes on before the first, or after the second; between them it wrinkles or does not bond. */
  readonly closed?: { readonly fromMinutes: number; readonly untilMinutes: number };
  readonly sprayed: boolean;
  /** Thickness of one dry coat, mm; of a ground as it usually lies. */
  readonly filmMm: number;
  /** What it has to lie on; empty when it takes anything that is clean and dry. */
  readonly needs: string;
  /** How it dries; null where it leaves the face as it was or is no film. */
  readonly leaves: "matte" | "satin" | "gloss" | null;
  readonly attacks: readonly Delicate[];
  /** A coat from a spray of this family whitens when alcohol touches it. */
  readonly frostsUnderAlcohol?: true;
  /** While it is this old it can be drawn back off, from tacky to set: minutes after it was laid. */
  readonly workable?: { readonly fromMinutes: number; readonly untilMinutes: number };
  /** Its pigment is too coarse for an airbrush. */
  readonly coarse?: true;
  /** It can be opened again with its thinner. */
  readonly reopens?: true;
  readonly note: string;
};

const H = 60;
const D = 24 * 60;
const weatherOf: Record<Chemistry, WeatherClass> = {
  water: "water",
  lacquer: "lacquer",
  "enamel or oil": "enamel or oil",
  powder: "none",
  resin: "light-cured",
  glue: "epoxy",
  mineral: "plaster",
  none: "none",
};
/** Dry films by chemistry, where a family does not say otherwise, mm. */
const usualFilm: Record<Chemistry, number> = {
  water: 0.017,
  lacquer: 0.015,
  "enamel or oil": 0.02,
  powder: 0.01,
  resin: 0.1,
  glue: 0.1,
  mineral: 5,
  none: 0,
};
const family = (
  name: string,
  chemistry: Chemistry,
  thinner: string,
  recoat: number,
  handle: number,
  cure: number,
  note: string,
  extra: Partial<ProductFamily> = {},
): ProductFamily => ({
  name,
  chemistry,
  weather: weatherOf[chemistry],
  thinner,
  recoatMinutes: recoat,
  handleMinutes: handle,
  cureMinutes: cure,
  sprayed: false,
  attacks: [],
  filmMm: usualFilm[chemistry],
  needs: "",
  leaves: null,
  note,
  ...extra,
});
const solvents: readonly Delicate[] = ["polystyrene foam", "styrene sheet", "clear acrylic sheet", "rubber"];
/** Solvent sprays of unknown chemistry: within the hour, or not for two days. */
const can = { sprayed: true, attacks: solvents, closed: { fromMinutes: H, untilMinutes: 2 * D } } as const;
const opens = { reopens: true, attacks: ["thin plastic"] } as const;

export const families: readonly ProductFamily[] = [
  family("water acrylic, brushed", "water", "water", 20, H, D, "cannot be reworked when dry", {
    needs: "primer",
    leaves: "matte",
  }),
  family("water acrylic, airbrushed", "water", "its thinner", 10, 30, D, "thin coats", {
    sprayed: true,
    filmMm: 0.008,
    needs: "primer",
    leaves: "matte",
  }),
  family("acrylic ink", "water", "water", 15, H, D, "strong and thin", {
    filmMm: 0.006,
    needs: "primer",
    leaves: "satin",
  }),
  family(
    "one-coat translucent acrylic",
    "water",
    "its medium",
    30,
    2 * H,
    D,
    "stains recesses; over a light, even, matte base only",
    { filmMm: 0.01, needs: "a light, even, matte base", leaves: "matte" },
  ),
  family(
    "acrylic wash",
    "water",
    "water",
    30,
    2 * H,
    D,
    "dries glossy in pools when home-made: matte coat after",
    { filmMm: 0.004, needs: "a satin face to flow, a matte one to stain", leaves: "matte" },
  ),
  family(
    "heavy house or craft acrylic",
    "water",
    "water",
    H,
    2 * H,
    2 * D,
    "thick film hides steps; too coarse for an airbrush",
    { coarse: true, filmMm: 0.06, leaves: "matte" },
  ),
  family("spray primer, solvent", "lacquer", "none", 15, 2 * H, D, "attacks bare foam", {
    ...can,
    leaves: "matte",
  }),
  family(
    "filler primer, solvent",
    "lacquer",
    "lacquer thinner",
    15,
    2 * H,
    D,
    "made to be sanded; attacks bare foam",
    { ...can, filmMm: 0.03, leaves: "matte" },
  ),
  family(
    "brush-on primer, water",
    "water",
    "water",
    45,
    2 * H,
    D,
    "the choice where there is no ventilation",
    { leaves: "matte" },
  ),
  family("lacquer", "lacquer", "lacquer thinner", 10, H, 12 * H, "lifts enamel and oil below it", {
    sprayed: true,
    needs: "primer, or lacquer",
    leaves: "gloss",
    attacks: solvents,
  }),
  family("surfacer, brushed", "lacquer", "lacquer thinner", 30, 2 * H, D, "fills fine scratches", {
    attacks: solvents,
  }),
  family(
    "enamel film",
    "enamel or oil",
    "white spirit",
    8 * H,
    12 * H,
    4 * D,
    "can be reopened with thinner",
    { ...opens, needs: "primer or a cured film", leaves: "gloss" },
  ),
  family("enamel wash", "enamel or oil", "white spirit", 4 * H, 8 * H, D, "reopens with thinner", {
    ...opens,
    workable: { fromMinutes: 15, untilMinutes: 2 * H },
    filmMm: 0.004,
    needs: "a sealed face: gloss to flow, matte to stain",
    leaves: "matte",
  }),
  family(
    "oil film",
    "enamel or oil",
    "white spirit",
    D,
    3 * D,
    14 * D,
    "as enamel, slower; never under lacquer",
    { ...opens, needs: "primer or a cured film", leaves: "satin" },
  ),
  family(
    "oil wash",
    "enamel or oil",
    "white spirit",
    D,
    2 * D,
    4 * D,
    "slower than enamel; never under lacquer",
    {
      ...opens,
      workable: { fromMinutes: 30, untilMinutes: 12 * H },
      filmMm: 0.004,
      needs: "a sealed face",
      leaves: "satin",
    },
  ),
  family("weathering pencil", "powder", "water", 5, 10, H, "needs matte tooth", {
    filmMm: 0.003,
    needs: "a matte face",
  }),
  family("pigment powder", "powder", "none", 10, 10, 10, "comes off on fingers; sealing darkens it", {
    needs: "a matte face",
    leaves: "matte",
  }),
  family(
    "matte varnish, solvent spray",
    "lacquer",
    "none",
    20,
    H,
    D,
    "frosts white under alcohol; splutters when near empty or cold",
    { ...can, frostsUnderAlcohol: true, leaves: "matte" },
  ),
  family("gloss or clear coat, solvent spray", "lacquer", "none", 20, H, D, "protects between stages", {
    ...can,
    leaves: "gloss",
  }),
  family("varnish, water", "water", "water", 30, 2 * H, D, "slower and safer indoors", { leaves: "satin" }),
  family("cyanoacrylate", "glue", "none", 2, 5, D, "brittle; fogs clear parts; eats foam", {
    weather: "cyanoacrylate",
    attacks: ["polystyrene foam"],
  }),
  family("epoxy, five-minute", "glue", "none", 5, 30, D, "fills a gap"),
  family(
    "PVA, wood glue",
    "glue",
    "water",
    30,
    2 * H,
    D,
    "heavy or late joints stay weak until a day has passed",
    { weather: "water" },
  ),
  family("foam-safe contact glue", "glue", "none", 1, 30, 12 * H, "some give", { weather: "none" }),
  family("hot glue", "glue", "none", 1, 2, 5, "softens thin plastic; slips when warm again", {
    weather: "none",
    attacks: ["polystyrene foam", "thin plastic"],
  }),
  family(
    "UV resin, clear or printing resin",
    "resin",
    "alcohol to clean",
    1,
    1,
    5,
    "cures in daylight on the brush",
  ),
  family("UV resin and talc", "resin", "alcohol to clean", 1, 1, 5, "for gaps that thin resin runs out of"),
  family("filler putty, solvent", "lacquer", "lacquer thinner", 2 * H, 6 * H, D, "shrinks: thin layers", {
    filmMm: 0.3,
    needs: "bare or primed, roughened",
    attacks: solvents,
  }),
  family(
    "epoxy putty",
    "glue",
    "water to smooth",
    3 * H,
    3 * H,
    D,
    "feather the edge where it cannot be sanded",
  ),
  family("modelling or texture paste", "water", "water", 2 * H, 4 * H, D, "textures and hides", {
    filmMm: 1,
    leaves: "matte",
  }),
  family(
    "PVA + water over loose ground",
    "water",
    "alcohol and water first",
    12 * H,
    D,
    2 * D,
    "dry through before sealing",
    { filmMm: 1 },
  ),
  family("gypsum plaster ground", "mineral", "water", 40, 12 * H, 2 * D, "heats as it sets"),
  family("cement grout ground", "mineral", "water", 6 * H, D, 7 * D, "heavy, alkaline; needs no glue", {
    weather: "cement",
  }),
  family("water-clear casting resin", "resin", "none", 12 * H, D, 3 * D, "by pours, depth limit per pour", {
    filmMm: 4,
    needs: "sealed twice, level, inside a dam",
    leaves: "gloss",
    weather: "epoxy",
    attacks: ["polystyrene foam"],
    closed: { fromMinutes: 12 * H, untilMinutes: 3 * D },
  }),
];

const byName = new Map(families.map((f) => [f.name, f]));

/** Slow to dry, strong, and attacking everything: what a product is taken for while nobody knows. */
const unknown = (name: string): ProductFamily =>
  family(
    name,
    "lacquer",
    "unknown",
    D,
    2 * D,
    7 * D,
    "an unknown product: taken for the slowest and the strongest there is",
    { sprayed: true, attacks: [...solvents, "thin plastic"], frostsUnderAlcohol: true },
  );

/** A product family, for a weather if one is told; a name that is in no table is taken with caution. */
export function familyOf(name: string, weather: Weather = usualWeather): ProductFamily {
  const usual = byName.get(name) ?? unknown(name);
  if (weather === usualWeather) return usual;
  const own = weather.times?.[name];
  const found = own ? { ...usual, ...own } : usual;
  const times = weatherFactor(found.weather, weather).value;
  const longer = (minutes: number) => Math.round(minutes * times * 10) / 10;
  return {
    ...found,
    recoatMinutes: longer(found.recoatMinutes),
    handleMinutes: longer(found.handleMinutes),
    cureMinutes: longer(found.cureMinutes),
  };
}
