/** A place in a picture: shares of its width from the left and of its height from the top, [0, 1]. */
export type OnPicture = readonly [x: number, y: number];

/** A dimension of a drawing: what it says between which two ends, full size. */
export type DrawnLine = {
  readonly id: string;
  readonly name: string;
  readonly from: OnPicture;
  readonly to: OnPicture;
  readonly realMm: number;
};

/** Dimensions that lie end to end under one that spans them all. */
export type DrawnChain = {
  readonly id: string;
  readonly lineIds: readonly string[];
  readonly overallId: string;
};

/** Dimensions on a picture. */
export type Dimensioned = {
  /** Width over height of the picture. */
  readonly aspect: number;
  /** The dimension that sets the scale of the picture; null before there is one. */
  readonly rulerId: string | null;
  readonly lines: readonly DrawnLine[];
  readonly chains: readonly DrawnChain[];
};
