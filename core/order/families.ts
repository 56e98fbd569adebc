import { usualWeather, type Weather, type WeatherClass, weatherFactor } from "#core/order/weather";

/** Chemistry that decides what may lie over what. */
export type Chemistry = "water" | "lacquer" | "enamel or oil" | "powder" | "resin" | "glue" | "mineral" | "none";

/** What is eaten, crazed or cracked by some products, where it lies bare. */
export type Delicate = "polystyrene foam" | "styrene sheet" | "clear acrylic sheet" | "thin plastic" | "rubber";

/**
 * A class of products that behave alike. Times in minutes at 20 C and 50 % humidity, each editable per product:
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
  readonly attacks: readonly Delicate[];
  /** A coat from a spray of this family whitens when alcohol touches it. */
  readonly frostsUnderAlcohol?: true;
  /** It can be opened again with its thinner. */
  readonly reopens?: true;
  readonly note: string;
};

const H = 60, D = 24 * 60;
const weatherOf: Record<Chemistry, WeatherClass> = { water: "water", lacquer: "lacquer", "enamel or oil": "enamel or oil", powder: "none", resin: "light-cured", glue: "epoxy", mineral: "plaster", none: "none" };
const family = (name: string, chemistry: Chemistry, thinner: string, recoat: number, handle: number, cure: number, note: string, extra: Partial<ProductFamily> = {}): ProductFamily => ({
  name, chemistry, weather: weatherOf[chemistry], thinner, recoatMinutes: recoat, handleMinutes: handle, cureMinutes: cure, sprayed: false, attacks: [], note, ...extra,
});
const solvents: readonly Delicate[] = ["polystyrene foam", "styrene sheet", "clear acrylic sheet", "rubber"];
/** Solvent sprays of unknown chemistry: within the hour, or not for two days. */
const can = { sprayed: true, attacks: solvents, closed: { fromMinutes: H, untilMinutes: 2 * D } } as const;
const opens = { reopens: true, attacks: ["thin plastic"] } as const;

export const families: readonly ProductFamily[] = [
  family("water acrylic, brushed", "water", "water", 20, H, D, "cannot be reworked when dry"),
  family("water acrylic, airbrushed", "water", "its thinner", 10, 30, D, "thin coats", { sprayed: true }),
  family("acrylic ink", "water", "water", 15, H, D, "strong and thin"),
  family("one-coat translucent acrylic", "water", "its medium", 30, 2 * H, D, "stains recesses; over a light, even, matte base only"),
  family("acrylic wash", "water", "water", 30, 2 * H, D, "dries glossy in pools when home-made: matte coat after"),
  family("heavy house or craft acrylic", "water", "water", H, 2 * H, 2 * D, "thick film hides steps; too coarse for an airbrush"),
  family("spray primer, solvent", "lacquer", "none", 15, 2 * H, D, "attacks bare foam", can),
  family("filler primer, solvent", "lacquer", "lacquer thinner", 15, 2 * H, D, "made to be sanded; attacks bare foam", can),
  family("brush-on primer, water", "water", "water", 45, 2 * H, D, "the choice where there is no ventilation"),
  family("lacquer", "lacquer", "lacquer thinner", 10, H, 12 * H, "lifts enamel and oil below it", { sprayed: true, attacks: solvents }),
  family("surfacer, brushed", "lacquer", "lacquer thinner", 30, 2 * H, D, "fills fine scratches", { attacks: solvents }),
  family("enamel film", "enamel or oil", "white spirit", 8 * H, 12 * H, 4 * D, "can be reopened with thinner", opens),
  family("enamel wash", "enamel or oil", "white spirit", 4 * H, 8 * H, D, "reopens with thinner", opens),
  family("oil film", "enamel or oil", "white spirit", D, 3 * D, 14 * D, "as enamel, slower; never under lacquer", opens),
  family("oil wash", "enamel or oil", "white spirit", D, 2 * D, 4 * D, "slower than enamel; never under lacquer", opens),
  family("weathering pencil", "powder", "water", 5, 10, H, "needs matte tooth"),
  family("pigment powder", "powder", "none", 10, 10, 10, "comes off on fingers; sealing darkens it"),
  family("matte varnish, solvent spray", "lacquer", "none", 20, H, D, "frosts white under alcohol; splutters when near empty or cold", { ...can, frostsUnderAlcohol: true }),
  family("gloss or clear coat, solvent spray", "lacquer", "none", 20, H, D, "protects between stages", can),
  family("varnish, water", "water", "water", 30, 2 * H, D, "slower and safer indoors"),
  family("cyanoacrylate", "glue", "none", 2, 5, D, "brittle; fogs clear parts; eats foam", { weather: "cyanoacrylate", attacks: ["polystyrene foam"] }),
  family("epoxy, five-minute", "glue", "none", 5, 30, D, "fills a gap"),
  family("PVA, wood glue", "glue", "water", 30, 2 * H, D, "heavy or late joints stay weak until a day has passed", { weather: "water" }),
  family("foam-safe contact glue", "glue", "none", 1, 30, 12 * H, "some give", { weather: "none" }),
  family("hot glue", "glue", "none", 1, 2, 5, "softens thin plastic; slips when warm again", { weather: "none", attacks: ["polystyrene foam", "thin plastic"] }),
  family("UV resin, clear or printing resin", "resin", "alcohol to clean", 1, 1, 5, "cures in daylight on the brush"),
  family("UV resin and talc", "resin", "alcohol to clean", 1, 1, 5, "for gaps that thin resin runs out of"),
  family("filler putty, solvent", "lacquer", "lacquer thinner", 2 * H, 6 * H, D, "shrinks: thin layers", { attacks: solvents }),
  family("epoxy putty", "glue", "water to smooth", 3 * H, 3 * H, D, "feather the edge where it cannot be sanded"),
  family("modelling or texture paste", "water", "water", 2 * H, 4 * H, D, "textures and hides"),
  family("PVA + water over loose ground", "water", "alcohol and water first", 12 * H, D, 2 * D, "dry through before sealing"),
  family("gypsum plaster ground", "mineral", "water", 40, 12 * H, 2 * D, "heats as it sets"),
  family("cement grout ground", "mineral", "water", 6 * H, D, 7 * D, "heavy, alkaline; needs no glue", { weather: "cement" }),
  family("water-clear casting resin", "resin", "none", 12 * H, D, 3 * D, "by pours, depth limit per pour", { weather: "epoxy", attacks: ["polystyrene foam"], closed: { fromMinutes: 12 * H, untilMinutes: 3 * D } }),
];

const byName = new Map(families.map((f) => [f.name, f]));

/** Slow to dry, strong, and attacking everything: what a product is taken for while nobody knows. */
const unknown = (name: string): ProductFamily => family(name, "lacquer", "unknown", D, 2 * D, 7 * D, "an unknown product: taken for the slowest and the strongest there is", { sprayed: true, attacks: [...solvents, "thin plastic"], frostsUnderAlcohol: true });

/** A product family, for a weather if one is told; a name that is in no table is taken with caution. */
export function familyOf(name: string, weather: Weather = usualWeather): ProductFamily {
  const found = byName.get(name) ?? unknown(name);
  if (weather === usualWeather) return found;
  const times = weatherFactor(found.weather, weather).value, longer = (minutes: number) => Math.round(minutes * times * 10) / 10;
  return { ...found, recoatMinutes: longer(found.recoatMinutes), handleMinutes: longer(found.handleMinutes), cureMinutes: longer(found.cureMinutes) };
}
