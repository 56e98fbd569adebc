import Joi from "joi";
import { failure, type Outcome, type Problem, refused, success } from "#core/outcome";
import { readBinaryStl, writeBinaryStl } from "#core/formats/stl";
import { readZip, writeZip } from "#core/formats/zip";
import { appDatabase, type Database, type Op, type Rows, tableNames, type TableName } from "#data/db";
import { check } from "#data/check";
import { write } from "#data/journal";
import { contentId } from "#core/mesh/contentId";
import { loadMesh, storeMesh } from "#data/meshes";
import { shapes } from "#data/shapes";

/** Version of the archive's JSON; see docs/format.md. Older ones are read, newer ones refused with a sentence. */
export const ARCHIVE_VERSION = 4;

type Archive = { readonly format: "inch-hollow"; readonly version: number; readonly tables: { readonly [T in TableName]: readonly Rows[T][] }; readonly meshes: readonly { readonly id: string; readonly name: string }[] };

/** Tables that live for one sitting only and stay out of archives. */
const passing: readonly TableName[] = ["timers"];

/** Everything there is as one ZIP: `archive.json` and a binary STL for each mesh. Equal data gives equal bytes. */
export async function exportArchive(db: Database = appDatabase()): Promise<Uint8Array<ArrayBuffer>> {
  const tables: Record<string, unknown[]> = {};
  for (const name of tableNames) tables[name] = passing.includes(name) ? [] : (await db.table(name).toArray()).sort((a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1));
  const files: Record<string, Uint8Array> = {};
  const meshes: { id: string; name: string }[] = [];
  for (const row of (await db.meshes.toArray()).sort((a, b) => (a.id < b.id ? -1 : 1))) {
    const soup = await loadMesh(row.id, db);
    meshes.push({ id: row.id, name: row.name });
    files[`meshes/${row.id}.stl`] = writeBinaryStl(soup!);
  }
  files["archive.json"] = new TextEncoder().encode(JSON.stringify({ format: "inch-hollow", version: ARCHIVE_VERSION, tables, meshes }, null, 1));
  return writeZip(files);
}

const envelope = Joi.object({
  format: Joi.valid("inch-hollow").required(), version: Joi.number().integer().min(1).required(),
  tables: Joi.object().required(), meshes: Joi.array().items(Joi.object({ id: Joi.string().required(), name: Joi.string().allow("").required() })).required(),
});

type Checked = { readonly ops: readonly Op[]; readonly meshes: readonly { readonly id: string; readonly name: string; readonly corners: Float32Array }[] };

/** Checks a whole archive, every row and mesh and every link between them, and writes nothing. Problems name their path. */
export async function readArchive(bytes: Uint8Array): Promise<Outcome<Checked>> {
  const zip = readZip(bytes, (name) => name === "archive.json" || /^meshes\/[0-9a-f]{32}\.stl$/.test(name));
  if (!zip.ok) return zip;
  const json = zip.value.get("archive.json");
  if (!json) return refused("archive/none", "This ZIP is no archive of Inch Hollow: it has no archive.json. Choose a file that was exported here.");
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder().decode(json));
  } catch (error) {
    if (error instanceof SyntaxError) return refused("archive/broken", "archive.json is damaged and cannot be read. Take another copy of the archive.", ["archive.json"]);
    throw error;
  }
  const shaped = check<Archive>(envelope.unknown(), parsed);
  if (!shaped.ok) return shaped;
  const archive = parsed as Archive;
  if (archive.version > ARCHIVE_VERSION) return refused("archive/newer", `This archive has version ${archive.version}; up to ${ARCHIVE_VERSION} is read here. Open it with a newer Inch Hollow.`, ["version"]);

  const problems: Problem[] = [];
  const ops: Op[] = [];
  const seen = new Map<TableName, Set<string>>();
  for (const table of tableNames) {
    const rows: unknown = archive.tables[table] ?? [];
    const ids = new Set<string>();
    seen.set(table, ids);
    if (!Array.isArray(rows)) {
      problems.push({ code: "archive/not-a-list", path: ["tables", table], message: `${table} is not a list.` });
      continue;
    }
    rows.forEach((row: unknown, i) => {
      const outcome = check(shapes[table] as Joi.Schema<Rows[TableName]>, row);
      if (!outcome.ok) problems.push(...outcome.problems.map((p) => ({ ...p, path: ["tables", table, i, ...p.path] })));
      else if (ids.has(outcome.value.id)) problems.push({ code: "archive/twice", path: ["tables", table, i, "id"], message: `The id ${outcome.value.id} stands twice.` });
      else {
        ids.add(outcome.value.id);
        ops.push({ table, put: outcome.value } as Op);
      }
    });
  }
  const meshes: { id: string; name: string; corners: Float32Array }[] = [];
  for (const [i, mesh] of archive.meshes.entries()) {
    const path = ["meshes", i];
    const file = zip.value.get(`meshes/${mesh.id}.stl`);
    const stl = file && readBinaryStl(file);
    if (!stl?.ok) problems.push({ code: "archive/mesh", path, message: `The mesh ${mesh.name || mesh.id} is missing or damaged.` });
    else if ((await contentId(stl.value.soup.corners)) !== mesh.id) problems.push({ code: "archive/mesh-changed", path, message: `The mesh ${mesh.name || mesh.id} is not the one that was exported.` });
    else meshes.push({ ...mesh, corners: stl.value.soup.corners });
  }
  const known = new Set(meshes.map((m) => m.id));
  for (const op of ops) {
    if (op.table !== "parts" || !("put" in op)) continue;
    if (!seen.get("scenes")!.has(op.put.sceneId)) problems.push({ code: "archive/no-scene", path: ["tables", "parts", op.put.id, "sceneId"], message: `The part ${op.put.name} belongs to a scene that is not in the archive.` });
    if (op.put.meshId && !known.has(op.put.meshId)) problems.push({ code: "archive/no-mesh", path: ["tables", "parts", op.put.id, "meshId"], message: `The part ${op.put.name} needs a mesh that is not in the archive.` });
  }
  return problems.length > 0 ? failure(...problems) : success({ ops, meshes });
}

export type ImportMode = "replace" | "add";

/**
 * Brings an archive in. `replace` makes this browser hold exactly what the archive holds; `add` puts its rows beside
 * and over what is here. Nothing is written unless all of it can be; one undo takes the rows back.
 */
export async function importArchive(bytes: Uint8Array, mode: ImportMode, now: string, db: Database = appDatabase()): Promise<Outcome<{ readonly scenes: number }>> {
  const read = await readArchive(bytes);
  if (!read.ok) return read;
  for (const m of read.value.meshes) await storeMesh(m.id, m.name, { corners: m.corners }, null, db);
  const kept = new Set(read.value.ops.map((op) => `${op.table} ${"put" in op ? op.put.id : ""}`));
  const removals: Op[] = [];
  if (mode === "replace") {
    for (const table of tableNames) for (const id of await db.table(table).toCollection().primaryKeys()) if (!kept.has(`${table} ${String(id)}`)) removals.push({ table, remove: String(id) } as Op);
  }
  await write("Import of an archive", [...removals, ...read.value.ops], now, db);
  return success({ scenes: read.value.ops.filter((op) => op.table === "scenes").length });
}
