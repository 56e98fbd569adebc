import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";
import { kindOf, type LayerKind } from "#core/paint/layerKinds";
import type { Load } from "#core/paint/load";
import type { PaintPlace, SprayFrom, WeatherMap } from "#core/paint/paintPlace";
import type { PanelGrid } from "#core/paint/panels";

/** What makes a layer more than colour: how it changes what is seen of what lies below it. */
export const finishEffects = ["smooth metal", "textured metal", "fine texture", "coarse texture"] as const;
export type FinishEffect = (typeof finishEffects)[number];

/** Which way the brush or the spray goes. */
export const strokes = ["along it", "across the last pass", "downward", "in circles", "from above"] as const;
export type Stroke = (typeof strokes)[number];

/** Colours that the copies of a part may take in one layer, and layers that a slip goes back (our choice). */
export const MOST_COLOURS = 6;
export const MOST_BACK = 3;

export const metals = ["chrome", "iron"] as const;

/** A mix or a pot. */
export type Colour = { readonly kind: "recipe" | "paint"; readonly id: string };

/** One layer of a scheme, from primer to seal, on a share of the part. */
export type SchemeLayer = {
  readonly id: string;
  readonly kind: LayerKind;
  readonly product: ProductId;
  /** The mix or the pot that it is laid with; null where that is not chosen yet or makes no odds. */
  readonly colour: Colour | null;
  readonly method: Method;
  readonly coats: number;
  /** Share of the painted surface it covers, 0 to 1. */
  readonly coverage: number;
  readonly sheen: "matte" | "satin" | "gloss";
  readonly effect?: FinishEffect;
  /** How full the brush is; absent where its method says enough. */
  readonly load?: Load;
  /** A brush of another width than its method takes. */
  readonly brush?: "wide" | "small";
  readonly stroke?: Stroke;
  /** Where on its zone it lies; its coverage is what was found of that on the mesh. */
  readonly place?: PaintPlace;
  /** Of runs on one copy: how many on each edge, null for one each 5 mm; how many in all, and the longest. */
  readonly runs?: { readonly perSlope: number | null; readonly count: number; readonly longestMm: number };
  /** Laid where weather or use would put it, on the share that is typed. */
  readonly weather?: WeatherMap;
  /** Of a sprayed layer: the one side that it comes from; its coverage is the share of a full coat that it leaves. */
  readonly from?: SprayFrom;
  /** Of a metal: bright chrome, or iron and steel. */
  readonly metal?: (typeof metals)[number];
  /** Free-hand work that must stay as it is. */
  readonly mustStay?: true;
  /** It may have to come off again; absent where it is as usual for its kind. */
  readonly takeBack?: boolean;
  /** A shade only in lines and round rivets. */
  readonly pinOnly?: true;
  /** A shade laid into the wet of the one before, on purpose. */
  readonly intoWet?: true;
  /** The most of its zone that it may cover, 0 to 1: stop and look at half of it. */
  readonly mostShare?: number;
  /** Tried on one field, and on the rest only when that is good. */
  readonly trialFirst?: true;
  /** Other colours beside its own: each copy of the part takes one of them all. */
  readonly among?: readonly Colour[];
  /** Laid on this share of the copies only, 0 to 1. */
  readonly onSome?: number;
  /** Panels of one copy, each in one of all these colours and no two neighbours alike. */
  readonly panels?: PanelGrid;
  /** What is drawn for the copies goes by it: another number, another draw. */
  readonly seed?: number;
  /** Where it slips, so many layers below it are laid again on that copy first. */
  readonly backTo?: number;
};

/** Whether it is laid so that it can be taken back: as it says, or as is usual for its kind. */
export const isTakenBack = ({ takeBack, kind }: Pick<SchemeLayer, "takeBack" | "kind">): boolean =>
  takeBack ?? kindOf(kind).takenBack === true;

/** The mix that a layer is laid with. */
export const recipeOf = ({ colour }: Pick<SchemeLayer, "colour">): string | null =>
  colour?.kind === "recipe" ? colour.id : null;

/** The pot that it is laid with, as it is. */
export const paintOf = ({ colour }: Pick<SchemeLayer, "colour">): string | null =>
  colour?.kind === "paint" ? colour.id : null;
