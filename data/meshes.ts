import { MEASURE_VERSION, type MeshMeasurement } from "#core/mesh/measure";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Derived } from "#core/scene/planInput";
import { appDatabase, type Database } from "#data/db";
import type { MeshRow, ResultRow } from "#data/rows";
import { keepIfPossible } from "#data/storeProblem";

/** A mesh on its way in: its corners as numbers, or as the bytes of single-precision numbers. */
export type NewMesh = {
  readonly id: string;
  readonly name: string;
  readonly corners: Float32Array | Blob;
  readonly measurement: MeshMeasurement | null;
};

/** A mesh as it is kept, made before a transaction begins. */
export type MeshRecord = { readonly row: MeshRow; readonly measurement: MeshMeasurement | null };

const BYTES_A_TRIANGLE = 36;

export function meshRow({ id, name, corners, measurement }: NewMesh): MeshRecord {
  const blob = corners instanceof Blob ? corners : new Blob([corners as Float32Array<ArrayBuffer>]);
  return { row: { id, name, triangles: blob.size / BYTES_A_TRIANGLE, corners: blob }, measurement };
}

/**
 * Keeps meshes inside a transaction over `meshes` and `measurements`. Meshes are content: one that is there
 * stays, and undo
 * never touches them. They go when nothing needs them any more: see `collectMeshes`.
 */
export async function putMeshes(meshes: readonly MeshRecord[], db: Database): Promise<void> {
  for (const { row, measurement } of meshes) {
    if (!(await db.meshes.get(row.id))) await db.meshes.put(row);
    if (measurement) await db.measurements.put({ meshId: row.id, version: measurement.version, measurement });
  }
}

/** The bytes of a mesh's corners, for a worker to read without the page. @returns null when there is none */
export const loadMeshBlob = async (id: string, db: Database = appDatabase()): Promise<Blob | null> =>
  (await db.meshes.get(id))?.corners ?? null;

/** @returns null when no such mesh is stored */
export async function loadMesh(id: string, db: Database = appDatabase()): Promise<TriangleSoup | null> {
  const blob = await loadMeshBlob(id, db);
  return blob && { corners: new Float32Array(await blob.arrayBuffer()) };
}

/** Keeps what was measured, if there is room for it: it can be measured again. */
export const storeMeasurement = (
  meshId: string,
  measurement: MeshMeasurement,
  db: Database = appDatabase(),
) => keepIfPossible(() => db.measurements.put({ meshId, version: measurement.version, measurement }));

/** The measurements that are there and up to date, by mesh. */
export async function loadMeasurements(
  meshIds: readonly string[],
  db: Database = appDatabase(),
): Promise<ReadonlyMap<string, MeshMeasurement>> {
  const rows = await db.measurements.bulkGet([...new Set(meshIds)]);
  const fresh = rows.flatMap((r) =>
    r && r.version === MEASURE_VERSION ? [[r.meshId, r.measurement] as const] : [],
  );
  return new Map(fresh);
}

/** Results kept for one mesh: other scales and machines come and go. */
const KEPT_RESULTS = 24;

/** Keeps what was worked out on meshes, if there is room for it; the oldest of a mesh make room. */
export async function storeResults(rows: readonly ResultRow[], db: Database = appDatabase()): Promise<void> {
  const store = () =>
    db.transaction("rw", db.results, async () => {
      await db.results.bulkPut([...rows]);
      for (const meshId of new Set(rows.map((r) => r.meshId))) {
        const kept = await db.results.where("meshId").equals(meshId).primaryKeys();
        const fresh = new Set(rows.map((r) => r.key));
        const old = kept.filter((k) => !fresh.has(k));
        if (kept.length > KEPT_RESULTS) await db.results.bulkDelete(old.slice(0, kept.length - KEPT_RESULTS));
      }
    });
  await keepIfPossible(store);
}

export async function loadDerived(
  meshIds: readonly string[],
  db: Database = appDatabase(),
): Promise<Omit<Derived, "zones">> {
  const rows = await db.results
    .where("meshId")
    .anyOf([...new Set(meshIds)])
    .toArray();
  return {
    works: new Map(rows.flatMap((r) => (r.value.kind === "work" ? [[r.key, r.value.work] as const] : []))),
    ways: new Map(rows.flatMap((r) => (r.value.kind === "ways" ? [[r.key, r.value.ways] as const] : []))),
    shells: new Map(rows.flatMap((r) => (r.value.kind === "shell" ? [[r.key, r.value.shell] as const] : []))),
  };
}
