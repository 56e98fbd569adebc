/** The step on the bench, and the one that left it last. "" where there is none. */
export type OnBench = { readonly stepId: string; readonly left: string };

/**
 * What is on the bench once the plan was made again: what was asked for; else what left it and came back, by
 * undo; else
 * what was there; else the first of the plan.
 * @param planned ids of the steps still to be done, in order
 * @param asked id of a step that was asked for; "" for none
 * @returns what is on it now, and where that is among the planned: 0 where there is nothing to do
 */
export function onBench(
  was: OnBench,
  planned: readonly string[],
  asked = "",
): { readonly at: number; readonly now: OnBench } {
  const at = Math.max(
    0,
    [asked, was.left, was.stepId].map((id) => planned.indexOf(id)).find((i) => i >= 0) ?? 0,
  );
  const left =
    was.stepId !== "" && !planned.includes(was.stepId)
      ? was.stepId
      : planned.includes(was.left)
        ? ""
        : was.left;
  return { at, now: { stepId: planned[at] ?? "", left } };
}
