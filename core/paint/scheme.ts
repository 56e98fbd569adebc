import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";

/** What makes a layer more than colour: how it changes what is seen of what lies below it. */
export const finishEffects = ["smooth metal", "textured metal", "fine texture", "coarse texture"] as const;
export type FinishEffect = (typeof finishEffects)[number];

/** One layer of a scheme, from primer to seal, on a share of the part. */
export type SchemeLayer = {
  readonly id: string;
  readonly kind: "primer" | "colour" | "shade" | "drybrush" | "varnish" | "pigment" | "gloss";
  readonly product: ProductId;
  /** The mix or the pot that it is laid with; null where that is not chosen yet or makes no odds. */
  readonly colour: { readonly kind: "recipe" | "paint"; readonly id: string } | null;
  readonly method: Method;
  readonly coats: number;
  /** Share of the painted surface it covers, 0 to 1. */
  readonly coverage: number;
  readonly sheen: "matte" | "satin" | "gloss";
  readonly effect?: FinishEffect;
};

/** The mix that a layer is laid with. */
export const recipeOf = ({ colour }: Pick<SchemeLayer, "colour">): string | null =>
  colour?.kind === "recipe" ? colour.id : null;

/** The pot that it is laid with, as it is. */
export const paintOf = ({ colour }: Pick<SchemeLayer, "colour">): string | null =>
  colour?.kind === "paint" ? colour.id : null;
