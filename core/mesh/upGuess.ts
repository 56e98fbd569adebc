import type { DrawingSigns } from "#core/mesh/drawingSigns";
import type { Vec3 } from "#core/mesh/pose";
import { type Box3, boxSize } from "#core/mesh/triangleMesh";

/** Sides of a box in the order that `DrawingSigns.feet` has them. */
export const boxSides: readonly Vec3[] = [
  [-1, 0, 0],
  [1, 0, 0],
  [0, -1, 0],
  [0, 1, 0],
  [0, 0, -1],
  [0, 0, 1],
];
const DOWN = 4;

/** What stands flat on less of its underside than this, as drawn, may lie on its side (our choice). */
const STANDS = 0.1;
/** A foot covers so much of its side of the box, and so many times more than any side across it (our choice). */
const FOOT = 0.35;
const CLEARLY = 2;

/** Where the foot of a mesh looks that was drawn lying, and how high it would stand on it, file units. */
export type UpGuess = { readonly down: Vec3; readonly height: number };

/**
 * Whether a mesh lies on its side as drawn: it stands on next to nothing, and one of its ends is flat. Null where
 * it stands, or where nothing tells a foot from the rest.
 */
export function upGuess({ feet }: Pick<DrawingSigns, "feet">, box: Box3): UpGuess | null {
  if (feet[DOWN]! >= STANDS) return null;
  const best = feet.indexOf(Math.max(...feet));
  const axis = best >> 1;
  const across = feet.filter((_, side) => side >> 1 !== axis);
  if (feet[best]! < FOOT || Math.max(...across) * CLEARLY > feet[best]!) return null;
  return { down: boxSides[best]!, height: boxSize(box)[axis]! };
}
