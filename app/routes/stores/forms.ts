import type { FormShape } from "#app/readForm";

/** What is left of something on the shelf, and what one unit of it cost; null where that is not told. */
export const countForm: FormShape<{ left: number; price: number | null }> = (joi) => ({
  left: joi.number().min(0).max(1e7).required().label("What is left"),
  price: joi.number().min(0).max(1e7).allow(null).default(null).label("The price"),
});
