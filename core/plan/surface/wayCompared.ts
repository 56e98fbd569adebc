import type { LookClass } from "#core/surface/lookTest";
import type { SurfaceSchool } from "#core/surface/treatments";

/** One way of finishing a zone beside the others. */
export type WayCompared = {
  readonly name: string;
  /** The school that it is; null of a finish that hides the steps by its grain. */
  readonly school: SurfaceSchool | null;
  readonly minutes: number;
  /** What is laid, ml, all of it. */
  readonly ml: number;
  /** What is drawn from the shelf, minor units; null where a price is not told. */
  readonly minor: number | null;
  readonly waitHours: number;
  readonly air: readonly string[];
  /** What still shows of the steps afterwards; null where nobody knows. */
  readonly still: LookClass | null;
  readonly lost: readonly string[];
  readonly undo: string;
  /** Why it cannot be done here; null where it can. */
  readonly barred: string | null;
};
