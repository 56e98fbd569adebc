import type { Agent } from "#core/materials/agent";
import type { Hazard } from "#core/materials/hazard";
import type { MaterialKind } from "#core/materials/materialKind";
import type { ProductId } from "#core/materials/products";

/** What a part has to bear or show, in the words in which builders ask. */
export const uses = ["handled", "thin", "lit", "bulk", "plain"] as const;
export type Use = (typeof uses)[number];

/**
 * What harms a material, in words. `agent`: what of a product does it, null where no product does. `attacks`:
 * it is ruined or marked where it lies bare; else it only minds until it is sealed.
 */
export type Harm = { readonly agent: Agent | null; readonly attacks: boolean; readonly how: string };

/**
 * What a print in it is like. `toughness`, `stiffness`: 1 least to 5 most. `shiny`: bare faces shine, so that
 * dark raw plastic is no undercoat. `allowableMPa`: what a loaded pin or span may press or bend it by, with room
 * to spare.
 */
export type PrintTraits = {
  readonly process: "filament" | "resin";
  readonly toughness: number;
  readonly stiffness: number;
  readonly clear: boolean;
  readonly shiny: boolean;
  readonly washedWith: string;
  /** What its fresh prints are washed in, for the plan; null where nothing is washed off. */
  readonly bath: "alcohol" | "water" | null;
  readonly goodFor: readonly Use[];
  readonly allowableMPa: number;
  readonly dryHours: number;
  /** Walls of it bear a quick flame. */
  readonly flame: boolean;
};

/** Something that things are made of. Common practice, but for what names its source. */
export type Material = {
  readonly id: string;
  readonly name: string;
  readonly kind: MaterialKind;
  /** What people write for it, in small letters; the longest that fits counts. */
  readonly alsoCalled: readonly string[];
  /** Bulk density, g/cm3; null where nobody weighs it. */
  readonly gPerCm3: { readonly low: number; readonly usual: number; readonly high: number } | null;
  /** Stiffness in MPa, and how much a sag grows with the years. */
  readonly bends: { readonly mpa: number; readonly creep: number } | null;
  /** The heat at which it begins to give, C. */
  readonly softensC: number | null;
  /** No warmer than this while it is thin, C; null where it is not told. */
  readonly bearsC: number | null;
  readonly primer: string;
  readonly harmedBy: readonly Harm[];
  /** What hurts whoever cuts or sands it, and whoever prints it. */
  readonly whenCut: readonly Hazard[];
  readonly whenPrinted: readonly Hazard[];
  /** What hurts whoever only handles it. */
  readonly whenHandled: readonly Hazard[];
  /** Nothing sticks to it. */
  readonly glueless?: true;
  /** It bends in the hand: no brittle coat holds. */
  readonly flexible?: true;
  /** It cups or swells where it is wet on one side. */
  readonly cups?: true;
  /** It rusts under water products. */
  readonly rusts?: true;
  readonly print?: PrintTraits;
  /** As ground it is laid wet and dries as this product. */
  readonly laidAs?: ProductId;
  readonly note: string;
};
