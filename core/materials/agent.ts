/** What a product, a thinner or a way of working brings with it that can harm a material. */
export const agents = [
  "strong solvent",
  "white spirit",
  "acetone",
  "alcohol",
  "water",
  "cyanoacrylate",
  "cyanoacrylate fumes",
  "hot melt",
  "heat of a pour",
] as const;
export type Agent = (typeof agents)[number];
