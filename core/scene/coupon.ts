import type { FitKind } from "#core/joints/clearance";

/**
 * A slice of a real joint printed at several offsets: the gap a side that fitted, kept for the printer and
 * material. mm.
 */
export type Coupon = {
  readonly id: string;
  readonly printerId: string;
  readonly materialId: string | null;
  readonly fit: FitKind;
  readonly chosenMm: number;
  readonly at: string;
  readonly note: string;
};
