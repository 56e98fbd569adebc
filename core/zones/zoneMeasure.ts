import type { Vec3 } from "#core/mesh/pose";

/**
 * Surface of a zone that looks one way: `normal` of length 1, outward; `patchArea` the mean of the patches that it
 * lies in, which the eye sees as one face. `reach` is how far out the outmost of it lies along its normal, from the
 * file's origin, and `outmost` how much of it lies there.
 */
export type ZoneDirection = {
  readonly normal: Vec3;
  readonly area: number;
  readonly patchArea: number;
  readonly reach: number;
  readonly outmost: number;
};

/** Long narrow marks of one kind: grooves, or what stands out. */
export type ZoneLines = { readonly count: number; readonly length: number };

/** What a zone comes to on its mesh, in file units. It holds at any size and however the part lies. */
export type ZoneMeasure = {
  readonly number: number;
  readonly area: number;
  /** In how many stretches it lies. */
  readonly places: number;
  /** A point on it, about its middle. */
  readonly at: Vec3;
  /** Its height band, as drawn. */
  readonly low: number;
  readonly high: number;
  readonly directions: readonly ZoneDirection[];
  readonly borders: readonly { readonly beside: number; readonly length: number }[];
  /** Boards, stones, panels: stretches of it that grooves part. Null of a zone without. */
  readonly cells: { readonly count: number; readonly area: number } | null;
  readonly grooves: ZoneLines | null;
  readonly ridges: ZoneLines | null;
  /** The shallowest step between two faces of it that look the same way. */
  readonly relief: { readonly depth: number; readonly at: Vec3; readonly sunken: boolean } | null;
  readonly narrowest: { readonly width: number; readonly at: Vec3 } | null;
  /** How thin the part is under it: what one point in twenty stays under; absent where no other side was met. */
  readonly thinnest?: { readonly thickness: number; readonly at: Vec3 };
};

/** Changes whenever zones are measured otherwise, so that what is kept is measured again. */
export const ZONE_MEASURE_VERSION = 2;
