import { exact } from "#core/figure";
import type { Step } from "#core/order/step";

/** A step with nothing in it but what a test says. */
export const testStep = (given: Partial<Step> & Pick<Step, "id" | "action">): Step => ({
  title: given.action, targets: ["part:a"], onWhat: "a", process: "filament", family: null, sheen: null, recipeId: null, paintId: null, mixMl: null, areaCm2: null, tool: "hands",
  place: "bench", handsMinutes: exact(10, "min", "practice"), waitMinutes: 0, alcohol: false, clear: false, releaseAt: 0, after: [], insertedBy: null, thinnestMm: null, notes: [], ...given,
});
