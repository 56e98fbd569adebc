import type { FormShape } from "#app/readForm";

/** How many joints are alike. */
export const jointForm: FormShape<{ count: number }> = (joi) => ({
  count: joi.number().integer().min(1).max(10_000).default(1),
});
