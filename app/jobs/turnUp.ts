import { turned, turnOf, type Vec3 } from "#core/mesh/pose";
import { type Part, type PartPatch, printOf } from "#core/scene/part";
import { loadMeshBlob } from "#data/meshes";
import { turnedMesh } from "#workers/print";
import { keep } from "#app/jobs/keep";
import type { Motion } from "#core/zones/motion";
import { carriedMap } from "#app/jobs/zoneMaps";
import { replacedVersion } from "#app/jobs/newVersion";

/**
 * Turns a part's mesh so that its foot is down, once for table, bed and drawing; the mesh as it was drawn is kept
 * among its versions, and one undo brings it back.
 * @returns what was done, in words
 */
export async function turnUp(part: Part, down: Vec3): Promise<string> {
  const corners = part.meshId === null ? null : await loadMeshBlob(part.meshId);
  if (!corners) return `${part.name} has no model, so there is nothing to turn.`;
  const mesh = await turnedMesh(corners, { down, turnDeg: 0 });
  const version = replacedVersion(part, "turned up on its foot");
  const patch = (now: Part): PartPatch => {
    const { versions } = now.history;
    return { ...turnedUp(now, down), meshId: mesh.id, history: { versions: [...versions, version] } };
  };
  const meshes = [{ ...mesh, name: `${part.name}, turned up` }];
  const motion: Motion = { turn: turnOf({ down, turnDeg: 0 }), shift: [0, 0, 0] };
  const zones = await carriedMap(part, mesh, motion);
  const change = { table: "parts", id: part.id, patch } as const;
  const kept = await keep(`Turn ${part.name} up`, [change, ...zones], { meshes });
  return kept.ok ? `${part.name} stands on its foot now.` : kept.problems[0]!.message;
}

/** What of a part's own decisions turns with its mesh; holes are bored where they are proposed anew. */
export function turnedUp(part: Part, down: Vec3): PartPatch {
  const { front } = part.finish;
  const { hollow } = printOf(part);
  return {
    size: { upSure: true },
    finish: { front: front && turned(turnOf({ down, turnDeg: 0 }), front) },
    print: { pose: null, hollow: hollow && { ...hollow, holes: [] } },
  };
}
