import { exact } from "#core/figure";
import { checkPlan } from "#core/order/checkPlan";
import type { OrderRule } from "#core/order/rule";
import type { Step } from "#core/steps/step";

/** A step with nothing in it but what a test says. */
export const testStep = (given: Partial<Step> & Pick<Step, "id" | "action">): Step => ({
  title: given.action,
  targets: ["part:a"],
  onWhat: "a",
  process: "filament",
  product: null,
  sheen: null,
  recipeId: null,
  paintId: null,
  mixMl: null,
  areaCm2: null,
  tool: "hands",
  place: "bench",
  handsMinutes: exact(10, "min", "practice"),
  waitMinutes: 0,
  alcohol: false,
  clear: false,
  releaseAt: 0,
  after: [],
  insertedBy: null,
  thinnestMm: null,
  notes: [],
  ...given,
});

/** What is wrong with steps that begin at given minutes and take no time. */
export const checkAt = (
  steps: readonly Step[],
  at: Readonly<Record<string, number>>,
  given: Parameters<typeof checkPlan>[2] & { readonly rules?: readonly OrderRule[] } = {},
) =>
  checkPlan(
    steps,
    new Map(Object.entries(at).map(([id, startsAt]) => [id, { startsAt, endsAt: startsAt }])),
    given,
  );
