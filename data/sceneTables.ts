import type { Op, TableName } from "#data/rows";

/**
 * Tables whose rows belong to one scene and go with it, each by its `sceneId`. The log outlives the scenes it
 * tells of.
 */
export const tablesOfScenes = [
  "parts",
  "joints",
  "grounds",
  "ledger",
  "records",
  "timers",
  "layouts",
  "runs",
  "gcodes",
  "notes",
  "drawings",
  "zoneMaps",
  "pins",
] as const satisfies readonly TableName[];

const owned: ReadonlySet<TableName> = new Set(tablesOfScenes);

/** Whether rows of a table cannot be without a scene. */
export const isOfScenes = (table: TableName): boolean => owned.has(table) || table === "plans";

/**
 * The scene that a row cannot be without, or null. A scene's accepted plan stands under the scene's own id.
 */
export function sceneOf({ table, put }: Extract<Op, { put: unknown }>): string | null {
  if (table === "plans") return put.id;
  return owned.has(table) ? (put as { sceneId: string }).sceneId : null;
}
