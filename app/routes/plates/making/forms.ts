import type { FormShape } from "#app/readForm";

/** Copies beyond the count, in case one is spoilt. */
export const sparesForm: FormShape<{ spares: number }> = (joi) => ({
  spares: joi.number().integer().min(0).max(1000).default(0).label("The number of spares"),
});
