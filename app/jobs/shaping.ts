import { type Outcome, refused, success } from "#core/outcome";
import type { CutPlane } from "#core/mesh/planeCut";
import { newPart, patchedPart, printOf } from "#core/scene/part";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Joint } from "#core/scene/joint";
import type { Part } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { pegStyleOf } from "#core/print/pegPlaces";
import type { Database } from "#data/db";
import type { Change } from "#data/journal";
import { loadMesh, loadMeshBlob, type NewMesh } from "#data/meshes";
import { type CutPiece, cutPieces, type ShellPieces, unitedMesh } from "#workers/print";
import { piecesMaps } from "#app/jobs/zoneMaps";
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
  return keptPieces(part, cut.value.pieces, cut.value.pegs);
}

/** Puts both shells of a part beside it as its pieces, glued where they were parted. */
export const keepShells = ({ part }: Pick<PartPlan, "part">, { pieces }: Pick<ShellPieces, "pieces">) =>
  keptPieces(part, pieces, 0);

async function keptPieces(
  part: Part,
  pieces: readonly CutPiece[],
  pegs: number,
): Promise<Outcome<{ readonly pieces: number; readonly pegs: number }>> {
  const meshes = pieces.map((piece, i): NewMesh => ({ ...piece, name: `${part.name}, piece ${i + 1}` }));
  const { zones, changes: maps } = await piecesMaps(part, pieces);
  const changes: readonly Change[] = [
    { table: "parts", id: part.id, patch: { made: "from pieces", print: { pose: null, hollow: null } } },
    ...pieces.map(({ id }, i): Change => {
      const piece = pieceOf(part, id, i + 1, pieces.length);
      return { table: "parts", put: zones ? { ...piece, zones } : piece };
    }),
    ...maps,
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

/**
 * Makes one piece of parts of one file that meet, beside them: both ways are a set, of which the one piece is printed.
 * @returns what was done, in words
 */
export async function mergeParts(parts: readonly Part[], signal: AbortSignal): Promise<string> {
  const [first] = parts;
  const blobs = await Promise.all(parts.map(({ meshId }) => (meshId ? loadMeshBlob(meshId) : null)));
  if (!first || blobs.some((b) => b === null)) return "One of them has no model, so they cannot be made one.";
  const one = await unitedMesh(blobs as Blob[], signal);
  if (!one.ok) return one.problems[0]!.message;
  const set = first.name.slice(0, 100);
  const name = `${parts.map((p) => p.name).join(" with ")}`.slice(0, 120);
  const whole = patchedPart(first, {
    ...{ name, meshId: one.value.id, set: { name: set, ways: ["in one"] } },
    ...{ place: { placements: first.place.placements }, history: { copies: [], versions: [] } },
    print: { pose: null, hollow: null, printRecipeId: null },
  });
  const kept = await keep(
    `Make one piece of ${parts.length}`,
    [
      ...parts.map(({ id }): Change => ({
        table: "parts",
        id,
        patch: { set: { name: set, ways: ["apart"] } },
      })),
      { table: "parts", put: { ...whole, id: crypto.randomUUID() } },
      {
        table: "scenes",
        id: first.sceneId,
        patch: ({ setWays }: Scene) => ({ setWays: { ...setWays, [set]: "in one" } }),
      },
    ],
    { meshes: [{ ...one.value, name }] },
  );
  return kept.ok
    ? `${name} is printed in one; Sets on Parts has them apart again.`
    : kept.problems[0]!.message;
}
