import type { FitKind } from "#core/joints/clearance";
import type { ProductId } from "#core/materials/products";

export type Joint = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly partIds: readonly string[];
  readonly fit: FitKind;
  /** Gap per side as it was drawn, in mm of the first part's file; null when it was not measured. */
  readonly gapInFileMm: number | null;
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
};
