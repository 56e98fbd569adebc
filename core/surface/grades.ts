/** How well a place is finished: as it is looked at, for what comes over it, or not at all. */
export const grades = ["show", "rough", "none"] as const;
export type Grade = (typeof grades)[number];

/** Light-cured resin by what light gets through it. */
export const resinColours = ["clear", "tinted", "opaque", "black"] as const;
export type ResinColour = (typeof resinColours)[number];
