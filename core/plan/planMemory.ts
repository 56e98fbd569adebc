import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlannedChance } from "#core/plan/plates/plannedChance";
import type { NestResult } from "#core/print/nest";
import type { PrintCalendar } from "#core/print/printCalendar";

/**
 * Kept between plans so that what did not change is not worked out again. A memory that is lost costs time
 * and nothing else.
 */
export type PlanMemory = {
  readonly nests: Map<string, NestResult>;
  readonly parts: Map<string, { readonly shared: string; readonly plans: Map<string, PartPlan> }>;
  calendar: { readonly key: string; readonly made: PrintCalendar } | null;
  chance: { readonly key: string; readonly made: PlannedChance } | null;
  /** Plates laid anew since it was made: what a change touched. */
  laidAnew: number;
};

export const planMemory = (): PlanMemory => ({
  nests: new Map(),
  parts: new Map(),
  calendar: null,
  chance: null,
  laidAnew: 0,
});
