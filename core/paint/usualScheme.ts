import type { SchemeLayer } from "#core/paint/scheme";

/** What a thing is painted for, by how much handling its paint must stand. */
export type PaintedFor = "play" | "display" | "for sale";

const layer = (given: Partial<SchemeLayer> & Pick<SchemeLayer, "id" | "kind" | "product">): SchemeLayer => ({
  colour: null,
  method: "brush",
  coats: 1,
  coverage: 1,
  sheen: "matte",
  ...given,
});

/** Of the painted surface a second colour takes: doors, trim, straps (common practice). */
const SECOND_SHARE = 0.3;

/**
 * What is usually done to a thing that nobody said anything about: primer, two colours, a wash, varnish, by brush
 * and with water acrylics (common practice). A play piece is sealed twice and satin, so that it can be handled.
 */
export const usualScheme = (tier: PaintedFor): readonly SchemeLayer[] => [
  layer({ id: "usual-primer", kind: "primer", product: "brush primer" }),
  layer({ id: "usual-first", kind: "colour", product: "acrylic", coats: 2 }),
  layer({ id: "usual-second", kind: "colour", product: "acrylic", coverage: SECOND_SHARE }),
  layer({ id: "usual-wash", kind: "shade", product: "acrylic wash", method: "wash" }),
  layer({
    id: "usual-varnish",
    kind: "varnish",
    product: "varnish",
    coats: tier === "display" ? 1 : 2,
    sheen: tier === "play" ? "satin" : "matte",
  }),
];
