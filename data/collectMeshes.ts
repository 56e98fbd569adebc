import type { Part } from "#core/scene/part";
import { appDatabase, type Database } from "#data/db";
import type { Op } from "#data/rows";
import type { LooseRow } from "#data/upgrades/upgrade";

/** Meshes that a part needs: its own, and those of the files that it had. */
function meshesOf(part: Pick<Part, "meshId" | "history">): readonly string[] {
  return [part.meshId, ...part.history.versions.map((v) => v.meshId)].filter((id) => id !== null);
}

/** The same of a row that nothing is known of. */
function meshesOfLoose(row: LooseRow): readonly string[] {
  // Rows of versions up to 6 had them beside the rest.
  const list = (row.history as { versions?: unknown } | undefined)?.versions ?? row.versions;
  const versions = Array.isArray(list) ? (list as readonly { meshId?: unknown }[]) : [];
  return [row.meshId, ...versions.map((v) => v?.meshId)].filter((id) => typeof id === "string");
}

/** Meshes that a row needs, as it would be put. */
export function meshesOfOp(op: Extract<Op, { put: unknown }>): readonly string[] {
  if (op.table === "parts") return meshesOf(op.put);
  return op.table === "unplaced" && op.put.table === "parts" ? meshesOfLoose(op.put.row) : [];
}

/** Meshes that the rows of parts need, and the rows that were kept aside: what an archive carries. */
export async function neededByRows(db: Database): Promise<ReadonlySet<string>> {
  const parts = (await db.parts.toArray()).flatMap(meshesOf);
  const aside = (await db.unplaced.toArray()).flatMap((put) => meshesOfOp({ table: "unplaced", put }));
  return new Set([...parts, ...aside]);
}

/** Meshes that undo would need to put things back. */
async function neededByUndo(db: Database): Promise<ReadonlySet<string>> {
  const needed = new Set<string>();
  await db.journal
    .where("undone")
    .equals(0)
    .each(({ inverse }) => {
      for (const op of inverse) {
        for (const id of "put" in op ? meshesOfOp(op) : []) needed.add(id);
      }
    });
  return needed;
}

/** What meshes take in this browser, bytes: all of them, and those that only undo still needs. */
export type MeshRoom = { readonly allBytes: number; readonly undoBytes: number };

const BYTES_A_TRIANGLE = 36;

export async function meshRoom(db: Database = appDatabase()): Promise<MeshRoom> {
  return db.transaction("r", [db.parts, db.unplaced, db.meshes], async () => {
    const rows = await neededByRows(db);
    let allBytes = 0;
    let undoBytes = 0;
    await db.meshes.each(({ id, triangles }) => {
      allBytes += triangles * BYTES_A_TRIANGLE;
      if (!rows.has(id)) undoBytes += triangles * BYTES_A_TRIANGLE;
    });
    return { allBytes, undoBytes };
  });
}

/**
 * Lets go of meshes that neither a row nor undo needs any more, and of what was measured and worked out on
 * them.
 * @returns how many meshes went
 */
export async function collectMeshes(db: Database = appDatabase()): Promise<number> {
  const tables = [db.parts, db.unplaced, db.journal, db.meshes, db.measurements, db.results];
  return db.transaction("rw", tables, async () => {
    const needed = new Set([...(await neededByRows(db)), ...(await neededByUndo(db))]);
    const isNeeded = (key: unknown) => needed.has(String(key).split("@", 1)[0]!);
    const gone = (await db.meshes.toCollection().primaryKeys()).filter((id) => !isNeeded(id));
    // Deleting nothing would be a write too, and every open page would read everything again for it.
    if (gone.length > 0) await db.meshes.bulkDelete(gone);
    // What was measured of a mesh stands under its id, and how it lies behind an @.
    const measured = (await db.measurements.toCollection().primaryKeys()).filter((key) => !isNeeded(key));
    if (measured.length > 0) await db.measurements.bulkDelete(measured);
    const worked = (await db.results.orderBy("meshId").uniqueKeys()).filter((id) => !isNeeded(id));
    if (worked.length > 0)
      await db.results
        .where("meshId")
        .anyOf(worked as string[])
        .delete();
    return gone.length;
  });
}

/** Forgets every change that could be taken back, and lets go of the meshes that were kept for it. */
export async function forgetUndo(db: Database = appDatabase()): Promise<number> {
  await db.transaction("rw", db.journal, async () => {
    // The last one stays as a number, so that what was written since the last saved file can still be
    // counted.
    const last = await db.journal.orderBy("seq").last();
    await db.journal.clear();
    if (last) await db.journal.put({ ...last, inverse: [], undone: 1 });
  });
  return collectMeshes(db);
}
