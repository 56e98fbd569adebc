/** How many times the loupe enlarges. */
export const LOUPE = 8;
