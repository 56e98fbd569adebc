import { type ZoneWork } from "#core/plan/order/zoneWork";
import { type PartWork } from "#core/plan/order/makeSteps";
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

/** A part with one zone, as its forms would make it: what is said of the zone stands beside what is said of the part. */
export type WorkGiven = Partial<PartWork> & Partial<ZoneWork>;
export function workOf(given: WorkGiven & Omit<PartWork, "zones"> & Omit<ZoneWork, "number">): PartWork {
  const { treatCm2, stepDepthMm, unseenDepthMm, treatment, scheme, ...part } = given;
  const zone = {
    number: 0,
    name: "whole",
    areaCm2: given.areaCm2,
    treatCm2,
    stepDepthMm,
    unseenDepthMm,
    treatment,
  };
  return { zones: [{ ...zone, scheme }], ...part };
}
