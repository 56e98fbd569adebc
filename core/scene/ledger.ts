/** A real dimension worth keeping: what it is, how long, and whether it runs along the bed or up. */
export type LedgerRow = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly realMm: number;
  readonly along: "bed" | "height";
  readonly position: number;
};

/** A thing of known size that the builder added. */
export type OwnFeature = {
  readonly id: string;
  readonly name: string;
  readonly lowMm: number;
  readonly highMm: number;
  readonly source: string;
};
