import { appDatabase, type Database, type JournalRow, type Op, type TableName } from "#data/db";

/** How many changes can be taken back. */
const KEPT = 200;

/**
 * The one way to write: applies the changes together and records how to take them back.
 * @param label what the builder would call it, for the undo message: `Delete the scene Withy Sluice`
 * @param afterUndo put in place when it is taken back, where what was there before would at once lead to the same again
 */
export async function write(label: string, ops: readonly Op[], at: string, db: Database = appDatabase(), afterUndo: readonly Op[] = []): Promise<void> {
  if (ops.length === 0) return;
  const names = [...new Set(ops.map((op) => op.table))];
  await db.transaction("rw", [...names.map((n) => db.table(n)), db.journal], async () => {
    const inverse: Op[] = [];
    for (const op of ops) inverse.unshift(await apply(db, op));
    await db.journal.add({ label, at, inverse: [...inverse, ...afterUndo], undone: 0 } as unknown as JournalRow);
    const old = await db.journal.orderBy("seq").reverse().offset(KEPT).primaryKeys();
    if (old.length > 0) await db.journal.bulkDelete(old);
  });
}

/** Applies one change and returns its opposite. */
async function apply(db: Database, op: Op): Promise<Op> {
  const table = db.table(op.table);
  const id = "put" in op ? op.put.id : op.remove;
  const before: unknown = await table.get(id);
  if ("put" in op) await table.put(op.put);
  else await table.delete(op.remove);
  return (before === undefined ? { table: op.table, remove: id } : { table: op.table, put: before }) as Op;
}

/** Takes the last change back. @returns its label, or null when there is nothing to take back */
export async function undoLast(db: Database = appDatabase()): Promise<string | null> {
  return db.transaction("rw", [...db.tables], async () => {
    const last = await db.journal.where("undone").equals(0).last();
    if (!last) return null;
    for (const op of last.inverse) await apply(db, op);
    await db.journal.update(last.seq, { undone: 1 });
    return last.label;
  });
}

/** The label of the change that undo would take back, or null. */
export async function undoLabel(db: Database = appDatabase()): Promise<string | null> {
  return (await db.journal.where("undone").equals(0).last())?.label ?? null;
}

/** Removes the rows of a scene in every table that has some, as one change. */
export async function sceneRemoval(sceneId: string, db: Database): Promise<Op[]> {
  const of = async (table: TableName) => (await db.table(table).where("sceneId").equals(sceneId).primaryKeys()).map((id) => ({ table, remove: String(id) }) as Op);
  return [{ table: "scenes", remove: sceneId }, ...(await of("parts")), ...(await of("joints")), ...(await of("grounds")), ...(await of("ledger")), ...(await of("records")), ...(await of("timers")), ...(await of("layouts")), ...(await of("runs")), ...(await of("gcodes")), ...(await of("notes")), { table: "plans", remove: sceneId }];
}
