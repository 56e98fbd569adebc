import type { Figure } from "#core/figure";
import type { MaterialId } from "#core/materials/materials";
import type { Product } from "#core/materials/product";
import type { ToolId } from "#core/materials/tools";
import { copiesNamed } from "#core/paint/copies";
import { kindOf } from "#core/paint/layerKinds";
import type { PlannedMask } from "#core/paint/maskPlan";
import type { SchemeLayer } from "#core/paint/scheme";
import type { StepFacts } from "#core/steps/facts";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { Action } from "#core/steps/step";

/** Lightness of what a layer is painted with, 0 to 100; null when that is not known. */
export type MixOf = (layer: SchemeLayer) => LayerMix;
/**
 * What a layer is laid with: its lightness, 0 to 100, where it is known, the thinner in it, per paint, and the solids
 * of its pots where one of them says so.
 */
export type LayerMix = {
  readonly lightness: number | null;
  readonly thinnerShare: number;
  readonly solids: number | null;
  /** Dry film of a coat where its pots say otherwise than its product, mm. */
  readonly filmMm: number | null;
  /** Light goes through all its pots: it may go on what is clear. */
  readonly transparent?: true;
  /** What its recipe says of laying it. */
  readonly notes: readonly string[];
};
export const unmixed: LayerMix = {
  lightness: null,
  thinnerShare: 0,
  solids: null,
  filmMm: null,
  notes: [],
};

/** A layer as it is laid: on which zones, in words where they are not all, and their area together. */
export type LaidWork = {
  readonly layer: SchemeLayer;
  /** What its steps are called by: its id, once. */
  readonly key: string;
  readonly zones: readonly number[];
  readonly of: string | null;
  readonly areaCm2: Figure;
  /** The copies that it is laid on, from 1; absent where it is on all. */
  readonly copies?: readonly number[];
  /** Panels of all copies that it is laid on, one by one, and how they lie, as letters; of one that is so laid. */
  readonly panels?: { readonly count: number; readonly letter: string; readonly maps: readonly string[] };
  /** The clear zone of its part is another one: laid by hand it does not come near. */
  readonly offClear?: boolean;
  /** Nor does it come there sprayed: it is out of reach, or covered; absent where nobody measured that. */
  readonly isClearSafe?: boolean;
  /** All of it splashes, or shows every splash. */
  readonly messy?: boolean;
  readonly neat?: boolean;
  /** Zones on which layers were still seen after the first primer, and their area. */
  readonly again?: { readonly of: string; readonly areaCm2: Figure } | null;
  /** Grooves in its zones: how many a copy has, and their length on all copies, mm. */
  readonly grooves?: readonly Grooves[];
  /** Layers, by their keys, that it comes after, so that what is sprayed before it does no harm. */
  readonly follows?: readonly string[];
};

/** A layer in several colours, on other copies or panels, is laid once for each: its key without which of them. */
export const layerKey = ({ key }: Pick<LaidWork, "key">): string => key.split("~")[0]!;

/** What is covered from one layer to another, all copies: mm, cm2 and minutes of all of them. */
export type MaskWork = Omit<PlannedMask, "minutes"> & {
  readonly of: string;
  readonly minutes: number;
  readonly areaCm2: number;
  readonly isClear: boolean;
  readonly fits: boolean;
};

type Grooves = {
  readonly zone: number;
  readonly name: string;
  readonly count: number;
  readonly lengthMm: number;
};

/** What is painted on all copies of a part, and on what. */
export type PaintWork = {
  readonly id: string;
  readonly count: number;
  readonly process: "filament" | "resin" | null;
  /** In the order in which they are laid. */
  readonly layers: readonly LaidWork[];
  /** What is covered while some of them are sprayed. */
  readonly masks?: readonly MaskWork[];
  readonly onBoard: boolean;
  readonly bare: MaterialId | null;
  readonly hollow: "drained" | "closed" | null;
  /** Its layer steps are seen, and nothing is done about them. */
  readonly showsSteps: boolean;
  /** Faces of a fit that paint must not close. */
  readonly fitFaces: boolean;
};

/** What a layer is made with, worked out once for all the steps that it leads to. */
export type Coat = {
  readonly p: PaintWork;
  readonly laid: LaidWork;
  readonly layer: SchemeLayer;
  readonly product: Product;
  readonly area: Figure;
  readonly add: AddStep;
  readonly schools: OrderSchools;
  /** The last step of each action so far, of every zone that it lies on. */
  readonly last: ReadonlyMap<Turn, readonly string[]>;
  /** What its spray would harm is covered. */
  readonly isShielded?: boolean;
};

/** What keeps its typed order by itself: layers of one action; effects of weather only among their own kind. */
export type Turn = Action | NonNullable<StepFacts["weathering"]>;
export const turnOf = ({ kind }: Pick<SchemeLayer, "kind">): Turn =>
  kindOf(kind).weathering ?? kindOf(kind).action;

/**
 * A window is not shut sooner than this after it opens, however long the laying on took: then it is done
 * piece by piece.
 */
export const LEAST_OPEN = 15;

export const methodTool: Record<SchemeLayer["method"], ToolId> = {
  brush: "brush",
  airbrush: "airbrush",
  can: "spray can",
  drybrush: "old brush",
  wash: "soft brush",
  sponge: "sponge",
  powder: "soft brush",
  flick: "short stiff brush",
};
/** What a layer is laid with: its own width of brush, or what its method takes. */
export function toolFor({ brush, method, kind }: SchemeLayer): ToolId {
  if (kind === "resist") return "sponge";
  if (brush === "wide") return "broad brush";
  if (brush === "small" || kind === "line in") return "fine brush";
  return methodTool[method];
}

export const shareOf = (all: Figure, share: number): Figure => ({
  ...all,
  value: all.value * share,
  low: all.low * share,
  high: all.high * share,
});

/** The layers that share a zone with this one, before it or after it. */
export function aroundIt({ p, laid }: Pick<Coat, "p" | "laid">) {
  const at = p.layers.indexOf(laid);
  const isOn = (l: LaidWork) => l.zones.some((z) => laid.zones.includes(z));
  return { before: p.layers.slice(0, at).filter(isOn), after: p.layers.slice(at + 1).filter(isOn) };
}

/** A dry brush dulls the lines of a zone from this share of it on (a default). */
const DULLS_FROM = 0.25;
/** A line is drawn so fast, s/mm (common practice). */
export const LINE_S_PER_MM = 0.5;

export const dulls = ({ layer }: LaidWork): boolean =>
  layer.kind === "drybrush" && layer.coverage > DULLS_FROM;

/** Which zones and copies it is on, at the end of a title; nothing where it is on all. */
export const onZones = ({ of, copies, panels }: Pick<LaidWork, "of" | "copies" | "panels">): string => {
  const on = [
    ...(of === null ? [] : [of]),
    ...(copies ? [copiesNamed(copies)] : []),
    ...(panels ? [`${panels.count} panels, ${panels.letter}`] : []),
  ];
  return on.length === 0 ? "" : `: ${on.join(", ")}`;
};
