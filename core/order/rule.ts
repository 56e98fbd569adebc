import type { RuleMend } from "#core/order/change";
import type { Action, Step } from "#core/steps/step";
import type { Weather } from "#core/materials/weather";

export type Severity = "ruins" | "weakens" | "wastes";

/**
 * How far a film must be before the next step: nothing but its own wait, next coat, handled, cured through.
 */
export type Wait = "none" | "recoat" | "handle" | "cure";

/**
 * What a rule asks for: an order of two steps, a film that may not lie over another, something a step needs,
 * a step that
 * is missing, enough of a product. Advice is shown and never checked.
 */
export type RuleKind = "order" | "over" | "needs" | "insert" | "stock" | "advice";

/** Of two steps that meet, the first comes before the second, so long after it. */
export type Precedence = {
  readonly first: readonly Action[];
  readonly then: readonly Action[];
  readonly wait: Wait;
  readonly when?: (a: Step, b: Step) => boolean;
};

/**
 * Time between two steps that come in this order anyhow: at least so long, and not between `closed`. Minutes
 * from end to start.
 */
export type Spacing = {
  readonly atLeast: Wait | number;
  readonly closed?: { readonly fromMinutes: number; readonly untilMinutes: number };
};

/** A step as the plan has it. Minutes of the plan's clock. */
export type Placed = { readonly step: Step; readonly startsAt: number; readonly endsAt: number };

/** What meets a step: what was done before it, latest last, and what comes later. */
export type Situation = {
  readonly at: number;
  /** The step is about the whole board; what lies on the board lies beside a part, not under its films. */
  readonly wide: boolean;
  readonly before: readonly Placed[];
  readonly later: readonly Placed[];
  readonly weather: Weather;
};

/** A rule broken by one step, with the other step where there is one. Best mend first. */
export type Breach = {
  readonly other?: string;
  readonly severity?: Severity;
  readonly detail?: string;
  readonly mends: readonly RuleMend[];
};

/** A rule of order or combination. Common practice of the trade. */
export type OrderRule = {
  readonly id: string;
  readonly kind: RuleKind;
  readonly says: string;
  readonly because: string;
  readonly severity: Severity;
  readonly basis: "common practice";
  readonly mend: string;
  /** The steps that the rule is about, beside the pairs that it keeps in order: of these alone it can be kept. */
  readonly looksAt?: (step: Step) => boolean;
  /** Where it is said before a print begins, and so is no longer a matter of the order of work. */
  readonly saidAt?: string;
  readonly precedes?: readonly Precedence[];
  /** How far apart two steps are kept that meet and come in this order. */
  readonly spacing?: (below: Step, top: Step) => Spacing | null;
  readonly check?: (step: Step, situation: Situation) => Breach | null;
  /** Ways out where `first` is wanted after `second`, beside doing it the right way round. */
  readonly mends?: (first: Step, second: Step) => readonly RuleMend[];
};

/** A rule as its file writes it. */
export const rule = (given: Omit<OrderRule, "basis">): OrderRule => ({ ...given, basis: "common practice" });
