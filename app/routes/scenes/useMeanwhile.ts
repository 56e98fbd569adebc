import { useEffect } from "react";
import { measuredIds } from "#data/workshop";
import { settleRuns } from "#app/jobs/plateRuns";
import { type SceneView, sceneView } from "#app/jobs/sceneView";
import { workOut } from "#app/jobs/workOut";

/** Longest that a timer of a browser can be trusted with. */
const LOOK_AGAIN_MS = 60_000;

/**
 * What goes on while a scene is open: estimates are worked out on the meshes, simulated machines end, the
 * other scenes are measured.
 */
export function useMeanwhile({ plan, others, input }: SceneView): void {
  useEffect(() => workOut(plan.wanted), [plan.wanted]);
  const unmeasured = others
    .filter((o) => measuredIds(o.parts).some((id) => !o.measurements.has(id)))
    .map((o) => o.scene.id)
    .join(" ");
  useEffect(() => {
    for (const id of unmeasured.split(" ").filter(Boolean)) void sceneView(id);
  }, [unmeasured]);
  const running = [input, ...others].some((i) => i.runs.some((r) => r.state === "running" && r.simulated));
  useEffect(() => {
    if (!running) return undefined;
    let timer: ReturnType<typeof setTimeout>;
    let stopped = false;
    const look = async () => {
      const next = await settleRuns();
      if (!stopped && next !== null)
        timer = setTimeout(() => void look(), Math.max(250, Math.min(LOOK_AGAIN_MS, next - Date.now() + 50)));
    };
    void look();
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, [running]);
}
