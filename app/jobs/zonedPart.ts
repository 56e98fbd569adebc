import { data } from "react-router";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import { appDatabase } from "#data/db";
import { loadMesh } from "#data/meshes";
import { zoneMapOf } from "#app/jobs/zoneMaps";

/** A part's mesh with the map of its zones, for a page of its own. @throws 404 where there is no such part */
export async function loadZonedPart({
  sceneId,
  partId,
}: {
  readonly sceneId: string;
  readonly partId: string;
}) {
  const part = await appDatabase().parts.get(partId);
  if (!part || part.sceneId !== sceneId) throw data("No such part", { status: 404 });
  const map = (await zoneMapOf(part)) ?? null;
  // Of a part that nobody parted all faces are its one zone's; otherwise what no map says is open.
  const fill = part.zones.length === 1 ? part.zones[0]!.number : OPEN_ZONE;
  return { meshId: part.meshId, map, fill, soup: part.meshId ? await loadMesh(part.meshId) : null };
}
