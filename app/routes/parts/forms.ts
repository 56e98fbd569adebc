import type { FormShape } from "#app/readForm";

/** How many of a part that has no model. */
export const countForm: FormShape<{ count: number }> = (joi) => ({
  count: joi.number().integer().min(1).max(10_000).default(1),
});

/** How a part is made. */
export const makingForm: FormShape<{ count: number; wall: number; drains: number }> = (joi) => ({
  count: joi.number().integer().min(1).max(10_000).required(),
  wall: joi.number().greater(0).max(100).default(2),
  drains: joi.number().integer().min(0).max(40).default(0),
});

/** A flaw and what answered it. */
export const versionForm: FormShape<{ trials: number }> = (joi) => ({
  trials: joi.number().integer().min(0).max(1000).default(0),
});

/** How many pieces of one size are cut. */
export const cutForm: FormShape<{ pieceCount: number }> = (joi) => ({
  pieceCount: joi.number().integer().min(1).max(10_000).default(1),
});

/** What a listing says beside its price: smallest detail on the bench, mm, and how much of its box is material. */
export const listingForm: FormShape<{ detail: number | null; fill: number | null }> = (joi) => ({
  detail: joi.number().greater(0).max(100).default(null),
  fill: joi.number().min(1).max(100).default(null),
});
