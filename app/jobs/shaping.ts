import { type Outcome, refused, success } from "#core/outcome";
import type { CutPlane } from "#core/mesh/planeCut";
import { newPart, printOf } from "#core/scene/part";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Joint } from "#core/scene/joint";
import type { Part } from "#core/scene/part";
import { pegStyleOf } from "#core/print/pegPlaces";
import type { Database } from "#data/db";
import type { Change } from "#data/journal";
import { loadMesh, type NewMesh } from "#data/meshes";
import { cutPieces } from "#workers/print";
import { keep } from "#app/jobs/keep";

/** Meshes from which a part cut once is cut, in the words of the joint that holds it. */
const jointId = (partId: string) => `cut-${partId}`;

/**
 * Cuts a part along planes and puts its pieces beside it as parts of their own, with the joint that holds
 * them: one step,
 * taken back by one undo.
 * @returns how many pieces and pegs came of it, or what was wrong
 */
export async function cutPart(
  p: PartPlan,
  planes: readonly CutPlane[],
  pegged: boolean,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<Outcome<{ readonly pieces: number; readonly pegs: number }>> {
  const { part, rescale } = p;
  const soup = part.meshId ? await loadMesh(part.meshId) : null;
  const process = p.finish?.printer.process ?? "filament";
  if (!soup) return refused("cut/no-mesh", `${part.name} has no model, so there is nothing to cut.`);
  const style = pegged ? pegStyleOf(process) : null;
  const cut = await cutPieces(soup.corners, planes, rescale.factor, style, tell, signal);
  if (!cut.ok) return cut;
  const { pieces, pegs } = cut.value;
  const meshes = pieces.map((piece, i): NewMesh => ({ ...piece, name: `${part.name}, piece ${i + 1}` }));
  const changes: readonly Change[] = [
    { table: "parts", id: part.id, patch: { made: "from pieces", print: { pose: null, hollow: null } } },
    ...pieces.map(({ id }, i): Change => ({ table: "parts", put: pieceOf(part, id, i + 1, pieces.length) })),
    { table: "joints", put: jointOf(part, pieces.length, pegs) },
  ];
  const kept = await keep(`Cut ${part.name} into ${pieces.length}`, changes, { meshes });
  return kept.ok ? success({ pieces: pieces.length, pegs }) : kept;
}

function pieceOf(part: Part, meshId: string, number: number, of: number): Part {
  const { sceneId, count, origin, size } = part;
  const { process, printerId, materialId, printRecipeId, use, clear } = printOf(part);
  return newPart({
    id: crypto.randomUUID(),
    sceneId,
    name: `${part.name.slice(0, 100)}, ${number} of ${of}`,
    count,
    meshId,
    origin: { ...origin, priceMinor: null },
    size: { ...size, features: [], boxMm: null },
    print: {
      process,
      printerId,
      materialId,
      printRecipeId,
      use,
      clear,
      pieceOf: { partId: part.id, number, of },
    },
  });
}

const jointOf = (part: Part, pieces: number, pegs: number): Joint => ({
  id: jointId(part.id),
  sceneId: part.sceneId,
  name: `Pieces of ${part.name}`.slice(0, 120),
  partIds: [part.id],
  fit: pegs > 0 ? "snug" : "glued butt",
  gapInFileMm: null,
  glue: pegs > 0 ? "cyanoacrylate" : "five-minute epoxy",
  count: (pieces - 1) * part.count,
  shows: true,
});

/** Takes the pieces of a part away again: it is printed whole, if it can be. */
export async function uncutPart({ part }: PartPlan): Promise<Outcome<unknown>> {
  return keep(`Make ${part.name} whole`, async (db: Database): Promise<readonly Change[]> => {
    const all = await db.parts.where("sceneId").equals(part.sceneId).toArray();
    const pieces = all.filter((p) => printOf(p).pieceOf?.partId === part.id);
    return [
      { table: "parts", id: part.id, patch: { made: "printed" } },
      ...pieces.map((p): Change => ({ table: "parts", remove: p.id })),
      { table: "joints", remove: jointId(part.id) },
    ];
  });
}
