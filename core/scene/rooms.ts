import type { ProductId } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import { type OwnTimes, usualWeather, type Weather } from "#core/materials/weather";

/** The rooms in which the work is done. Noise in dB at a metre; quiet hours in minutes after midnight. */
export type Rooms = {
  readonly ventilation: "none" | "window" | "extraction";
  readonly dustExtraction: boolean;
  readonly outdoors: boolean;
  /** Free bench, m2; whether anything may get dusty, and whether there is water. What is not told is there. */
  readonly benchM2?: number | null;
  readonly hasMessyPlace?: boolean;
  readonly hasWater?: boolean;
  /** Tools that not every bench has and this one has not. What is not told is there. */
  readonly missingTools?: readonly ToolId[];
  readonly resinAllowed: boolean;
  readonly quiet: { readonly from: number; readonly to: number; readonly mostDb: number } | null;
  /** Most minutes a week over resin, solvent and spray; null without a limit. */
  readonly exposureMinutesAWeek: number | null;
  /** Longest filament plate, minutes: what one failure may cost. */
  readonly longestPlateMinutes: number;
  readonly hourWorthMinor: number;
  readonly powerMinorPerKwh: number;
  /**
   * Air where things dry, as it usually is, and on days for which something else was told: each `2026-03-14`.
   */
  readonly weather: Weather;
  /** Pieces that can lie and dry at once; null when there is always room. */
  readonly shelfPieces: number | null;
  readonly days: readonly (Weather & { readonly day: string })[];
  /** Times of products that the builder found otherwise, by product. */
  readonly productTimes: Readonly<Partial<Record<ProductId, OwnTimes>>>;
  /** Evenings that are lost: days on which nobody is at the bench. */
  readonly away: readonly string[];
};

/** Tools that are asked for, since not every bench has them. */
export const askedTools = [
  "airbrush",
  "curing lamp",
  "small torch",
  "soldering iron",
  "hot wire",
  "grass applicator",
] as const satisfies readonly ToolId[];

export const usualRooms: Rooms = {
  ventilation: "window",
  dustExtraction: false,
  outdoors: false,
  resinAllowed: true,
  quiet: null,
  exposureMinutesAWeek: null,
  longestPlateMinutes: 20 * 60,
  hourWorthMinor: 1200,
  powerMinorPerKwh: 30,
  weather: usualWeather,
  shelfPieces: null,
  days: [],
  productTimes: {},
  away: [],
};

/** The air at the bench with the builder's own times for products. */
export const airOf = ({ weather, productTimes }: Rooms): Weather =>
  Object.keys(productTimes).length > 0 ? { ...weather, times: productTimes } : weather;
