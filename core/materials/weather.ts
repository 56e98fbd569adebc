import type { Figure } from "#core/figure";
import { between } from "#core/figure";

/** The builder's own times for a product at 20 C and 50 %, minutes, in place of the usual ones. */
export type OwnTimes = {
  readonly recoatMinutes: number;
  readonly handleMinutes: number;
  readonly cureMinutes: number;
};

/**
 * Air where the work dries: degrees C, and relative humidity as a share; and products that dry otherwise than
 * usual.
 */
export type Weather = {
  readonly temperatureC: number;
  readonly humidity: number;
  readonly times?: Readonly<Partial<Record<string, OwnTimes>>>;
};
/** What all times are told for. */
export const usualWeather: Weather = { temperatureC: 20, humidity: 0.5 };

/** Products that feel the weather alike. */
export type WeatherClass =
  | "water"
  | "lacquer"
  | "enamel or oil"
  | "cyanoacrylate"
  | "epoxy"
  | "polyurethane"
  | "light-cured"
  | "plaster"
  | "cement"
  | "none";

/**
 * How a class feels it. `perTenDegrees`: times longer for every 10 C below 20. `humid`: times longer at a
 * humidity.
 * Outside its limits it fails whatever the time. Common practice.
 */
type Feel = {
  readonly perTenDegrees: number;
  readonly humid: (share: number) => number;
  readonly leastC: number;
  readonly mostC: number;
  readonly mostHumidity: number;
  readonly outside: string;
};

const ANY = 1000;
const drying = (share: number) => Math.min(4, 0.5 / Math.max(1e-3, 1 - share));
const same = () => 1;
const feels: Record<WeatherClass, Feel> = {
  water: {
    perTenDegrees: 1.5,
    humid: drying,
    leastC: 10,
    mostC: ANY,
    mostHumidity: 0.85,
    outside: "no film forms in the cold, and it hardly dries in damp air",
  },
  lacquer: {
    perTenDegrees: 1.4,
    humid: same,
    leastC: 10,
    mostC: 30,
    mostHumidity: 0.7,
    outside: "damp air whitens it, cold makes it spit",
  },
  "enamel or oil": {
    perTenDegrees: 2,
    humid: (share) => 1 + 0.3 * Math.max(0, Math.min(1, (share - 0.5) / 0.4)),
    leastC: -ANY,
    mostC: ANY,
    mostHumidity: 1,
    outside: "",
  },
  cyanoacrylate: {
    perTenDegrees: 1.3,
    humid: (share) => (share < 0.3 ? 2 : 1),
    leastC: 5,
    mostC: ANY,
    mostHumidity: 0.85,
    outside: "it blooms white in damp air",
  },
  epoxy: {
    perTenDegrees: 2,
    humid: same,
    leastC: 15,
    mostC: ANY,
    mostHumidity: 0.7,
    outside: "it stays soft in the cold and blooms in damp air",
  },
  polyurethane: {
    perTenDegrees: 1.5,
    humid: same,
    leastC: 10,
    mostC: ANY,
    mostHumidity: 0.6,
    outside: "it foams with damp",
  },
  "light-cured": {
    perTenDegrees: 1,
    humid: same,
    leastC: 5,
    mostC: ANY,
    mostHumidity: 1,
    outside: "it is too thick in the cold to run level",
  },
  plaster: {
    perTenDegrees: 1.5,
    humid: drying,
    leastC: 5,
    mostC: ANY,
    mostHumidity: 1,
    outside: "frost breaks it before it is dry",
  },
  cement: {
    perTenDegrees: 2,
    humid: same,
    leastC: 5,
    mostC: ANY,
    mostHumidity: 1,
    outside: "frost breaks it before it has set",
  },
  none: { perTenDegrees: 1, humid: same, leastC: -ANY, mostC: ANY, mostHumidity: 1, outside: "" },
};

/** Half of it either way: rooms, films and makers differ (common practice). */
const SPREAD = 0.5;

/** How much longer things of a class take in a weather than at 20 C and 50 %. */
export function weatherFactor(of: WeatherClass, { temperatureC, humidity }: Weather): Figure {
  const feel = feels[of];
  const t = feel.perTenDegrees ** ((20 - temperatureC) / 10);
  const h = feel.humid(Math.max(0, Math.min(1, humidity)));
  const factor = t * h;
  const off = Math.abs(factor - 1) * SPREAD;
  return between(factor - off, factor, factor + off, "x", "practice", [
    {
      text: `${temperatureC} C: ${feel.perTenDegrees} times for every 10 C below 20`,
      value: `x ${t.toFixed(2)}`,
      basis: "practice",
    },
    { text: `${Math.round(100 * humidity)} % humidity`, value: `x ${h.toFixed(2)}`, basis: "practice" },
  ]);
}

/** Why a class cannot be used in a weather, in words; null where it can. */
export function weatherBar(of: WeatherClass, { temperatureC, humidity }: Weather): string | null {
  const { leastC, mostC, mostHumidity, outside } = feels[of];
  if (temperatureC < leastC) return `${temperatureC} C is under its ${leastC} C: ${outside}`;
  if (temperatureC > mostC) return `${temperatureC} C is over its ${mostC} C: it dries before it lands`;
  if (humidity > mostHumidity + 1e-9)
    return `${Math.round(100 * humidity)} % is over its ${Math.round(100 * mostHumidity)} % humidity: ${outside}`;
  return null;
}
