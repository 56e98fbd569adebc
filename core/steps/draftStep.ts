import { between } from "#core/figure";
import type { Action, Place, Step } from "#core/steps/step";

/** The builder's own speed: actual over estimated minutes, by action; 1 when nothing is known. */
export type Speed = (action: Action) => number;

/** Hands-on minutes before anything is learned: within a third either way (common practice). */
const HANDS_SPREAD = 0.35;

export type Draft = Partial<Step> &
  Pick<Step, "id" | "action" | "title" | "targets" | "onWhat"> & { minutes: number };

/**
 * A step with what is told of it, at the builder's own speed; by hand, at the bench, with nothing to wait for
 * where nothing is told.
 */
export function draftStep(draft: Draft, speed: Speed): Step {
  const { minutes, ...given } = draft;
  const factor = speed(draft.action);
  const value = minutes * factor;
  return {
    process: null,
    product: null,
    sheen: null,
    recipeId: null,
    paintId: null,
    mixMl: null,
    areaCm2: null,
    tool: "hands",
    place: "bench" as Place,
    waitMinutes: 0,
    alcohol: false,
    clear: false,
    releaseAt: 0,
    after: [],
    insertedBy: null,
    thinnestMm: null,
    notes: [],
    handsMinutes: between(
      value * (1 - HANDS_SPREAD),
      value,
      value * (1 + HANDS_SPREAD),
      "min",
      factor === 1 ? "practice" : "learned",
      [
        { text: "minutes by area and by piece", value: `${minutes.toFixed(0)} min`, basis: "practice" },
        ...(factor === 1
          ? []
          : [{ text: `times ${factor.toFixed(2)}: your own speed`, basis: "learned" as const }]),
      ],
    ),
    ...given,
  };
}
