import { check } from "#data/check";
import { mended } from "#data/mend";
import type { Op, Rows, TableName, UnplacedRow } from "#data/rows";
import { sceneOf } from "#data/sceneTables";
import { shapes } from "#data/shapes";
import { idOf, unplaced } from "#data/upgradeDatabase";
import type { LeftOfVersion, LooseRow } from "#data/upgrades/upgrade";
import type { Transaction } from "dexie";

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
