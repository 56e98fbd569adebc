import type { weatherings } from "#core/steps/facts";
import type { Action } from "#core/steps/step";

/** What a kind of layer is laid for, and what of the order it is. */
export type LayerKindTraits = {
  readonly action: Action;
  /** What its step is called. */
  readonly title: string;
  /** It is laid to hide what lies below. */
  readonly covers?: true;
  readonly weathering?: (typeof weatherings)[number];
  /** It is usually put right after it was looked at: to be taken back unless the layer says otherwise. */
  readonly takenBack?: true;
  /** Share of its zone that it usually covers, where that is not all of it (common practice). */
  readonly usualShare?: number;
  /** It is chosen as a kind, in this order: from the first coat to the last. */
  readonly says: string;
};

/** Every kind of layer, from the first coat to the last. Shares are common practice. */
export const layerKinds = {
  primer: { action: "prime", title: "Prime", covers: true, says: "primer" },
  colour: { action: "paint", title: "Paint the colour", covers: true, says: "colour" },
  metal: { action: "paint", title: "Paint the metal", covers: true, says: "metal" },
  resist: {
    action: "mask",
    title: "Dab resist in spots",
    usualShare: 0.25,
    says: "resist, rubbed off later",
  },
  shade: { action: "shade", title: "Shade", says: "wash or shade" },
  glaze: { action: "shade", title: "Glaze", usualShare: 0.5, says: "glaze" },
  drybrush: { action: "drybrush", title: "Drybrush the edges", usualShare: 0.3, says: "drybrush" },
  "line in": { action: "line in", title: "Line in", usualShare: 0.05, says: "line in" },
  decal: { action: "decal", title: "Lay the markings", usualShare: 0.05, says: "decal" },
  filter: { action: "shade", title: "Filter", weathering: "filter", says: "filter" },
  streak: {
    ...{ action: "shade", title: "Streak downward", weathering: "streak", takenBack: true },
    ...{ usualShare: 0.2, says: "streaks" },
  },
  dust: {
    ...{ action: "shade", title: "Dust low and level places", weathering: "dust", takenBack: true },
    ...{ usualShare: 0.3, says: "dust, wet" },
  },
  chip: {
    ...{ action: "paint", title: "Chip the edges", weathering: "chip" },
    ...{ usualShare: 0.05, says: "chips" },
  },
  scratch: {
    ...{ action: "paint", title: "Scratch", weathering: "chip" },
    ...{ usualShare: 0.02, says: "scratches" },
  },
  splatter: {
    ...{ action: "paint", title: "Splatter", weathering: "splatter" },
    ...{ usualShare: 0.05, says: "splatter" },
  },
  varnish: { action: "varnish", title: "Seal", says: "varnish" },
  pigment: { action: "pigment", title: "Dust with pigment", usualShare: 0.3, says: "powder" },
  gloss: { action: "gloss effect", title: "Wet gloss where water stands", says: "wet gloss" },
} as const satisfies Record<string, LayerKindTraits>;

export type LayerKind = keyof typeof layerKinds;
export const layerKindNames = Object.keys(layerKinds) as readonly LayerKind[];

export const kindOf = (kind: LayerKind): LayerKindTraits => layerKinds[kind];
