import { MEASURE_VERSION, type MeshMeasurement } from "#core/mesh/measure";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Derived } from "#core/plan/sceneData";
import { appDatabase, type Database, type MeshRow, type ResultRow } from "#data/db";

/** Keeps a mesh and what was measured of it. Meshes are content: undo never touches them. */
export async function storeMesh(id: string, name: string, soup: TriangleSoup, measurement: MeshMeasurement | null, db: Database = appDatabase()): Promise<void> {
  const row: MeshRow = { id, name, triangles: soup.corners.length / 9, corners: new Blob([soup.corners as Float32Array<ArrayBuffer>]) };
  await db.transaction("rw", db.meshes, db.measurements, async () => {
    if (!(await db.meshes.get(id))) await db.meshes.put(row);
    if (measurement) await db.measurements.put({ meshId: id, version: measurement.version, measurement });
  });
}

/** @returns null when no such mesh is stored */
export async function loadMesh(id: string, db: Database = appDatabase()): Promise<TriangleSoup | null> {
  const row = await db.meshes.get(id);
  return row ? { corners: new Float32Array(await row.corners.arrayBuffer()) } : null;
}

export const storeMeasurement = (meshId: string, measurement: MeshMeasurement, db: Database = appDatabase()) =>
  db.measurements.put({ meshId, version: measurement.version, measurement });

/** The measurements that are there and up to date, by mesh. */
export async function loadMeasurements(meshIds: readonly string[], db: Database = appDatabase()): Promise<ReadonlyMap<string, MeshMeasurement>> {
  const rows = await db.measurements.bulkGet([...new Set(meshIds)]);
  return new Map(rows.flatMap((r) => (r && r.version === MEASURE_VERSION ? [[r.meshId, r.measurement] as const] : [])));
}

/** Results kept for one mesh: other scales and machines come and go. */
const KEPT_RESULTS = 24;

/** Keeps what was worked out on meshes; the oldest of a mesh make room. */
export async function storeResults(rows: readonly ResultRow[], db: Database = appDatabase()): Promise<void> {
  await db.transaction("rw", db.results, async () => {
    await db.results.bulkPut([...rows]);
    for (const meshId of new Set(rows.map((r) => r.meshId))) {
      const kept = await db.results.where("meshId").equals(meshId).primaryKeys();
      const fresh = new Set(rows.map((r) => r.key));
      const old = kept.filter((k) => !fresh.has(k));
      if (kept.length > KEPT_RESULTS) await db.results.bulkDelete(old.slice(0, kept.length - KEPT_RESULTS));
    }
  });
}

export async function loadDerived(meshIds: readonly string[], db: Database = appDatabase()): Promise<Derived> {
  const rows = await db.results.where("meshId").anyOf([...new Set(meshIds)]).toArray();
  return {
    works: new Map(rows.flatMap((r) => (r.value.kind === "work" ? [[r.key, r.value.work] as const] : []))),
    shells: new Map(rows.flatMap((r) => (r.value.kind === "shell" ? [[r.key, r.value.shell] as const] : []))),
  };
}
