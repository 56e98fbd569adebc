import { failure, type Outcome, type Problem, refused, success, under } from "#core/outcome";
import type { Printer } from "#core/print/printer";
import { newScene } from "#core/scene/scene";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow } from "#core/scene/ledger";
import { type Part, printOf, patchedPart } from "#core/scene/part";
import type { Pin } from "#core/scene/pin";
import type { PlateGcode } from "#core/scene/plateGcode";
import type { PlateLayout } from "#core/scene/plateLayout";
import type { PlateRun } from "#core/scene/plateRun";
import type { Scene } from "#core/scene/scene";
import { parseLength } from "#core/scale/lengthText";
import { parseRatio } from "#core/scale/ratio";
import { appDatabase, type Database } from "#data/db";
import type { Op, Rows, TableName } from "#data/rows";
import { type Change, type PatchOf, write } from "#data/journal";
import { tablesOfScenes } from "#data/sceneTables";

/** Everything that belongs to one scene alone. */
export type SceneRows = {
  readonly scene: Scene;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  readonly grounds: readonly Ground[];
  readonly ledger: readonly LedgerRow[];
  readonly layouts: readonly PlateLayout[];
  readonly runs: readonly PlateRun[];
  readonly gcodes: readonly PlateGcode[];
  readonly pins: readonly Pin[];
};

const byAge = (a: Scene, b: Scene) => {
  if (a.createdAt !== b.createdAt) return a.createdAt < b.createdAt ? -1 : 1;
  return a.id < b.id ? -1 : 1;
};
export const listScenes = async (db: Database = appDatabase()): Promise<readonly Scene[]> =>
  (await db.scenes.toArray()).sort(byAge);

export async function getSceneRows(id: string, db: Database = appDatabase()): Promise<SceneRows | null> {
  const scene = await db.scenes.get(id);
  if (!scene) return null;
  const of = <T extends TableName>(table: T) =>
    db.table<Rows[T]>(table).where("sceneId").equals(id).toArray();
  const [parts, joints, grounds, ledger, layouts, runs, gcodes, pins] = await Promise.all([
    of("parts"),
    of("joints"),
    of("grounds"),
    of("ledger"),
    of("layouts"),
    of("runs"),
    of("gcodes"),
    of("pins"),
  ]);
  return {
    scene,
    parts,
    joints,
    grounds,
    ledger: ledger.sort((a, b) => a.position - b.position),
    layouts,
    runs,
    gcodes,
    pins: pins.sort((a, b) => (a.setAt < b.setAt ? -1 : 1)),
  };
}

/** `setAside`: ids of scenes that take no hours from now on, as one step with the new one. */
export type SceneDraft = {
  readonly name: string;
  readonly ratio: string;
  readonly viewing: string;
  readonly today: string;
  readonly now: string;
  readonly setAside?: readonly string[];
  /** Empty where it is not known yet. */
  readonly finishBy?: string;
  /** Put in the workshop with it. */
  readonly printers?: readonly Printer[];
};

/**
 * A new scene from what was typed. @returns the stored scene, or problems whose paths are the fields of the
 * draft
 */
export async function createScene(draft: SceneDraft, db: Database = appDatabase()): Promise<Outcome<Scene>> {
  const ratio = under("ratio", parseRatio(draft.ratio));
  const viewing = under("viewing", parseLength(draft.viewing, 10));
  if (draft.name.trim() === "") return refused("scene/no-name", "Give the scene a name.", ["name"]);
  if (!ratio.ok) return ratio;
  if (!viewing.ok) return viewing;
  const scene = newScene({
    id: crypto.randomUUID(),
    name: draft.name.trim(),
    denominator: ratio.value.denominator,
    ratioSaid: ratio.value.said,
    viewingDistanceMm: viewing.value.mm,
    usualPaint: true,
    finishBy: draft.finishBy || null,
    startOn: draft.today,
    createdAt: draft.now,
    changedAt: draft.now,
  });
  const aside = (draft.setAside ?? []).map((id): Change => ({
    table: "scenes",
    id,
    patch: { aside: true },
    ifThere: true,
  }));
  const printers = (draft.printers ?? []).map((put): Change => ({ table: "printers", put }));
  const changes = [...aside, ...printers, { table: "scenes" as const, put: scene }];
  return oneRow<"scenes">(await write(`New scene ${scene.name}`, changes, draft.now, db));
}

