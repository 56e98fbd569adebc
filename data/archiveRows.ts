import Joi from "joi";
import type { ArchiveJson } from "#core/formats/archiveFile";
import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { check } from "#data/check";
import { type Op, type Rows, tableNames, type TableName } from "#data/rows";
import { mended } from "#data/mend";
import { sceneOf } from "#data/sceneTables";
import { shapes } from "#data/shapes";
import { unplaced } from "#data/upgradeDatabase";
import type { LooseRow, LooseTables } from "#data/upgrades/upgrade";
import { DATA_VERSION, upgraded } from "#data/upgrades/upgraded";

type Put = Extract<Op, { put: unknown }>;

/** A row of an archive that cannot be kept as it is. */
export type BadRow = {
  readonly table: string;
  /** Its place in its table, from 1; 0 where the table as a whole is meant. */
  readonly number: number;
  readonly name: string;
  readonly code: string;
  /** What is wrong, one sentence. */
  readonly why: string;
  readonly row: unknown;
};

/** The rows of an archive, looked at and not yet written. */
export type ArchiveReading = {
  readonly version: number;
  readonly good: readonly Put[];
  readonly bad: readonly BadRow[];
};

/** Lets others do something in between; rejects to stop. */
export type Pause = (share: number) => Promise<void>;

const envelope = Joi.object({
  format: Joi.valid("inch-hollow").required(),
  version: Joi.number().integer().min(1).required(),
  tables: Joi.object().required(),
  meshes: Joi.array()
    .items(Joi.object({ id: Joi.string().required(), name: Joi.string().allow("").required() }).unknown())
    .required(),
}).unknown();

/** What an archive says of itself; a newer one is refused with a sentence. */
export function readEnvelope(json: unknown): Outcome<ArchiveJson> {
  const shaped = check<ArchiveJson>(envelope as Joi.Schema<ArchiveJson>, json);
  if (!shaped.ok) {
    const { path, message } = shaped.problems[0]!;
    return refused(
      "archive/not-ours",
      `This is no archive of Inch Hollow, or a damaged one: ${message}`,
      path,
    );
  }
  const { version } = shaped.value;
  if (version <= DATA_VERSION) return success(shaped.value);
  return refused(
    "archive/newer",
    `This archive has version ${version}; up to ${DATA_VERSION} is read here. Open it with a newer Inch Hollow.`,
    ["version"],
  );
}

const isRow = (row: unknown): row is LooseRow =>
  typeof row === "object" && row !== null && !Array.isArray(row);
const PAUSE_EVERY = 50;

/**
 * Looks at every row: brings it to today's version, checks its shape and its links. Nothing is written, and
 * no row is lost
 * from sight: what does not fit is named.
 * @param meshIds the meshes of the archive that are whole
 */
export async function readRows(
  json: ArchiveJson,
  meshIds: ReadonlySet<string>,
  pause: Pause = () => Promise.resolve(),
): Promise<ArchiveReading> {
  const bad: BadRow[] = [];
  const { tables, left } = upgraded(looseTables(json.tables, bad), json.version);
  const good: Put[] = left.map((row) => ({ table: "unplaced", put: unplaced(row) }));
  const numbers = new Map<Put, number>();
  const names = tableNames.filter((name) => tables[name]);
  const all = names.reduce((sum, name) => sum + tables[name]!.length, 0);
  let seen = 0;
  for (const table of names) {
    const ids = new Set(table === "unplaced" ? good.map((op) => op.put.id) : []);
    for (const [i, row] of tables[table]!.entries()) {
      if (seen++ % PAUSE_EVERY === 0) await pause(seen / all);
      const shaped = check<Rows[TableName]>(shapes[table] as Joi.Schema<Rows[TableName]>, row, true);
      if (!shaped.ok) bad.push(badRow(table, i + 1, row, shaped.problems));
      else if (ids.has(shaped.value.id)) bad.push(badRow(table, i + 1, row, [twice(shaped.value.id)]));
      else {
        ids.add(shaped.value.id);
        const op = { table, put: shaped.value } as Put;
        good.push(op);
        numbers.set(op, i + 1);
      }
    }
  }
  const linked = withLinks(good, meshIds, numbers);
  return { version: json.version, good: linked.good, bad: [...bad, ...linked.bad] };
}

/** The tables that are lists, and of them the lines that are rows at all. */
function looseTables(tables: ArchiveJson["tables"], bad: BadRow[]): LooseTables {
  const found: Record<string, readonly LooseRow[]> = {};
  for (const [name, list] of Object.entries(tables)) {
    const whole = { table: name, number: 0, name, code: "archive/not-a-list", row: list };
    if (!Array.isArray(list)) bad.push({ ...whole, why: `${name} is not a list.` });
    else if (!tableNames.includes(name as TableName)) {
      if (list.length > 0)
        bad.push({ ...whole, code: "archive/no-table", why: `There is no table called ${name} here.` });
    } else {
      list.forEach((row: unknown, i) => {
        if (!isRow(row))
          bad.push({ ...whole, number: i + 1, code: "archive/no-row", why: "This is no row.", row });
      });
      found[name] = list.filter(isRow);
    }
  }
  return found;
}

