import { type ArchiveJson, packArchive } from "#core/formats/archiveFile";
import { appDatabase, type Database } from "#data/db";
import { type MeshRow, tableNames } from "#data/rows";
import { neededByRows } from "#data/collectMeshes";
import { DATA_VERSION } from "#data/upgrades/upgraded";

/**
 * Everything that an archive carries, as it stood at one moment. The triangles are read when they are packed.
 */
export type ArchiveContent = { readonly json: ArchiveJson; readonly meshes: readonly MeshRow[] };

const byId = (a: { readonly id: string }, b: { readonly id: string }) =>
  a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** All rows, sorted, and the meshes that they need. */
export async function archiveContent(db: Database = appDatabase()): Promise<ArchiveContent> {
  const tables = tableNames.map((name) => db.table<{ id: string }>(name));
  return db.transaction("r", [...tables, db.meshes], async () => {
    const lists = await Promise.all(tables.map((table) => table.toArray()));
    const rows = Object.fromEntries(tableNames.map((name, i) => [name, lists[i]!.sort(byId)]));
    const needed = await neededByRows(db);
    const found = await db.meshes.bulkGet([...needed].sort());
    const meshes = found.filter((row) => row !== undefined);
    const listed = meshes.map(({ id, name }) => ({ id, name }));
    return { json: { format: "inch-hollow", version: DATA_VERSION, tables: rows, meshes: listed }, meshes };
  });
}

/**
 * The archive as one array of bytes, for scripts and tests; the app packs it away from the page. Equal data,
 * equal bytes.
 */
export async function exportArchive(db: Database = appDatabase()): Promise<Uint8Array<ArrayBuffer>> {
  const { json, meshes } = await archiveContent(db);
  const blobs = new Map(meshes.map((row) => [row.id, row.corners]));
  const chunks: Uint8Array<ArrayBuffer>[] = [];
  const corners = async (id: string) => new Float32Array(await blobs.get(id)!.arrayBuffer());
  const packed = await packArchive(json, corners, (chunk) => chunks.push(chunk));
  if (!packed.ok) throw new Error(packed.problems[0]!.message);
  return new Uint8Array(await new Blob(chunks).arrayBuffer());
}
