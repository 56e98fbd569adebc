import type { Vec3 } from "#core/mesh/pose";
import type { FileVersion, Part } from "#core/scene/part";
import { loadMeshBlob } from "#data/meshes";
import { turnedMesh } from "#workers/print";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";

/**
 * Turns a part's mesh so that its foot is down, once for table, bed and drawing; the mesh as it was drawn is kept
 * among its versions, and one undo brings it back.
 * @returns what was done, in words
 */
export async function turnUp(part: Part, down: Vec3): Promise<string> {
  const corners = part.meshId === null ? null : await loadMeshBlob(part.meshId);
  if (!corners) return `${part.name} has no model, so there is nothing to turn.`;
  const turned = await turnedMesh(corners, { down, turnDeg: 0 });
  const version: FileVersion = {
    id: crypto.randomUUID(),
    meshId: part.meshId,
    fileName: part.origin.fileName,
    at: localNow().at,
    change: "turned up on its foot",
    flaw: "",
    corrected: true,
    trialCopies: 0,
    saidBy: "",
  };
  const patch = ({ history: { versions } }: Part) => ({
    meshId: turned.id,
    size: { upSure: true },
    history: { versions: [...versions, version] },
    print: { pose: null },
  });
  const mesh = { ...turned, name: `${part.name}, turned up` };
  const kept = await keep(`Turn ${part.name} up`, [{ table: "parts", id: part.id, patch }], {
    meshes: [mesh],
  });
  return kept.ok ? `${part.name} stands on its foot now.` : kept.problems[0]!.message;
}
