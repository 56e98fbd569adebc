import { type Outcome, refused, success } from "#core/outcome";
import { newScene } from "#core/plan/newScene";
import type { Ground, Joint, LedgerRow, Part, PlateGcode, PlateLayout, PlateRun, Scene } from "#core/plan/sceneData";
import { parseLength } from "#core/scale/lengthText";
import { parseRatio } from "#core/scale/ratio";
import { under } from "#core/outcome";
import { appDatabase, type Database, type Op, type Rows, type TableName } from "#data/db";
import { sceneRemoval, write } from "#data/journal";
import { check } from "#data/check";
import { shapes } from "#data/shapes";

/** Everything that belongs to one scene alone. */
export type SceneRows = { readonly scene: Scene; readonly parts: readonly Part[]; readonly joints: readonly Joint[]; readonly grounds: readonly Ground[]; readonly ledger: readonly LedgerRow[]; readonly layouts: readonly PlateLayout[]; readonly runs: readonly PlateRun[]; readonly gcodes: readonly PlateGcode[] };

export const listScenes = async (db: Database = appDatabase()): Promise<readonly Scene[]> => (await db.scenes.toArray()).sort((a, b) => (a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1));

export async function getSceneRows(id: string, db: Database = appDatabase()): Promise<SceneRows | null> {
  const scene = await db.scenes.get(id);
  if (!scene) return null;
  const [parts, joints, grounds, ledger, layouts, runs, gcodes] = await Promise.all([
    db.parts.where("sceneId").equals(id).toArray(), db.joints.where("sceneId").equals(id).toArray(), db.grounds.where("sceneId").equals(id).toArray(), db.ledger.where("sceneId").equals(id).toArray(),
    db.layouts.where("sceneId").equals(id).toArray(), db.runs.where("sceneId").equals(id).toArray(), db.gcodes.where("sceneId").equals(id).toArray(),
  ]);
  return { scene, parts, joints, grounds, ledger: ledger.sort((a, b) => a.position - b.position), layouts, runs, gcodes };
}

/** `setAside`: ids of scenes that take no hours from now on, as one step with the new one. */
export type SceneDraft = { readonly name: string; readonly ratio: string; readonly viewing: string; readonly today: string; readonly now: string; readonly setAside?: readonly string[] };

/** A new scene from what was typed. @returns the stored scene, or problems whose paths are the fields of the draft */
export async function createScene(draft: SceneDraft, db: Database = appDatabase()): Promise<Outcome<Scene>> {
  const ratio = under("ratio", parseRatio(draft.ratio));
  const viewing = under("viewing", parseLength(draft.viewing, 10));
  if (draft.name.trim() === "") return refused("scene/no-name", "Give the scene a name.", ["name"]);
  if (!ratio.ok) return ratio;
  if (!viewing.ok) return viewing;
  const scene = newScene({ id: crypto.randomUUID(), name: draft.name.trim(), denominator: ratio.value.denominator, ratioSaid: ratio.value.said, viewingDistanceMm: viewing.value.mm, startOn: draft.today, createdAt: draft.now, changedAt: draft.now });
  const shaped = check(shapes.scenes, scene);
  if (!shaped.ok) return shaped;
  await db.transaction("rw", db.scenes, db.journal, async () => {
    const others = (await db.scenes.bulkGet([...(draft.setAside ?? [])])).filter((s) => s !== undefined && !s.aside) as Scene[];
    await write(`New scene ${scene.name}`, [{ table: "scenes", put: scene }, ...others.map((s): Op => ({ table: "scenes", put: { ...s, aside: true } }))], draft.now, db);
  });
  return success(scene);
}

/** A copy of a scene with everything in it; what was done at the bench stays with the original. */
export async function duplicateScene(id: string, now: string, db: Database = appDatabase()): Promise<Scene | null> {
  const rows = await getSceneRows(id, db);
  if (!rows) return null;
  const sceneId = crypto.randomUUID();
  const partIds = new Map(rows.parts.map((p) => [p.id, crypto.randomUUID() as string]));
  const scene: Scene = { ...rows.scene, id: sceneId, name: `${rows.scene.name}, copy`, orderWishes: [], orderChanges: [], setAside: [], createdAt: now, changedAt: now };
  await write(`Duplicate ${rows.scene.name}`, [
    { table: "scenes", put: scene },
    ...rows.parts.map((p): Op => ({ table: "parts", put: { ...p, id: partIds.get(p.id)!, sceneId, copies: [], pieceOf: p.pieceOf && { ...p.pieceOf, partId: partIds.get(p.pieceOf.partId) ?? p.pieceOf.partId } } })),
    ...rows.joints.map((j): Op => ({ table: "joints", put: { ...j, id: crypto.randomUUID(), sceneId, partIds: j.partIds.map((p) => partIds.get(p) ?? p) } })),
    ...rows.grounds.map((g): Op => ({ table: "grounds", put: { ...g, id: crypto.randomUUID(), sceneId } })),
    ...rows.ledger.map((l): Op => ({ table: "ledger", put: { ...l, id: crypto.randomUUID(), sceneId } })),
  ], now, db);
  return scene;
}

export async function deleteScene(id: string, now: string, db: Database = appDatabase()): Promise<void> {
  const scene = await db.scenes.get(id);
  if (scene) await write(`Delete the scene ${scene.name}`, await sceneRemoval(id, db), now, db);
}

/**
 * Changes some fields of a row after checking the whole of it.
 * @returns problems whose paths are field names; nothing is written then
 */
export async function patchRow<T extends TableName>(table: T, id: string, patch: Partial<Rows[T]>, label: string, now: string, db: Database = appDatabase()): Promise<Outcome<Rows[T]>> {
  // Read and written in one transaction: of two changes at once to other fields neither is lost.
  return db.transaction("rw", db.table(table), db.journal, async (): Promise<Outcome<Rows[T]>> => {
    const row = (await db.table(table).get(id)) as Rows[T] | undefined;
    if (!row) return refused("row/gone", "This was deleted in the meantime; nothing was changed.");
    const shaped = check<Rows[T]>(shapes[table], { ...row, ...patch });
    if (!shaped.ok) return shaped;
    await write(label, [{ table, put: shaped.value } as Op], now, db);
    return success(shaped.value);
  });
}

/** The same change to many rows, as one step; nothing is written unless all of them can be. Rows that are gone are passed over. */
export async function patchRows<T extends TableName>(table: T, ids: readonly string[], patch: Partial<Rows[T]>, label: string, now: string, db: Database = appDatabase()): Promise<Outcome<number>> {
  return db.transaction("rw", db.table(table), db.journal, async (): Promise<Outcome<number>> => {
    const rows = ((await db.table(table).bulkGet([...ids])) as (Rows[T] | undefined)[]).filter((r) => r !== undefined);
    const ops: Op[] = [];
    for (const row of rows) {
      const shaped = check<Rows[T]>(shapes[table], { ...row, ...patch });
      if (!shaped.ok) return shaped;
      ops.push({ table, put: shaped.value } as Op);
    }
    await write(label, ops, now, db);
    return success(ops.length);
  });
}

/** Adds or replaces a whole row after checking it. */
export async function putRow<T extends TableName>(table: T, row: Rows[T], label: string, now: string, db: Database = appDatabase()): Promise<Outcome<Rows[T]>> {
  const shaped = check<Rows[T]>(shapes[table], row);
  if (!shaped.ok) return shaped;
  await write(label, [{ table, put: shaped.value } as Op], now, db);
  return success(shaped.value);
}
