import type { Outcome } from "#core/outcome";
import { refused, success } from "#core/outcome";
import type { CutPlane } from "#core/mesh/planeCut";
import { newPart } from "#core/plan/newPart";
import type { PartPlan } from "#core/plan/planPart";
import type { Joint } from "#core/plan/sceneData";
import { pegStyleOf } from "#core/print/pegPlaces";
import { appDatabase, type Op } from "#data/db";
import { write } from "#data/journal";
import { loadMesh, storeMesh } from "#data/meshes";
import { cutPieces } from "#workers/print";
import { localNow } from "#app/clock";

/** Meshes from which a part cut once is cut, in the words of the joint that holds it. */
const jointId = (partId: string) => `cut-${partId}`;

/**
 * Cuts a part along planes and puts its pieces beside it as parts of their own, with the joint that holds them: one step,
 * taken back by one undo.
 * @returns how many pieces and pegs came of it, or what was wrong
 */
export async function cutPart(p: PartPlan, planes: readonly CutPlane[], pegged: boolean, tell: (share: number) => void, signal: AbortSignal): Promise<Outcome<{ readonly pieces: number; readonly pegs: number }>> {
  const { part, rescale: { factor } } = p, soup = part.meshId ? await loadMesh(part.meshId) : null, process = p.finish?.printer.process ?? "filament";
  if (!soup) return refused("cut/no-mesh", `${part.name} has no model, so there is nothing to cut.`);
  const cut = await cutPieces(soup.corners, planes, factor, pegged ? pegStyleOf(process) : null, tell, signal);
  if (!cut.ok) return cut;
  const { pieces, pegs } = cut.value, { at } = localNow();
  const ops: Op[] = [{ table: "parts", put: { ...part, made: "from pieces", pose: null, hollow: null } }];
  for (const [i, piece] of pieces.entries()) {
    await storeMesh(piece.id, `${part.name}, piece ${i + 1}`, { corners: piece.corners }, piece.measurement);
    ops.push({ table: "parts", put: newPart({
      id: crypto.randomUUID(), sceneId: part.sceneId, name: `${part.name}, ${i + 1} of ${pieces.length}`.slice(0, 120), meshId: piece.id, source: part.source, unitMm: part.unitMm, unitSure: part.unitSure, ownFactor: part.ownFactor, count: part.count,
      process: part.process, printerId: part.printerId, materialId: part.materialId, recipeId: part.recipeId, use: part.use, clear: part.clear, origin: { ...part.origin, priceMinor: null }, pieceOf: { partId: part.id, number: i + 1, of: pieces.length },
    }) });
  }
  const joint: Joint = {
    id: jointId(part.id), sceneId: part.sceneId, name: `Pieces of ${part.name}`, partIds: [part.id], fit: pegs > 0 ? "snug" : "glued butt", gapInFileMm: null, glue: pegs > 0 ? "cyanoacrylate" : "epoxy, five-minute", count: (pieces.length - 1) * part.count, shows: true,
  };
  await write(`Cut ${part.name} into ${pieces.length}`, [...ops, { table: "joints", put: joint }], at);
  return success({ pieces: pieces.length, pegs });
}

/** Takes the pieces of a part away again: it is printed whole, if it can be. */
export async function uncutPart({ part }: PartPlan): Promise<void> {
  const db = appDatabase(), pieces = (await db.parts.where("sceneId").equals(part.sceneId).toArray()).filter((p) => p.pieceOf?.partId === part.id);
  const joint = await db.joints.get(jointId(part.id));
  await write(`Make ${part.name} whole`, [
    { table: "parts", put: { ...part, made: "printed" } }, ...pieces.map((p): Op => ({ table: "parts", remove: p.id })), ...(joint ? [{ table: "joints", remove: joint.id } satisfies Op] : []),
  ], localNow().at);
}
