import type { PartPlan } from "#core/plan/parts/partPlan";
import { moneyText } from "#core/money";
import { counted } from "#core/words";

/** What trial prints of a part took so far, and what they may. Money in minor units. */
export type Trials = {
  readonly copies: number;
  readonly minor: number;
  readonly grams: number;
  readonly minutes: number;
  /** What they may cost; null where nobody said. */
  readonly budgetMinor: number | null;
  /** More than that is spent. */
  readonly isOver: boolean;
};

/** Trials of all versions of a file, each at what a copy takes now; null where nothing is known of a copy. */
export function trialsOf({ part, chosen }: Pick<PartPlan, "part" | "chosen">): Trials | null {
  if (!chosen) return null;
  const copies = part.history.versions.reduce((sum, v) => sum + v.trialCopies, 0);
  const budgetMinor = part.history.trialBudgetMinor ?? null;
  const minor = (copies * chosen.all.cost.value) / part.count;
  return {
    copies,
    minor,
    grams: copies * chosen.one.grams.value,
    minutes: copies * chosen.one.minutes.value,
    budgetMinor,
    isOver: budgetMinor !== null && minor > budgetMinor,
  };
}

/** `5 trials: 3.10 of 6.00 spent`. */
export function trialsText({ copies, minor, budgetMinor }: Trials, currency: string): string {
  const spent = moneyText(Math.round(minor), currency);
  const of = budgetMinor === null ? "" : ` of ${moneyText(budgetMinor, currency)}`;
  return `${counted(copies, "trial", "trials")}: ${spent}${of} spent`;
}
