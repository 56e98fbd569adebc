/** Sorts of things that are made of something. */
export const materialKinds = [
  "print",
  "sheet",
  "clear sheet",
  "foam",
  "wood",
  "paper",
  "metal",
  "mineral",
  "soft",
  "cloth",
  "natural",
] as const;
export type MaterialKind = (typeof materialKinds)[number];
