/** What can be read off a mesh, and its words. */
export const readings = [
  ["none", "nothing"],
  ["thin walls", "walls too thin"],
  ["narrow gaps", "gaps that close"],
  ["overhangs", "overhangs over 45°"],
  ["recesses", "recesses"],
  ["open edges", "open edges"],
  ["heights", "lines of height"],
] as const;
export type ReadingName = (typeof readings)[number][0];

/** Recesses are felt this far, and height lines stand this far apart, model mm. */
export const RECESS_REACH_MM = 5;
export const HEIGHT_MM = 5;
