import { type Outcome, success } from "#core/outcome";
import type { Part } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { loadMeshBlob } from "#data/meshes";
import { type CutPiece, thinnedMesh } from "#workers/print";
import { keep } from "#app/jobs/keep";
import { carriedMap } from "#app/jobs/zoneMaps";
import { replacedVersion } from "#app/jobs/newVersion";

/** Of a layer's height a face may be off: less than the layer hides (a default). */
const OF_A_LAYER = 0.25;

/** A lighter mesh: triangles before and after, and how far it is off at the most, mm on the bench. */
export type ThinMesh = {
  readonly piece: CutPiece;
  readonly from: number;
  readonly to: number;
  readonly offMm: number;
  readonly layerMm: number;
};

/**
 * Tries a mesh with no more triangles than layers of that height can show.
 * @param triangles that it has now
 * @param factor from file units to mm on the bench
 * @returns null where it has none to spare
 */
export async function tryThin(
  { meshId }: Pick<Part, "meshId">,
  triangles: number,
  layerMm: number,
  factor: number,
  signal: AbortSignal,
): Promise<Outcome<ThinMesh | null>> {
  const blob = meshId ? await loadMeshBlob(meshId) : null;
  if (!blob) return success(null);
  const thin = await thinnedMesh(blob, (OF_A_LAYER * layerMm) / factor, signal);
  if (!thin.ok) return thin;
  if (thin.value === null) return success(null);
  const { piece, off } = thin.value;
  return success({ piece, from: triangles, to: piece.measurement.triangles, offMm: off * factor, layerMm });
}

/** What is enough, in a sentence. */
export const thinText = ({ from, to, offMm, layerMm }: Omit<ThinMesh, "piece">): string =>
  `${to.toLocaleString("en")} of ${from.toLocaleString("en")} triangles are enough for ${layerMm} mm layers: nowhere more than ${offMm.toFixed(3)} mm off.`;

/** Gives a part its lighter mesh; the old one stays a version, and one undo brings it back. */
export async function takeThin({ id, name }: Pick<Part, "id" | "name">, thin: ThinMesh) {
  // The row and not the plan's part: what the plan assumed of it is no decision.
  const part = await appDatabase().parts.get(id);
  if (!part) return null;
  const version = replacedVersion(part, `thinned: ${thinText(thin)}`);
  const patch = ({ history: { versions } }: Part) => ({
    meshId: thin.piece.id,
    history: { versions: [...versions, version] },
  });
  const mesh = { ...thin.piece, name: `${name}, thinned` };
  const zones = await carriedMap(part, thin.piece);
  return keep(`Thin ${name}`, [{ table: "parts", id, patch }, ...zones], { meshes: [mesh] });
}
