import Dexie, { type EntityTable, type Table, type Transaction } from "dexie";
import {
  type JournalRow,
  type LocalRow,
  type MeasurementRow,
  type MeshRow,
  type ResultRow,
  type Rows,
  tableNames,
  type TableName,
} from "#data/rows";
import { refuseNewer, watchStore } from "#data/storeState";
import { upgradeDatabase } from "#data/upgradeDatabase";
import { from1 } from "#data/upgrades/1-to-2";
import { from2 } from "#data/upgrades/2-to-3";
import { from3 } from "#data/upgrades/3-to-4";
import { from4 } from "#data/upgrades/4-to-5";
import { from5 } from "#data/upgrades/5-to-6";
import { from6 } from "#data/upgrades/6-to-7";
import { from7 } from "#data/upgrades/7-to-8";
import { from8 } from "#data/upgrades/8-to-9";
import { from9 } from "#data/upgrades/9-to-10";
import { from10 } from "#data/upgrades/10-to-11";
import type { LeftOfVersion, Upgrade } from "#data/upgrades/upgrade";
import { DATA_VERSION } from "#data/upgrades/upgraded";

export type Database = Dexie & {
  [T in TableName]: Table<Rows[T], string>;
} & {
  meshes: EntityTable<MeshRow, "id">;
  measurements: EntityTable<MeasurementRow, "meshId">;
  results: EntityTable<ResultRow, "key">;
  journal: EntityTable<JournalRow, "seq">;
  local: EntityTable<LocalRow, "key">;
};

const ids = (...names: readonly string[]) => Object.fromEntries(names.map((name) => [name, "id"]));
const ofScenes = (...names: readonly string[]) =>
  Object.fromEntries(names.map((name) => [name, "id, sceneId"]));

/** Opens the database of this browser, or another by name for tests. */
export function openDatabase(name = "inch-hollow"): Database {
  // Strict: what is told as kept is on the disk, not only with the operating system.
  const db = new Dexie(name, { cache: "immutable", chromeTransactionDurability: "strict" }) as Database;
  const left: LeftOfVersion[] = [];
  const by = (upgrade: Upgrade) => (transaction: Transaction) => upgradeDatabase(transaction, upgrade, left);
  db.version(1).stores({
    ...ids("scenes", "printers", "materials", "paints", "recipes", "stock", "settings", "plans", "meshes"),
    ...ofScenes("parts", "joints", "grounds", "records", "timers"),
    log: "id, at",
    measurements: "meshId",
    journal: "++seq, undone",
  });
  // The ledger of real dimensions, the builder's own reference features.
  db.version(2)
    .stores({ ...ofScenes("ledger"), ...ids("features") })
    .upgrade(by(from1));
  // Plates laid by hand, runs, machine files, coupons, print recipes; results worked out on meshes.
  db.version(3)
    .stores({
      ...ofScenes("layouts", "runs", "gcodes"),
      ...ids("coupons", "printRecipes"),
      results: "key, meshId",
    })
    .upgrade(by(from2));
  // Notes with pictures.
  db.version(4).stores(ofScenes("notes")).upgrade(by(from3));
  // Rows that have no place, and what belongs to this browser alone.
  db.version(5)
    .stores({ ...ids("unplaced"), local: "key" })
    .upgrade(by(from4));
  // Products and materials by id.
  db.version(6).stores({}).upgrade(by(from5));
  // A part in sections.
  db.version(7).stores({}).upgrade(by(from6));
  // Drawings with their dimensions.
  db.version(8).stores(ofScenes("drawings")).upgrade(by(from7));
  // Zones of parts, and the maps of their meshes.
  db.version(9).stores(ofScenes("zoneMaps")).upgrade(by(from8));
  // Pins on parts, and what was seen of layers.
  db.version(10)
    .stores({ ...ofScenes("pins"), looks: "id, at" })
    .upgrade(by(from9));
  // Sequences of layers. The newest version looks at every row.
  db.version(11)
    .stores(ids("sequences"))
    .upgrade(async (transaction) => {
      await by(from10)(transaction);
      // The shapes are loaded when a database has to be upgraded, which keeps them out of every other start.
      const { settleRows } = await Dexie.waitFor(import("#data/settleRows"));
      await settleRows(transaction, tableNames, left, DATA_VERSION - 1);
    });
  refuseNewer(db, DATA_VERSION);
  return db;
}

let shared: Database | undefined;
/** The app's own database, opened at the first use. */
export function appDatabase(): Database {
  if (!shared) {
    shared = openDatabase();
    watchStore(shared);
  }
  return shared;
}