const twice = (id: string): Problem => ({
  code: "archive/twice",
  path: ["id"],
  message: `The id ${id} stands twice.`,
});

function badRow(table: string, number: number, row: unknown, problems: readonly Problem[]): BadRow {
  const { code, path, message } = problems[0]!;
  const loose = isRow(row) ? row : {};
  const named = [loose.name, loose.what, loose.id].find(
    (text) => typeof text === "string" && text.trim() !== "",
  );
  const where = path.length > 0 ? `${path.join("/")}: ` : "";
  return {
    table,
    number,
    name: typeof named === "string" ? named : `row ${number}`,
    code,
    why: `${where}${message}`,
    row,
  };
}

/** Rows of a scene that is not among them, and parts whose mesh is not whole, are set apart. */
function withLinks(
  rows: readonly Put[],
  meshIds: ReadonlySet<string>,
  numbers: ReadonlyMap<Put, number> = new Map(),
): { good: readonly Put[]; bad: readonly BadRow[] } {
  const scenes = new Set(rows.flatMap((op) => (op.table === "scenes" ? [op.put.id] : [])));
  const good: Put[] = [];
  const bad: BadRow[] = [];
  for (const op of rows) {
    const number = numbers.get(op) ?? 0;
    const sceneId = sceneOf(op);
    if (sceneId !== null && !scenes.has(sceneId)) bad.push(badRow(op.table, number, op.put, [noScene]));
    else if (op.table === "parts" && op.put.meshId !== null && !meshIds.has(op.put.meshId)) {
      bad.push(badRow("parts", number, op.put, [noMesh]));
    } else good.push(op);
  }
  return { good, bad };
}

const NO_SCENE = "archive/no-scene";
const noScene: Problem = {
  code: NO_SCENE,
  path: ["sceneId"],
  message: "It belongs to a scene that is not in the archive.",
};
const noMesh: Problem = {
  code: "archive/no-mesh",
  path: ["meshId"],
  message: "Its mesh is missing, damaged or changed.",
};

/** What becomes of a bad row when it is mended, in words; null when it can only be left out. */
export function mendOf(bad: BadRow): { readonly put: Put; readonly changes: readonly string[] } | null {
  if (bad.number === 0 || !tableNames.includes(bad.table as TableName) || !isRow(bad.row)) return null;
  const table = bad.table as TableName;
  switch (bad.code) {
    case "archive/twice":
      return null;
    case NO_SCENE:
      // Nothing is wrong with it but its scene: it comes along when that is mended.
      return { put: { table, put: bad.row } as unknown as Put, changes: [] };
    case "archive/no-mesh":
      return {
        put: { table, put: { ...bad.row, meshId: null } } as unknown as Put,
        changes: ["it stays as a part without a model"],
      };
  }
  const mend = mended(table, bad.row);
  return mend && { put: { table, put: mend.row } as Put, changes: mend.changes };
}

/** What is to be done with rows that do not fit. */
export type BadRowChoice = "leave out" | "mend";

export type Settled = { readonly puts: readonly Put[]; readonly mended: number; readonly leftOut: number };

/**
 * The rows that will be written: the good ones, with bad ones mended or left out as was chosen, and all links
 * whole.
 */
export async function settledRows(
  { good, bad }: ArchiveReading,
  choice: BadRowChoice,
  meshIds: ReadonlySet<string>,
  pause: Pause = () => Promise.resolve(),
): Promise<Settled> {
  const mends: Put[] = [];
  for (const [i, row] of (choice === "mend" ? bad : []).entries()) {
    if (i % PAUSE_EVERY === 0) await pause(i / bad.length);
    const mend = mendOf(row);
    if (mend) mends.push(mend.put);
  }
  const taken = new Set(good.map((op) => `${op.table} ${op.put.id}`));
  const fresh = mends.filter(({ table, put }) => !taken.has(`${table} ${put.id}`));
  const puts = withLinks([...good, ...fresh], meshIds).good;
  const mendedCount = puts.length - good.length;
  return { puts, mended: mendedCount, leftOut: bad.length - mendedCount };
}

/** Bad rows of one kind, told together. */
export type BadRowGroup = {
  readonly table: string;
  readonly why: string;
  readonly count: number;
  readonly names: readonly string[];
};

const NAMES_SHOWN = 3;

/** However many there are: what is wrong, how often, and the first of each by name. */
export function badRowGroups(bad: readonly BadRow[]): readonly BadRowGroup[] {
  const groups = new Map<string, { table: string; why: string; count: number; names: string[] }>();
  for (const { table, code, why, name, number } of bad) {
    const field = /^([\w/]+): /.exec(why)?.[1]?.replaceAll(/\d+/g, "#") ?? "";
    const key = `${table} ${code} ${field}`;
    const group = groups.get(key) ?? { table, why, count: 0, names: [] };
    group.count++;
    if (group.names.length < NAMES_SHOWN) group.names.push(number === 0 ? name : `${name} (${number})`);
    groups.set(key, group);
  }
  return [...groups.values()].sort((a, b) => b.count - a.count);
}
