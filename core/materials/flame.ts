/** Plastic that a quick flame wants behind the face, mm (common practice). */
export const FLAME_WALL_MM = 2;
