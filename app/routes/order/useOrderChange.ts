import { useCallback } from "react";
import type { Scene } from "#core/scene/scene";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";

/** Changes what a scene says of its order, with a way back. */
export function useOrderChange(scene: Scene) {
  const say = useToast();
  return useCallback(
    async (
      patch: Partial<Pick<Scene, "orderWishes" | "orderChanges" | "setAside" | "theme">>,
      label: string,
    ) => {
      const outcome = await patchRow("scenes", scene.id, patch, label, localNow().at);
      if (outcome.ok) say(`${label}.`, undoAction);
      else say(outcome.problems[0]!.message);
    },
    [scene.id, say],
  );
}
