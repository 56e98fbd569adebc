import type { RuleMend } from "#core/order/change";
import type { Severity } from "#core/order/rule";

/**
 * One step before another and why: a rule, the recipe it belongs to, its window, or the builder's wish.
 * Minutes from the end of the first to the start of the second.
 */
export type Constraint = {
  readonly before: string;
  readonly after: string;
  readonly lagMinutes: number;
  readonly from: "rule" | "recipe" | "wish" | "typed";
  readonly ruleId: string | null;
  /** It has to begin by then. */
  readonly latestMinutes?: number;
  /** Only the time between is asked for: the two might as well come the other way round. */
  readonly soft?: true;
  /** It may not begin in between. */
  readonly closed?: { readonly fromMinutes: number; readonly untilMinutes: number };
};

export type OrderConflict = {
  readonly ruleId: string;
  readonly severity: Severity;
  readonly before: string | null;
  readonly after: string;
  readonly sentence: string;
  readonly mend: string;
  readonly mends: readonly RuleMend[];
  readonly overridden: boolean;
  /**
   * Demands that cannot all hold, each after the one before, round in a circle; empty where nothing goes
   * round.
   */
  readonly circle: readonly Constraint[];
};
