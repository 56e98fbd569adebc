import type { Transaction } from "dexie";
import { check } from "#data/check";
import type { JournalRow, Op, Rows, TableName, UnplacedRow } from "#data/rows";
import { mended } from "#data/mend";
import { sceneOf } from "#data/sceneTables";
import { shapes } from "#data/shapes";
import type { LeftOfVersion, LooseRow, LooseTables, Upgrade } from "#data/upgrades/upgrade";

const idOf = ({ id }: LooseRow) => (typeof id === "string" ? id : (JSON.stringify(id) ?? "none"));

/** A row kept aside under what it was: the same row is kept once, however often it is met. */
export const unplaced = ({ table, row, why, version }: LeftOfVersion): UnplacedRow => ({
  id: `${table} ${idOf(row)} ${version}`.slice(0, 200),
  table,
  version,
  name: typeof row.name === "string" && row.name !== "" ? row.name : idOf(row),
  why,
  row: asText(row),
});

/** A row that can be exported: numbers that JSON has no place for as words. */
function asText(row: LooseRow): LooseRow {
  const wordy = (_: string, value: unknown) =>
    typeof value === "number" && !Number.isFinite(value) ? String(value) : value;
  return JSON.parse(JSON.stringify(row, wordy)) as LooseRow;
}

/**
 * Runs one upgrade over a database that is being opened: rows, and what undo would put back.
 * @param left receives the rows that have no place any more
 */
export async function upgradeDatabase(
  db: Transaction,
  upgrade: Upgrade,
  left: LeftOfVersion[],
): Promise<void> {
  const names = upgrade.tables;
  const lists = await Promise.all(names.map((name) => db.table<LooseRow>(name).toArray()));
  const before = Object.fromEntries(names.map((name, i) => [name, lists[i]!])) as LooseTables;
  const carried = upgrade.carry(before);
  left.push(...carried.left.map((row) => ({ ...row, version: upgrade.from })));
  for (const [name, rows] of Object.entries(carried.tables)) {
    const kept = new Set(rows.map(idOf));
    const gone = (before[name] ?? []).map(idOf).filter((id) => !kept.has(id));
    await db.table(name).bulkDelete(gone);
    await db.table<LooseRow>(name).bulkPut([...rows]);
  }
  await upgradeJournal(db, upgrade);
}

/**
 * What undo puts back is brought along; a change that cannot be, and all before it, can no longer be taken
 * back.
 */
async function upgradeJournal(db: Transaction, upgrade: Upgrade): Promise<void> {
  const changes = await db.table<JournalRow>("journal").orderBy("seq").reverse().toArray();
  let lost = false;
  for (const change of changes) {
    const inverse: readonly Op[] | null = lost ? null : carriedOps(change.inverse, upgrade);
    lost ||= inverse === null;
    if (inverse === null) await db.table("journal").delete(change.seq);
    else await db.table<JournalRow>("journal").put({ ...change, inverse });
  }
}

function carriedOps(ops: readonly Op[], upgrade: Upgrade): readonly Op[] | null {
  const puts = ops.filter((op) => "put" in op && upgrade.tables.includes(op.table));
  if (puts.length === 0) return ops;
  const tables: Record<string, LooseRow[]> = {};
  for (const op of puts) if ("put" in op) (tables[op.table] ??= []).push(op.put as unknown as LooseRow);
  const given = Object.fromEntries(upgrade.tables.map((name) => [name, tables[name] ?? []]));
  const carried = upgrade.carry(given);
  if (carried.left.length > 0) return null;
  const rest = ops.filter((op) => !puts.includes(op));
  const put = Object.entries(carried.tables).flatMap(([table, rows]) =>
    rows.map((row) => ({ table, put: row }) as unknown as Op),
  );
  return [...rest, ...put];
}

/** What was wrong with a row, and the row as it can be kept; null where it can only be kept aside. */
type Finding = { readonly why: string; readonly row: unknown };

/**
 * The last step: every row is looked at by today's shapes. One that does not fit is mended where that has one
 * answer, and
 * kept aside otherwise; either way it stands as it was in `unplaced`, with what was wrong.
 * @param version the one that these rows were written by
 */
export async function settleRows(
  db: Transaction,
  names: readonly TableName[],
  left: readonly LeftOfVersion[],
  version: number,
): Promise<void> {
  const aside = left.map(unplaced);
  const meshes = new Set(await db.table("meshes").toCollection().primaryKeys());
  // Scenes come first in the list, so that those that are left are known when their rows are looked at.
  const scenes = new Set<unknown>();
  for (const table of names) {
    const rows = await db.table<LooseRow>(table).toArray();
    for (const row of rows) {
      const found = lookedAt(table, row, scenes, meshes);
      if (found) {
        aside.push(unplaced({ table, row, why: found.why, version }));
        if (found.row === null) await db.table(table).delete(idOf(row));
        else await db.table(table).put(found.row);
      }
      if (table === "scenes" && found?.row !== null) scenes.add(row.id);
    }
  }
  if (aside.length > 0) await db.table<UnplacedRow>("unplaced").bulkPut(aside);
}

function lookedAt(
  table: TableName,
  row: LooseRow,
  scenes: ReadonlySet<unknown>,
  meshes: ReadonlySet<unknown>,
): Finding | null {
  const shaped = check<Rows[TableName]>(shapes[table], row);
  const mend = shaped.ok ? { row: row as unknown as Rows[TableName], changes: [] } : mended(table, row);
  if (!mend) {
    const wrong = shaped.ok ? [] : shaped.problems.slice(0, 3);
    return { why: wrong.map((p) => `${p.path.join("/")}: ${p.message}`).join(" "), row: null };
  }
  const op = { table, put: mend.row } as Extract<Op, { put: unknown }>;
  const sceneId = sceneOf(op);
  if (sceneId !== null && !scenes.has(sceneId)) return { why: "Its scene is not there.", row: null };
  const lost = op.table === "parts" && op.put.meshId !== null && !meshes.has(op.put.meshId);
  const changes = [
    ...mend.changes,
    ...(lost ? ["its model is not there: it stays as a part without one"] : []),
  ];
  if (changes.length === 0) return null;
  const kept = lost ? { ...op.put, meshId: null } : op.put;
  return { why: `It was mended (${changes.join("; ")}), and stands here as it was.`, row: kept };
}
