import { failure, type Outcome, type Problem, refused, success } from "#core/outcome";
import { type Part, type PartPatch, patchedPart } from "#core/scene/part";
import { appDatabase, type Database } from "#data/db";
import { type JournalRow, type Op, type Rows, type TableName, tableNames } from "#data/rows";
import { meshRow, type NewMesh, putMeshes } from "#data/meshes";
import { rowShapes } from "#data/rowShapes";
import { isOfScenes, sceneOf } from "#data/sceneTables";
import { standingProblem, storeProblem } from "#data/storeProblem";

/** How many changes can be taken back. */
const KEPT = 200;

/** Some fields of a row of a table. A part's lie in sections: those that are not named stay as they are. */
export type PatchOf<T extends TableName> = T extends "parts" ? PartPatch : Partial<Rows[T]>;

/**
 * Some fields of a row, given or made from the row as it stands when it is written: another tab may have
 * changed it since it
 * was read. Without `ifThere` a row that is gone refuses the whole change.
 */
export type Patch = {
  [T in TableName]: {
    readonly table: T;
    readonly id: string;
    readonly patch: PatchOf<T> | ((row: Rows[T]) => PatchOf<T>);
    readonly ifThere?: true;
  };
}[TableName];
export type Change = Op | Patch;
/** The changes, or how to find them in the very transaction that writes them. */
export type Changes = readonly Change[] | ((db: Database) => Promise<readonly Change[]>);

export type WriteOptions = {
  /** Put in place when it is taken back, where what was there before would at once lead to the same again. */
  readonly afterUndo?: readonly Op[];
  /** Meshes that the rows need: they are kept with them or not at all. */
  readonly meshes?: readonly NewMesh[];
  /**
   * The change that this one goes on with: both are taken back as one, unless that was taken back meanwhile.
   */
  readonly joins?: number | null;
};

/** What was written: its number in the journal, null where nothing changed, and the rows as they are kept. */
export type Written = { readonly seq: number | null; readonly rows: readonly Rows[TableName][] };

type Put = Extract<Op, { put: unknown }>;
type CheckedRow = (op: Put) => Outcome<Rows[TableName]>;

/** Ends a transaction with what was wrong. */
class Refused extends Error {
  readonly problems: readonly Problem[];
  constructor(problems: readonly Problem[]) {
    super(problems[0]?.message);
    this.problems = problems;
  }
}

/**
 * The one way to write: checks every row by its shape, applies the changes together and records how to take
 * them back.
 * What is written can be exported and read back: numbers are those of JSON, links lead to something that is
 * there.
 * @param label what the builder would call it, for the undo message: `Delete the scene Withy Sluice`
 * @returns problems whose paths begin with table and id; nothing is written then
 */
export async function write(
  label: string,
  changes: Changes,
  at: string,
  db: Database = appDatabase(),
  options: WriteOptions = {},
): Promise<Outcome<Written>> {
  if (typeof changes !== "function" && changes.length === 0) return success({ seq: null, rows: [] });
  const standing = standingProblem();
  if (standing) return failure(standing);
  const meshes = (options.meshes ?? []).map(meshRow);
  try {
    const { checkedRow } = await rowShapes();
    const checked = (op: Op) => checkedOp(op, checkedRow);
    const tables = tablesFor(changes, options, db);
    const written = await db.transaction("rw", tables, async (): Promise<Written> => {
      await putMeshes(meshes, db);
      const found = typeof changes === "function" ? await changes(db) : changes;
      const inverse: Op[] = [];
      const puts: Put[] = [];
      for (const change of found) {
        const op = await settled(change, db, checked);
        if (op === null) continue;
        if ("put" in op) puts.push(op);
        const back = await apply(db, op);
        if (back) inverse.unshift(back);
      }
      await checkLinks(puts, db);
      const rows = puts.map((op) => op.put);
      if (inverse.length === 0) return { seq: null, rows };
      const afterUndo = (options.afterUndo ?? []).map(checked);
      return { seq: await record(label, at, [...inverse, ...afterUndo], options.joins ?? null, db), rows };
    });
    return success(written);
  } catch (error) {
    if (error instanceof Refused) return { ok: false, problems: error.problems };
    const problem = storeProblem(error);
    if (problem) return failure(problem);
    throw error;
  }
}

function tablesFor(changes: Changes, { meshes = [], afterUndo = [] }: WriteOptions, db: Database) {
  const names = new Set<string>(typeof changes === "function" ? tableNames : changes.map((c) => c.table));
  for (const op of afterUndo) names.add(op.table);
  if ([...names].some((name) => isOfScenes(name as TableName))) names.add("scenes");
  const tables = [...names].map((name) => db.table(name));
  return names.has("parts") || meshes.length > 0
    ? [...tables, db.meshes, db.measurements, db.journal]
    : [...tables, db.journal];
}

