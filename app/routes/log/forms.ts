import type { FormShape } from "#app/readForm";

/** Minutes that a run really took. */
export const runForm: FormShape<{ actual: number }> = (joi) => ({
  actual: joi.number().greater(0).max(100_000).required().label("What it took, in minutes,"),
});
