import type { FormShape } from "#app/readForm";

/** How much of the board a layer covers, per cent. */
export const layerForm: FormShape<{ share: number }> = (joi) => ({
  share: joi.number().greater(0).max(100).default(100),
});
