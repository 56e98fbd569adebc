import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";

/** One layer of a scheme, from primer to seal, on a share of the part. */
export type SchemeLayer = {
  readonly id: string;
  readonly kind: "primer" | "colour" | "shade" | "drybrush" | "varnish" | "pigment" | "gloss";
  readonly product: ProductId;
  readonly recipeId: string | null;
  readonly paintId: string | null;
  readonly method: Method;
  readonly coats: number;
  /** Share of the painted surface it covers, 0 to 1. */
  readonly coverage: number;
  readonly sheen: "matte" | "satin" | "gloss";
};
