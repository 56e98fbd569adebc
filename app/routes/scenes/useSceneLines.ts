import { useEffect, useState } from "react";
import { type SceneLine, sceneLine } from "#core/plan/sceneLine";
import type { Scene } from "#core/scene/scene";
import { sceneView } from "#app/jobs/sceneView";

/** What is said of a scene: as it was last, being made again, or as it is now; or why its plan could not be made. */
export type LineNow = {
  readonly line: SceneLine | null;
  readonly state: "being made" | "as it is" | "as it was";
  readonly problem: string | null;
};

/**
 * The line of every scene, at first as it was last, then one scene after the other as its plan is now. A plan that
 * fails is the trouble of its own line. Scenes that are set aside are not planned for it.
 */
export function useSceneLines(
  scenes: readonly Scene[],
  kept: ReadonlyMap<string, SceneLine>,
): ReadonlyMap<string, LineNow> {
  const [made, setMade] = useState<ReadonlyMap<string, LineNow>>(new Map());
  useEffect(() => {
    let stopped = false;
    const make = async () => {
      for (const { id, aside } of scenes) {
        if (stopped) return;
        if (aside) continue;
        const line = await lineOf(id);
        if (!stopped) setMade((before) => new Map(before).set(id, line));
      }
    };
    void make();
    return () => {
      stopped = true;
    };
  }, [scenes]);
  return new Map(
    scenes.map(({ id, aside }): readonly [string, LineNow] => [
      id,
      made.get(id) ?? {
        line: kept.get(id) ?? null,
        state: aside ? "as it was" : "being made",
        problem: null,
      },
    ]),
  );
}

async function lineOf(sceneId: string): Promise<LineNow> {
  try {
    const view = await sceneView(sceneId);
    const line = view && sceneLine(view.input, view.plan);
    return { line, state: "as it is", problem: null };
  } catch (error) {
    console.error(error);
    const problem = error instanceof Error ? error.message : String(error);
    return { line: null, state: "as it is", problem: problem.slice(0, 200) };
  }
}
