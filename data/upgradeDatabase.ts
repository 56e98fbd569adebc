import type { JournalRow, Op, UnplacedRow } from "#data/rows";
import type { LeftOfVersion, LooseRow, LooseTables, Upgrade } from "#data/upgrades/upgrade";
import type { Transaction } from "dexie";

/** The id of a row, whatever it is. */
export const idOf = ({ id }: LooseRow) => (typeof id === "string" ? id : (JSON.stringify(id) ?? "none"));

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
