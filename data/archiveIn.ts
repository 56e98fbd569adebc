import { openArchive } from "#core/formats/archiveFile";
import { type Outcome, success } from "#core/outcome";
import {
  type ArchiveReading,
  type BadRowChoice,
  type Pause,
  readEnvelope,
  readRows,
  settledRows,
} from "#data/archiveRows";
import { meshesOfOp } from "#data/collectMeshes";
import { appDatabase, type Database } from "#data/db";
import { type Op, tableNames } from "#data/rows";
import { write } from "#data/journal";
import type { NewMesh } from "#data/meshes";

/**
 * `replace` makes this browser hold what the archive holds; `add` puts its rows beside and over what is here.
 */
export type ImportMode = "replace" | "add";

/** An archive that was read whole and looked at: its rows, and its meshes that are whole. */
export type ReadArchive = { readonly reading: ArchiveReading; readonly meshes: readonly NewMesh[] };

export type BroughtIn = { readonly scenes: number; readonly mended: number; readonly leftOut: number };

/** Reads an archive in scripts and tests; the app does the same away from the page. Writes nothing. */
export async function readArchive(bytes: Uint8Array): Promise<Outcome<ReadArchive>> {
  const opened = openArchive(bytes);
  if (!opened.ok) return opened;
  const json = readEnvelope(opened.value.json);
  if (!json.ok) return json;
  const meshes: NewMesh[] = [];
  for (const mesh of json.value.meshes) {
    const corners = await opened.value.mesh(mesh);
    if (corners.ok) meshes.push({ ...mesh, corners: corners.value, measurement: null });
  }
  const reading = await readRows(json.value, new Set(meshes.map((m) => m.id)));
  return success({ reading, meshes });
}

/**
 * Writes what was read, rows and meshes together; one undo takes the rows back. Rows that do not fit are left
 * out or mended
 * as was chosen.
 */
export async function bringIn(
  { reading, meshes }: ReadArchive,
  mode: ImportMode,
  choice: BadRowChoice,
  now: string,
  db: Database = appDatabase(),
  label = "Import of an archive",
  pause?: Pause,
): Promise<Outcome<BroughtIn>> {
  const settled = await settledRows(reading, choice, new Set(meshes.map((m) => m.id)), pause);
  const needed = new Set(settled.puts.flatMap(meshesOfOp));
  const changes = async (): Promise<readonly Op[]> => {
    if (mode === "add") return settled.puts;
    return [...(await removals(settled.puts, db)), ...settled.puts];
  };
  const wanted = meshes.filter((m) => needed.has(m.id));
  const written = await write(label, changes, now, db, { meshes: wanted });
  if (!written.ok) return written;
  const scenes = settled.puts.filter((op) => op.table === "scenes").length;
  return success({ scenes, mended: settled.mended, leftOut: settled.leftOut });
}

/** Everything that is here and not in the archive. */
async function removals(puts: readonly Op[], db: Database): Promise<readonly Op[]> {
  const kept = new Set(puts.map((op) => `${op.table} ${"put" in op ? op.put.id : ""}`));
  const gone: Op[] = [];
  for (const table of tableNames) {
    for (const id of await db.table(table).toCollection().primaryKeys()) {
      if (!kept.has(`${table} ${String(id)}`)) gone.push({ table, remove: String(id) } as Op);
    }
  }
  return gone;
}
