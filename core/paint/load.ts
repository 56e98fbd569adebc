/** How full the brush is: it sets the film. */
export const loads = ["wet", "damp", "dry"] as const;
export type Load = (typeof loads)[number];
