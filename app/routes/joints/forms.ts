import type { FormShape } from "#app/readForm";

/** How many joints are alike. */
export const jointForm: FormShape<{ count: number; each: number }> = (joi) => ({
  count: joi.number().integer().min(1).max(10_000).default(1),
  each: joi.number().integer().min(1).max(1000).default(1).label("How many hold each joint"),
});
