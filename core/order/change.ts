import type { Target } from "#core/reference";
import type { ProductId } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import type { FactsPatch, StepFacts } from "#core/steps/facts";
import type { Action, Place, Sheen } from "#core/steps/step";

/** The step that one that was put in does again, with the same mix, on so many pieces. */
export type DoneAgain = { readonly stepId: string; readonly pieces: number };

/** The mix or the pot that a step that was put in is laid with, and how much of it. */
export type LaidWith = {
  readonly recipeId: string | null;
  readonly paintId: string | null;
  readonly millilitres: number;
};

/** What a builder decides about the order beyond what the stages say. Stored; names steps by their ids. */
export type OrderChange =
  | {
      readonly kind: "insert";
      readonly id: string;
      readonly at: "before" | "after";
      readonly stepId: string;
      readonly action: Action;
      readonly title: string;
      readonly product: ProductId | null;
      readonly sheen: Sheen | null;
      readonly tool: ToolId;
      readonly place: Place;
      readonly minutes: number;
      readonly waitMinutes: number;
      readonly facts: StepFacts;
      /** It finds its own place by the rules; otherwise it takes that of the other step. */ readonly loose: boolean;
      readonly again?: DoneAgain;
      readonly with?: LaidWith;
    }
  | {
      readonly kind: "own";
      readonly id: string;
      /** Before or after another step, right there or some time; null where it finds its place by the rules. */
      readonly at: {
        readonly side: "before" | "after";
        readonly stepId: string;
        readonly within: "right there" | "some time";
      } | null;
      readonly targets: readonly Target[];
      readonly action: Action;
      readonly title: string;
      readonly product: ProductId | null;
      readonly paintId: string | null;
      readonly millilitres: number | null;
      readonly sheen: Sheen | null;
      readonly tool: ToolId;
      readonly place: Place;
      readonly minutes: number;
      readonly waitMinutes: number;
      readonly facts: StepFacts;
      readonly optional: boolean;
    }
  | {
      readonly kind: "product";
      readonly stepId: string;
      readonly product: ProductId;
      readonly sheen: Sheen | null;
      readonly tool: ToolId | null;
      readonly place: Place | null;
      /** Hands that it takes more or less. */ readonly minutes: number;
    }
  | {
      readonly kind: "facts";
      readonly stepId: string;
      readonly facts: FactsPatch;
      readonly alcohol: boolean | null;
      readonly minutes: number;
    }
  | { readonly kind: "wait"; readonly before: string; readonly after: string; readonly minutes: number }
  | { readonly kind: "move"; readonly before: string; readonly after: string }
  | { readonly kind: "leave out"; readonly stepId: string };

/** A change that is kept, and the rule it mends; null for one of the builder's own. */
export type KeptChange = {
  readonly ruleId: string | null;
  readonly note: string;
  readonly change: OrderChange;
};

/** A change that mends a broken rule: what it is called, and what it costs. */
export type RuleMend = {
  readonly label: string;
  readonly change: OrderChange;
  /** Hands and waiting that it adds, minutes, and what it does to the look; empty when nothing. */
  readonly handsMinutes: number;
  readonly waitMinutes: number;
  readonly looks: string;
};

/** A rule that was set aside on purpose, for one step or between two. It stays visible. */
export type SetAside = {
  readonly ruleId: string;
  readonly stepId: string;
  readonly other: string | null;
  readonly note: string;
};
