import { useCallback } from "react";
import type { Problem } from "#core/outcome";
import type { Scene } from "#core/scene/scene";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { orderAction } from "./orderAction";

/** Moves a step, with a way back. */
export function useOrderMove(scene: Scene) {
  const say = useToast();
  return async ({ before, after }: { readonly before: string; readonly after: string }, label: string) => {
    const said = (await orderAction({ intent: "move", before, after, label }, scene.id)) as {
      readonly data?: { readonly problems: readonly Problem[] };
    };
    if (said.data) say(said.data.problems[0]!.message);
    else say(`${label}.`, undoAction);
  };
}

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
