import { type Part, patchedPart, printOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import type { Change } from "#data/journal";
import { loadMeshBlob } from "#data/meshes";
import { mirroredMesh } from "#workers/print";
import { boundingBox } from "#core/mesh/triangleMesh";
import { mirrorMotion } from "#core/zones/motion";
import { carriedMap } from "#app/jobs/zoneMaps";
import { keep } from "#app/jobs/keep";

/**
 * Makes left and right of a part: the copies are shared out over it and its mirrored twin, a part of its own with a
 * mesh of its own. One undo takes both back.
 * @returns what was done, in words
 */
export async function makePair({ id, name }: Pick<Part, "id" | "name">): Promise<string> {
  // The row and not the plan's part: what the plan assumed of it is no decision.
  const part = await appDatabase().parts.get(id);
  const corners = part?.meshId ? await loadMeshBlob(part.meshId) : null;
  if (!part || !corners) return `${name} has no model, so there is nothing to mirror.`;
  const mesh = await mirroredMesh(corners);
  const [left, right] = pairOf(part, mesh.id, crypto.randomUUID());
  const changes: readonly Change[] = [
    { table: "parts", id: part.id, patch: { name: left.name, count: left.count } },
    { table: "parts", put: right },
    ...(await carriedMap(part, mesh, mirrorMotion(...widthOf(mesh.corners)))),
  ];
  const meshes = [{ ...mesh, name: right.name }];
  const kept = await keep(`Make a pair of ${part.name}`, changes, { meshes });
  return kept.ok ? `${left.count} left and ${right.count} right are planned.` : kept.problems[0]!.message;
}

function widthOf(corners: Float32Array): readonly [low: number, high: number] {
  const { min, max } = boundingBox(corners);
  return [min[0], max[0]];
}

/** Both hands of a part: half of the copies each, the odd one to the left; what was made so far is left. */
export function pairOf(part: Part, meshId: string, id: string): readonly [left: Part, right: Part] {
  const right = Math.max(1, Math.floor(part.count / 2));
  const left = Math.max(1, part.count - right);
  const name = part.name.slice(0, 100);
  const { front } = part.finish;
  const { hollow } = printOf(part);
  const mirror = patchedPart(part, {
    name: `${name}, right`,
    count: right,
    meshId,
    place: { placements: [] },
    history: { copies: [], versions: [] },
    finish: { front: front && [-front[0], front[1], front[2]] },
    // Its holes are bored where they are proposed for it.
    print: { pose: null, hollow: hollow && { ...hollow, holes: [] } },
  });
  return [patchedPart(part, { name: `${name}, left`, count: left }), { ...mirror, id }];
}
