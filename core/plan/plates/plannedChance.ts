/**
 * How likely the date is, and when it is done in half, four fifths and nineteen of twenty cases. Minutes of
 * the plan's clock.
 */
export type PlannedChance = {
  readonly dueAt: number | null;
  readonly chance: number;
  readonly halfWidth: number;
  readonly at50: number;
  readonly at80: number;
  readonly at95: number;
  /** Share of cases in which a plate was given up after eight tries. */
  readonly givenUp: number;
  readonly runs: number;
};
