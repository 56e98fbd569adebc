/** What mends it, or what comes over it. */
export const pinAnswers = [
  "primer",
  "brushed resin",
  "cyanoacrylate",
  "paste",
  "putty",
  "epoxy putty",
  "shim",
  "print again",
  "powder",
  "plants",
  "rubble",
  "plate",
] as const;
export type PinAnswer = (typeof pinAnswers)[number];