/** A copy of a scene with everything in it; what was done at the bench stays with the original. */
export async function duplicateScene(
  id: string,
  now: string,
  db: Database = appDatabase(),
): Promise<Outcome<Scene>> {
  const rows = await getSceneRows(id, db);
  if (!rows) return refused("row/gone", "This scene was deleted in the meantime; nothing was changed.");
  const drawings = await db.drawings.where("sceneId").equals(id).toArray();
  const maps = await db.zoneMaps.where("sceneId").equals(id).toArray();
  const sceneId = crypto.randomUUID();
  const partIds = new Map(rows.parts.map((p) => [p.id, crypto.randomUUID() as string]));
  const renamed = (partId: string) => partIds.get(partId) ?? partId;
  const scene: Scene = {
    ...rows.scene,
    id: sceneId,
    name: `${rows.scene.name.slice(0, 110)}, copy`,
    orderWishes: [],
    orderChanges: [],
    setAside: [],
    createdAt: now,
    changedAt: now,
  };
  const own = <T extends { readonly id: string }>(row: T): T => ({
    ...row,
    id: crypto.randomUUID(),
    sceneId,
  });
  const part = (p: Part): Part => {
    const { pieceOf } = printOf(p);
    return patchedPart(p, {
      id: renamed(p.id),
      sceneId,
      history: { copies: [] },
      ...(p.spots ? { spots: p.spots.map((s) => ({ ...s, done: false })) } : {}),
      print: { pieceOf: pieceOf && { ...pieceOf, partId: renamed(pieceOf.partId) } },
    });
  };
  const changes: readonly Op[] = [
    { table: "scenes", put: scene },
    ...rows.parts.map((p): Op => ({ table: "parts", put: part(p) })),
    ...rows.joints.map((j): Op => ({ table: "joints", put: { ...own(j), partIds: j.partIds.map(renamed) } })),
    ...rows.grounds.map((g): Op => ({ table: "grounds", put: own(g) })),
    ...rows.ledger.map((l): Op => ({ table: "ledger", put: own(l) })),
    ...rows.pins.map((p): Op => ({
      table: "pins",
      put: { ...own(p), partId: renamed(p.partId), state: "open" },
    })),
    ...maps.map((m): Op => ({ table: "zoneMaps", put: own(m) })),
    ...drawings.map((d): Op => ({ table: "drawings", put: { ...own(d), partIds: d.partIds.map(renamed) } })),
  ];
  const written = await write(`Duplicate ${rows.scene.name}`, changes, now, db);
  return written.ok ? success(scene) : written;
}

/** Removes a scene and every row of it, as one change. */
export async function deleteScene(
  id: string,
  now: string,
  db: Database = appDatabase(),
): Promise<Outcome<unknown>> {
  const scene = await db.scenes.get(id);
  if (!scene) return success(null);
  const removal = async () => {
    const gone: Op[] = [{ table: "plans", remove: id }];
    for (const table of tablesOfScenes) {
      const ids = await db.table(table).where("sceneId").equals(id).primaryKeys();
      gone.push(...ids.map((key) => ({ table, remove: String(key) }) as Op));
    }
    return [...gone, { table: "scenes", remove: id } satisfies Op];
  };
  return write(`Delete the scene ${scene.name}`, removal, now, db);
}

/** The one row of a change, and problems whose paths are its fields. */
function oneRow<T extends TableName>(written: Awaited<ReturnType<typeof write>>): Outcome<Rows[T]> {
  return written.ok
    ? success(written.value.rows.at(-1) as Rows[T])
    : failure(...written.problems.map(fieldOnly));
}

const fieldOnly = (problem: Problem): Problem => ({ ...problem, path: problem.path.slice(2) });

/**
 * Changes some fields of a row after checking the whole of it. Of two changes at once to other fields neither
 * is lost.
 * @param patch the fields, or how to find them in the row as it stands when it is written
 * @returns the row as it is kept, or problems whose paths are field names; nothing is written then
 */
export async function patchRow<T extends TableName>(
  table: T,
  id: string,
  patch: PatchOf<T> | ((row: Rows[T]) => PatchOf<T>),
  label: string,
  now: string,
  db: Database = appDatabase(),
): Promise<Outcome<Rows[T]>> {
  return oneRow<T>(await write(label, [{ table, id, patch } as Change], now, db));
}

/**
 * The same change to many rows, as one step; nothing is written unless all can be. Rows that are gone are
 * passed over.
 */
export async function patchRows<T extends TableName>(
  table: T,
  ids: readonly string[],
  patch: PatchOf<T>,
  label: string,
  now: string,
  db: Database = appDatabase(),
): Promise<Outcome<number>> {
  const changes = ids.map((id) => ({ table, id, patch, ifThere: true }) as Change);
  const written = await write(label, changes, now, db);
  return written.ok ? success(written.value.rows.length) : failure(...written.problems.map(fieldOnly));
}

/** Adds or replaces a whole row after checking it. */
export async function putRow<T extends TableName>(
  table: T,
  row: Rows[T],
  label: string,
  now: string,
  db: Database = appDatabase(),
): Promise<Outcome<Rows[T]>> {
  return oneRow<T>(await write(label, [{ table, put: row } as Change], now, db));
}
