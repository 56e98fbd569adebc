import { newPart, type PartPatch } from "#core/scene/part";
import type { Part } from "#core/scene/part";

/** A part of a scene that nothing was decided of yet, under an id of its own. */
export const freshPart = (sceneId: string, given: PartPatch & Pick<Part, "name">): Part =>
  newPart({ id: crypto.randomUUID(), sceneId, ...given });
