import type { StepTime } from "#core/order/checkPlan";
import type { Step } from "#core/steps/step";

/**
 * From when and until when a step can be begun, minutes of the plan's clock, and the step whose film is open
 * then.
 */
export type WetWindow = { readonly opener: Step; readonly opensAt: number; readonly shutsAt: number };

/**
 * The window of a step, from when its opener was or is to be done. @returns null where it has none, or its
 * opener has no time
 */
export function wetWindow(
  { window }: Step,
  steps: readonly Step[],
  times: ReadonlyMap<string, StepTime>,
): WetWindow | null {
  const opener = window && steps.find((s) => s.id === window.after);
  const laid = window && times.get(window.after);
  return opener && laid
    ? { opener, opensAt: laid.endsAt + window.fromMinutes, shutsAt: laid.endsAt + window.untilMinutes }
    : null;
}
