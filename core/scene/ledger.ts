/** A real dimension worth keeping: what it is, how long, and whether it runs along the bed or up. */
export type LedgerRow = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly realMm: number;
  readonly along: "bed" | "height";
  readonly position: number;
};

const WISH = "relief ";
/** The row of a depth that somebody wishes the relief of a zone to have. */
export const wishId = (partId: string, zone: number): string => `${WISH}${partId} ${zone}`;
export const isWish = (id: string): boolean => id.startsWith(WISH);

/** A thing of known size that the builder added. */
export type OwnFeature = {
  readonly id: string;
  readonly name: string;
  readonly lowMm: number;
  readonly highMm: number;
  readonly source: string;
};
