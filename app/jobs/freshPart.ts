import { newPart } from "#core/plan/newPart";
import type { Part } from "#core/plan/sceneData";

/** A part of a scene that nothing was decided of yet, under an id of its own. */
export const freshPart = (sceneId: string, given: Partial<Part> & Pick<Part, "name">): Part =>
  newPart({ id: crypto.randomUUID(), sceneId, ...given });
