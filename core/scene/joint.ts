import type { FitKind } from "#core/joints/clearance";
import type { Hardware } from "#core/joints/hardware";
import type { ProductId } from "#core/materials/products";

export type Joint = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  /** The first is the one that the gap was measured on. */
  readonly partIds: readonly string[];
  readonly fit: FitKind;
  /** Gap per side, in mm of the first part's file, or as it is where that has none; null when not measured. */
  readonly gapInFileMm: number | null;
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
  /** Its seam as it is filled, where somebody measured it; mm on the bench, of one joint. */
  readonly seam?: {
    readonly widthMm: number;
    readonly depthMm: number | null;
    readonly lengthMm: number | null;
    readonly textured: boolean;
    readonly sandable: boolean;
  };
  /** What holds it together, beside or instead of glue. */
  readonly hardware?: Hardware;
};