/** A change with its row as it will stand, checked. Null where there is nothing to change. */
async function settled(change: Change, db: Database, checked: (op: Op) => Op): Promise<Op | null> {
  if ("remove" in change) return change;
  if ("put" in change) return checked(change);
  const row = (await db.table(change.table).get(change.id)) as Rows[TableName] | undefined;
  if (!row) {
    if (change.ifThere) return null;
    const gone = refused("row/gone", "This was deleted in the meantime; nothing was changed.", [
      change.table,
      change.id,
    ]);
    throw new Refused(gone.problems);
  }
  const patch =
    typeof change.patch === "function" ? (change.patch as (r: unknown) => object)(row) : change.patch;
  const put = change.table === "parts" ? patchedPart(row as Part, patch as PartPatch) : { ...row, ...patch };
  return checked({ table: change.table, put } as Op);
}

/** The row as it will come back from an archive. @throws Refused when it is not in its shape */
function checkedOp(op: Op, checkedRow: CheckedRow): Op {
  if (!("put" in op)) return op;
  const shaped = checkedRow(op);
  if (!shaped.ok) {
    const path = [op.table, String(op.put.id)];
    throw new Refused(shaped.problems.map((p) => ({ ...p, path: [...path, ...p.path] })));
  }
  return { table: op.table, put: JSON.parse(JSON.stringify(shaped.value)) as unknown } as Op;
}

/** Rows of a scene need their scene, and parts their mesh. */
async function checkLinks(puts: readonly Put[], db: Database): Promise<void> {
  const scenes = new Map<string, Problem["path"]>();
  const meshes = new Map<string, Problem["path"]>();
  for (const { table, put } of puts) {
    const sceneId = sceneOf({ table, put } as Put);
    if (sceneId !== null) scenes.set(sceneId, [table, put.id, "sceneId"]);
    if (table === "parts" && put.meshId !== null) meshes.set(put.meshId, [table, put.id, "meshId"]);
  }
  const gone = await missing(db.scenes, scenes);
  if (gone) {
    const message = "The scene that this belongs to was deleted in the meantime; nothing was changed.";
    throw new Refused(refused("row/no-scene", message, gone).problems);
  }
  const lost = await missing(db.meshes, meshes);
  if (lost) {
    const message = "The model of this part is no longer kept; add its file again. Nothing was changed.";
    throw new Refused(refused("row/no-mesh", message, lost).problems);
  }
}

type Ids = {
  where: (key: "id") => { anyOf: (ids: string[]) => { primaryKeys: () => PromiseLike<unknown[]> } };
};

/** The path of the first id that the table does not have, or null. */
async function missing<P>(table: unknown, wanted: ReadonlyMap<string, P>): Promise<P | null> {
  if (wanted.size === 0) return null;
  const there = new Set(
    await (table as Ids)
      .where("id")
      .anyOf([...wanted.keys()])
      .primaryKeys(),
  );
  for (const [id, path] of wanted) if (!there.has(id)) return path;
  return null;
}

/** Writes the way back down, on its own or with the change that this one goes on with. @returns its number */
async function record(
  label: string,
  at: string,
  inverse: readonly Op[],
  joins: number | null,
  db: Database,
): Promise<number> {
  const before = joins === null ? undefined : await db.journal.get(joins);
  if (before && before.undone === 0) {
    await db.journal.put({ ...before, label, inverse: [...inverse, ...before.inverse] });
    return before.seq;
  }
  const seq = await db.journal.add({ label, at, inverse, undone: 0 } as unknown as JournalRow);
  const old = await db.journal.orderBy("seq").reverse().offset(KEPT).primaryKeys();
  if (old.length > 0) await db.journal.bulkDelete(old);
  return seq;
}

/** Applies one change. @returns its opposite, or null where everything stays as it is */
async function apply(db: Database, op: Op): Promise<Op | null> {
  const table = db.table(op.table);
  const id = "put" in op ? op.put.id : op.remove;
  const before: unknown = await table.get(id);
  if (JSON.stringify(before) === ("put" in op ? JSON.stringify(op.put) : undefined)) return null;
  if ("put" in op) await table.put(op.put);
  else await table.delete(op.remove);
  return (before === undefined ? { table: op.table, remove: id } : { table: op.table, put: before }) as Op;
}

/** Takes the last change back. @returns its label, or null when there is nothing to take back */
export async function undoLast(db: Database = appDatabase()): Promise<string | null> {
  return db.transaction("rw", [...tableNames.map((name) => db.table(name)), db.journal], async () => {
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
