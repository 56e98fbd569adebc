import type { Paint, Recipe } from "#core/paint/paint";
import type { PrintRecipe } from "#core/print/printRecipe";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { Coupon } from "#core/scene/coupon";
import type { OwnFeature } from "#core/scene/ledger";
import type { LogEntry } from "#core/scene/logEntry";
import type { Look } from "#core/scene/look";
import { type Rooms, usualRooms } from "#core/scene/rooms";
import type { WeekHours } from "#core/steps/hours";
import type { StockItem } from "#core/stores/draw";

/** What all scenes share. */
export type Workshop = {
  readonly printers: readonly Printer[];
  readonly materials: readonly PrintMaterial[];
  readonly paints: readonly Paint[];
  readonly recipes: readonly Recipe[];
  readonly stock: readonly StockItem[];
  readonly log: readonly LogEntry[];
  /** What was seen of layers, oldest first. */
  readonly looks: readonly Look[];
  readonly hours: WeekHours;
  readonly unattended: boolean;
  readonly currency: string;
  /** Things of known size that the builder added to the usual ones. */
  readonly features: readonly OwnFeature[];
  readonly printRecipes: readonly PrintRecipe[];
  readonly coupons: readonly Coupon[];
  readonly rooms: Rooms;
};

/** A workshop with nothing in it. */
export const emptyWorkshop: Workshop = {
  printers: [],
  materials: [],
  paints: [],
  recipes: [],
  stock: [],
  log: [],
  looks: [],
  hours: [[], [], [], [], [], [], []],
  unattended: true,
  currency: "EUR",
  features: [],
  printRecipes: [],
  coupons: [],
  rooms: usualRooms,
};
