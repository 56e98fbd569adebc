import type { Finding, Stage } from "#core/plan/finding";
import { readReference, type Reference } from "#core/reference";
import { stagePath } from "#app/stages";

/** Where each kind of thing is selected on its own stage. */
const parameterOf = { joint: "joint", ground: "layer", step: "step", plate: "plate", need: "need" } as const;
const homeOf = { joint: "joints", ground: "ground", step: "order", plate: "plates", need: "stores" } as const;

/**
 * The page that shows a thing, with the thing selected on it.
 * @param stage the stage that is asked for; a part is shown on it, everything else on the stage it belongs to
 */
export function referenceLink(sceneId: string, stage: Stage, reference: Reference): string {
  const { kind, id } = readReference(reference);
  const with_ = (path: string, name: string) => `${path}?${name}=${encodeURIComponent(id)}`;
  switch (kind) {
    case "part":
      // The joints do not show a part by itself; its own page does.
      if (stage === "joints") return with_(stagePath(sceneId, "parts"), "part");
      return stage === "plates"
        ? `${stagePath(sceneId, "plates")}/part/${encodeURIComponent(id)}`
        : with_(stagePath(sceneId, stage), "part");
    case "printer":
      return with_("/workshop/printers", "printer");
    case "hours":
      return "/workshop/hours";
    case "board":
    case "scene":
      return stagePath(sceneId, stage);
    default:
      return with_(stagePath(sceneId, homeOf[kind]), parameterOf[kind]);
  }
}

/** Where a finding is mended, with what it is about selected. */
export const findingLink = (sceneId: string, { stage, about }: Finding) =>
  referenceLink(sceneId, stage, about);
