/** How a leaf stands: a door, a shutter, a lid that is hung on one edge. */
export const leafPositions = ["closed", "ajar", "open"] as const;
export type LeafPosition = (typeof leafPositions)[number];

/** How far each is turned on its hinge, degrees (defaults). */
export const LEAF_DEG: Readonly<Record<LeafPosition, number>> = { closed: 0, ajar: 30, open: 90 };

/** Which of its edges it is hung on, seen from the front of the board while it is not turned. */
export const leafHinges = ["left", "right"] as const;
/** Where it swings to, seen so: to the front of the board, or to the back. */
export const leafWays = ["front", "back"] as const;
/** How its copies stand: all alike, or each as it is drawn. */
export const leafStands = [...leafPositions, "each its own"] as const;

/** A part that opens. Its copies stand on the board closed, and are turned on their hinge. */
export type Leaf = {
  readonly hinge: (typeof leafHinges)[number];
  readonly way: (typeof leafWays)[number];
  readonly stand: (typeof leafStands)[number];
  /** What is drawn for its copies goes by it: another number, another draw. */
  readonly seed: number;
};
