import type { PartPlan } from "#core/plan/parts/partPlan";
import { MOST_PIECES, pieceCount } from "#core/print/fit";

/** Sizes on the bench that anything is worked out for, mm: from a grain of dust to a street. */
const LEAST_MM = 0.01;
const MOST_MM = 50_000;

/** Whether a size is one that anybody could mean; a part of another one waits for its scale. */
export const isPlannable = (sizeMm: readonly number[]): boolean =>
  sizeMm.every(Number.isFinite) && Math.max(...sizeMm) >= LEAST_MM && Math.max(...sizeMm) <= MOST_MM;

/** Whether a part can be made as it stands: one that would fall into too many pieces gets no plate and no work. */
export const canBeMade = ({ chosen }: Pick<PartPlan, "chosen">): boolean =>
  chosen === null || pieceCount(chosen.fit) <= MOST_PIECES;
