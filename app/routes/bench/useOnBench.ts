import { useEffect, useState } from "react";
import { type OnBench, onBench } from "#core/order/onBench";

const keyOf = (sceneId: string) => `bench-at ${sceneId}`;

/** What was on the bench when its tab was closed, if that was today. */
function lastOnBench(sceneId: string, today: string): OnBench {
  const [day, ...stepId] = (localStorage.getItem(keyOf(sceneId)) ?? "").split(" ");
  return { stepId: day === today ? stepId.join(" ") : "", left: "" };
}

/**
 * What is on the bench stays there when an estimate or another tab makes the plan again, or the tab is closed
 * for a while.
 * @param planned ids of the steps still to be done, in order
 * @param asked id of a step that was asked for; "" for none
 * @returns where in `planned` the step on the bench is; 0 where there is none
 */
export function useOnBench(
  sceneId: string,
  today: string,
  planned: readonly string[],
  asked: string,
): number {
  const [kept, keep] = useState(() => ({ sceneId, on: lastOnBench(sceneId, today) }));
  const was = kept.sceneId === sceneId ? kept.on : lastOnBench(sceneId, today);
  const { at, now } = onBench(was, planned, asked);
  if (kept.sceneId !== sceneId || was.stepId !== now.stepId || was.left !== now.left)
    keep({ sceneId, on: now });
  useEffect(() => {
    if (now.stepId !== "") localStorage.setItem(keyOf(sceneId), `${today} ${now.stepId}`);
  }, [sceneId, today, now.stepId]);
  return at;
}
