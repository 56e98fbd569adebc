import { useEffect, useState } from "react";

type OnBench = { readonly sceneId: string; readonly stepId: string; readonly left: string };

const keyOf = (sceneId: string) => `bench-at ${sceneId}`;

/** The step that was on the bench when its tab was closed, if that was today. */
function lastOnBench(sceneId: string, today: string): OnBench {
  const [day, ...stepId] = (localStorage.getItem(keyOf(sceneId)) ?? "").split(" ");
  return { sceneId, stepId: day === today ? stepId.join(" ") : "", left: "" };
}

/**
 * What is on the bench stays there when an estimate or another tab makes the plan again, or the tab is closed for a while.
 * Once it is done or skipped the first step of the plan takes its place, and undo puts it back.
 * @param planned ids of the steps still to be done, in order
 * @param asked id of a step that was asked for, which comes before all else; "" for none
 * @returns where in `planned` the step on the bench is; 0 where there is none
 */
export function useOnBench(sceneId: string, today: string, planned: readonly string[], asked: string): number {
  const [kept, keep] = useState(() => lastOnBench(sceneId, today)), was = kept.sceneId === sceneId ? kept : lastOnBench(sceneId, today);
  const at = Math.max(0, [asked, was.left, was.stepId].map((id) => planned.indexOf(id)).find((i) => i >= 0) ?? 0), stepId = planned[at] ?? "";
  const left = was.stepId !== "" && !planned.includes(was.stepId) ? was.stepId : planned.includes(was.left) ? "" : was.left;
  if (kept.sceneId !== sceneId || was.stepId !== stepId || was.left !== left) keep({ sceneId, stepId, left });
  useEffect(() => {
    if (stepId !== "") localStorage.setItem(keyOf(sceneId), `${today} ${stepId}`);
  }, [sceneId, today, stepId]);
  return at;
}
