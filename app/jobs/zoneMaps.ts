import type { Part } from "#core/scene/part";
import { type BornZones, freeNumber, MOST_ZONES, wholeZone, type Zone, zonesOnMap } from "#core/scene/zone";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import type { Motion } from "#core/zones/motion";
import { ZONE_MEASURE_VERSION } from "#core/zones/zoneMeasure";
import { appDatabase, type Database } from "#data/db";
import type { Change } from "#data/journal";
import { loadMeshBlob } from "#data/meshes";
import { carryMap, type KeptMap } from "#workers/zones";
import { keep } from "#app/jobs/keep";

/** The map of a mesh in a scene; undefined where nobody parted it. */
export async function zoneMapOf(
  { sceneId, meshId }: Pick<Part, "sceneId" | "meshId">,
  db: Database = appDatabase(),
): Promise<ZoneMap | undefined> {
  const maps = await db.zoneMaps.where("sceneId").equals(sceneId).toArray();
  return maps.find((m) => m.meshId === meshId);
}

const numbersOf = ({ measures }: Pick<KeptMap, "measures">): readonly number[] =>
  measures.map((m) => m.number).filter((n) => n !== OPEN_ZONE);

const mapRow = (sceneId: string, meshId: string, id: string | undefined, map: KeptMap): ZoneMap => ({
  ...map,
  id: id ?? crypto.randomUUID(),
  sceneId,
  meshId,
  measureVersion: ZONE_MEASURE_VERSION,
  stamp: crypto.randomUUID(),
});

/**
 * Keeps a changed map, with the zones of every part of its mesh in the scene, as one step.
 * @returns the stamp of the map as kept, or null where it could not be
 */
export async function keepZones(
  label: string,
  part: Pick<Part, "sceneId" | "meshId">,
  map: KeptMap,
  born: BornZones,
): Promise<string | null> {
  const { sceneId, meshId } = part;
  if (meshId === null) return null;
  const before = await zoneMapOf(part);
  const row = mapRow(sceneId, meshId, before?.id, map);
  const kept = await keep(label, async (db: Database): Promise<readonly Change[]> => {
    const all = await db.parts.where("sceneId").equals(sceneId).toArray();
    const same = all.filter((p) => p.meshId === meshId);
    return [
      { table: "zoneMaps", put: row },
      ...same.map(({ id }): Change => ({
        table: "parts",
        id,
        patch: ({ zones }: Part) => ({ zones: zonesOnMap(zones, numbersOf(map), born) }),
      })),
    ];
  });
  return kept.ok ? row.stamp : null;
}

/**
 * The map of a part on the mesh that it is given next, as a change to be kept with it; none where nobody parted it.
 * What was not found again is open, and the part's page says so.
 * @param motion from the old mesh's frame to the new one's; null where it is the same
 * @param cutFace the zone of faces that were no surface before
 */
export async function carriedMap(
  part: Pick<Part, "sceneId" | "meshId">,
  next: { readonly id: string; readonly corners: Float32Array | Blob },
  motion: Motion | null = null,
  factor = 1,
  cutFace = OPEN_ZONE,
): Promise<readonly Change[]> {
  const map = await zoneMapOf(part);
  const blob = map && (await loadMeshBlob(map.meshId));
  if (!map || !blob) return [];
  const cornersOf = async (b: Blob) => new Float32Array(await b.arrayBuffer());
  const old = { corners: await cornersOf(blob), map };
  const corners = next.corners instanceof Blob ? await cornersOf(next.corners) : next.corners;
  const carried = await carryMap(old, motion, corners, factor, cutFace);
  if (!carried) return [];
  return [{ table: "zoneMaps", put: mapRow(part.sceneId, next.id, undefined, carried.map) }];
}

/**
 * The maps of pieces that a part was cut into, and their zones: those of the whole, and the faces of the cut, which
 * mate. Nothing where nobody parted it.
 */
export async function piecesMaps(
  part: Part,
  pieces: readonly { readonly id: string; readonly corners: Float32Array | Blob }[],
): Promise<{ readonly zones: readonly Zone[] | null; readonly changes: readonly Change[] }> {
  if (part.zones.length < 2 || !(await zoneMapOf(part))) return { zones: null, changes: [] };
  const number = freeNumber(part.zones.map((z) => z.number));
  const cut: Zone = { ...wholeZone, number, name: "cut face", meaning: "mating" };
  const maps = await Promise.all(pieces.map((piece) => carriedMap(part, piece, null, 1, number)));
  return { zones: [...part.zones, cut].slice(-MOST_ZONES), changes: maps.flat() };
}
