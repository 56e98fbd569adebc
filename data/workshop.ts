import type { MeshMeasurement } from "#core/mesh/measure";
import { posedId } from "#core/mesh/pose";
import { type Part, printOf } from "#core/scene/part";
import { meshIdIn } from "#core/plan/plates/derivedKeys";
import type { Derived, PlanInput } from "#core/scene/planInput";
import { type Rooms, usualRooms } from "#core/scene/rooms";
import type { Workshop } from "#core/scene/workshop";
import { appDatabase, type Database } from "#data/db";
import type { SettingRow } from "#data/rows";
import { loadDerived, loadMeasurements } from "#data/meshes";
import { getSceneRows, listScenes } from "#data/scenes";

/** Weekday evenings and a Saturday, until the builder says otherwise. */
export const usualHours: Extract<SettingRow, { id: "hours" }> = {
  id: "hours",
  hours: [
    [],
    ...Array.from({ length: 5 }, () => [{ from: 19 * 60 + 30, to: 21 * 60 }]),
    [{ from: 10 * 60, to: 14 * 60 }],
  ],
};
export const usualHabits: Extract<SettingRow, { id: "habits" }> = {
  id: "habits",
  unattended: true,
  currency: "EUR",
  lengthSystem: "metric",
  lengthFirst: "model",
};

export type Habits = Extract<SettingRow, { id: "habits" }>;

export async function getHabits(db: Database = appDatabase()): Promise<Habits> {
  const row = await db.settings.get("habits");
  return row?.id === "habits" ? row : usualHabits;
}

export async function getRooms(db: Database = appDatabase()): Promise<Rooms> {
  const row = await db.settings.get("rooms");
  return row?.id === "rooms" ? row.rooms : usualRooms;
}

export async function getWorkshop(db: Database = appDatabase()): Promise<Workshop> {
  const [
    printers,
    materials,
    paints,
    recipes,
    stock,
    log,
    looks,
    hours,
    habits,
    features,
    printRecipes,
    coupons,
    rooms,
  ] = await Promise.all([
    db.printers.toArray(),
    db.materials.toArray(),
    db.paints.toArray(),
    db.recipes.toArray(),
    db.stock.toArray(),
    db.log.orderBy("at").toArray(),
    db.looks.orderBy("at").toArray(),
    db.settings.get("hours"),
    getHabits(db),
    db.features.toArray(),
    db.printRecipes.toArray(),
    db.coupons.toArray(),
    getRooms(db),
  ]);
  return {
    printers,
    materials,
    paints,
    recipes,
    stock,
    log,
    looks,
    hours: (hours?.id === "hours" ? hours : usualHours).hours,
    unattended: habits.unattended,
    currency: habits.currency,
    features,
    printRecipes,
    coupons,
    rooms,
  };
}

/** The meshes a scene's plan looks at, as they were drawn and as they lie. */
export const measuredIds = (parts: readonly Part[]): readonly string[] => [
  ...new Set(parts.flatMap((p) => (p.meshId ? [p.meshId, posedId(p.meshId, printOf(p).pose)] : []))),
];

/** The same of the ways that were found to lay them. */
const foundIds = ({ ways }: Derived): readonly string[] =>
  [...ways].flatMap(([key, lays]) => lays.map((lay) => posedId(meshIdIn(key), lay.pose)));

/**
 * Everything a scene's plan is made from, read from the database. Null when there is no such scene.
 * @param known measurements that are in memory already: they never change under their id
 */
export async function getPlanInput(
  sceneId: string,
  now: PlanInput["now"],
  db: Database = appDatabase(),
  known: ReadonlyMap<string, MeshMeasurement> = new Map(),
  shared?: Workshop,
): Promise<PlanInput | null> {
  const rows = await getSceneRows(sceneId, db);
  if (!rows) return null;
  const found = await loadDerived(
    rows.parts.flatMap((p) => (p.meshId ? [p.meshId] : [])),
    db,
  );
  const maps = await db.zoneMaps.where("sceneId").equals(sceneId).toArray();
  const zones = new Map(maps.map(({ meshId, stamp, measures }) => [meshId, { stamp, measures }]));
  const derived = { ...found, zones };
  const ids = [...new Set([...measuredIds(rows.parts), ...foundIds(derived)])];
  const [workshop, records, accepted, loaded] = await Promise.all([
    shared ?? getWorkshop(db),
    db.records.where("sceneId").equals(sceneId).toArray(),
    db.plans.get(sceneId),
    loadMeasurements(
      ids.filter((id) => !known.has(id)),
      db,
    ),
  ]);
  const measurements = new Map(
    ids.flatMap((id) => {
      const m = known.get(id) ?? loaded.get(id);
      return m ? [[id, m] as const] : [];
    }),
  );
  return { ...rows, records, accepted: accepted ?? null, workshop, measurements, derived, now };
}

/** Every scene as it is planned, at one moment. @param known measurements that were read before */
export async function getPlanInputs(
  now: PlanInput["now"],
  db: Database = appDatabase(),
  known?: ReadonlyMap<string, MeshMeasurement>,
): Promise<readonly PlanInput[]> {
  const [scenes, workshop] = await Promise.all([listScenes(db), getWorkshop(db)]);
  const read = await Promise.all(scenes.map((s) => getPlanInput(s.id, now, db, known, workshop)));
  return read.filter((i) => i !== null);
}
