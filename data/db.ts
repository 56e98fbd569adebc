import Dexie, { type EntityTable, type Table, type Transaction } from "dexie";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Paint, Recipe } from "#core/paint/paint";
import type { AcceptedPlan, Coupon, Ground, Joint, LedgerRow, LogEntry, OwnFeature, Part, PlateGcode, PlateLayout, PlateRun, Rooms, Scene, StepRecord } from "#core/plan/sceneData";
import type { WeekHours } from "#core/print/hours";
import type { FilamentWork } from "#core/print/filamentWork";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { PrintRecipe } from "#core/print/printRecipe";
import type { Shell } from "#core/print/resinEstimate";
import type { StockItem } from "#core/stores/draw";
import { refuseNewer, watchStore } from "#data/storeState";
import { settleRows, upgradeDatabase } from "#data/upgradeDatabase";
import { from1 } from "#data/upgrades/1-to-2";
import { from2 } from "#data/upgrades/2-to-3";
import { from3 } from "#data/upgrades/3-to-4";
import { from4 } from "#data/upgrades/4-to-5";
import type { LeftOfVersion, LooseRow, Upgrade } from "#data/upgrades/upgrade";
import { DATA_VERSION } from "#data/upgrades/upgraded";

/** The triangles of one body, stored once by content. `corners`: single-precision numbers as `TriangleSoup` has them. */
export type MeshRow = { readonly id: string; readonly name: string; readonly triangles: number; readonly corners: Blob };

/** A cached measurement; thrown away whenever its version is old. */
export type MeasurementRow = { readonly meshId: string; readonly version: number; readonly measurement: MeshMeasurement };

/** Something worked out on a mesh, under a key of everything it depends on; always safe to throw away. */
export type ResultRow = { readonly key: string; readonly meshId: string; readonly value: { readonly kind: "work"; readonly work: FilamentWork } | { readonly kind: "shell"; readonly shell: Shell } };

export type TimerRow = { readonly id: string; readonly sceneId: string; readonly stepId: string | null; readonly name: string; readonly startedAtMs: number; readonly endsAtMs: number };

export type SettingRow =
  | { readonly id: "hours"; readonly hours: WeekHours }
  | { readonly id: "habits"; readonly unattended: boolean; readonly currency: string; readonly lengthSystem: "metric" | "inch"; readonly lengthFirst: "model" | "real" }
  | { readonly id: "rooms"; readonly rooms: Rooms }
  | { readonly id: "started"; readonly demoAt: string };

/** A few words or a picture from the bench; the picture small, as a data URL. */
export type NoteRow = { readonly id: string; readonly sceneId: string; readonly stepId: string; readonly at: string; readonly text: string; readonly picture: string | null };

/** A row of an older version, or one that was never right, for which there is no place: kept as it was, and shown. */
export type UnplacedRow = {
  readonly id: string;
  /** The table that it stood in, and the version that found no place for it. */
  readonly table: string;
  readonly version: number;
  readonly name: string;
  readonly why: string;
  readonly row: LooseRow;
};

/** Something of this browser alone: never exported, never undone. */
export type LocalRow = { readonly key: string; readonly value: unknown };

/** Every table that the builder's decisions live in, by name: what undo, archive and import go over. */
export type Rows = {
  scenes: Scene;
  parts: Part;
  joints: Joint;
  grounds: Ground;
  printers: Printer;
  materials: PrintMaterial;
  paints: Paint;
  recipes: Recipe;
  stock: StockItem;
  log: LogEntry;
  records: StepRecord;
  settings: SettingRow;
  timers: TimerRow;
  plans: AcceptedPlan;
  notes: NoteRow;
  ledger: LedgerRow;
  features: OwnFeature;
  layouts: PlateLayout;
  runs: PlateRun;
  gcodes: PlateGcode;
  coupons: Coupon;
  printRecipes: PrintRecipe;
  unplaced: UnplacedRow;
};
export type TableName = keyof Rows;

/** One change to one row; a list of them is one change to the builder, and is undone as one. */
export type Op = { [T in TableName]: { readonly table: T; readonly put: Rows[T] } | { readonly table: T; readonly remove: string } }[TableName];

export type JournalRow = { seq: number; readonly label: string; readonly at: string; readonly inverse: readonly Op[]; readonly undone: 0 | 1 };

export type Database = Dexie & {
  [T in TableName]: Table<Rows[T], string>;
} & {
  meshes: EntityTable<MeshRow, "id">;
  measurements: EntityTable<MeasurementRow, "meshId">;
  results: EntityTable<ResultRow, "key">;
  journal: EntityTable<JournalRow, "seq">;
  local: EntityTable<LocalRow, "key">;
};

/** The tables of the decisions, in the order in which they are exported. */
export const tableNames = [
  "scenes",
  "parts",
  "joints",
  "grounds",
  "printers",
  "materials",
  "paints",
  "recipes",
  "stock",
  "log",
  "records",
  "settings",
  "timers",
  "plans",
  "notes",
  "ledger",
  "features",
  "layouts",
  "runs",
  "gcodes",
  "coupons",
  "printRecipes",
  "unplaced",
] as const satisfies readonly TableName[];

const ids = (...names: readonly string[]) => Object.fromEntries(names.map((name) => [name, "id"]));
const ofScenes = (...names: readonly string[]) => Object.fromEntries(names.map((name) => [name, "id, sceneId"]));

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
  db.version(2).stores({ ...ofScenes("ledger"), ...ids("features") }).upgrade(by(from1));
  // Plates laid by hand, runs, machine files, coupons, print recipes; results worked out on meshes.
  db.version(3)
    .stores({ ...ofScenes("layouts", "runs", "gcodes"), ...ids("coupons", "printRecipes"), results: "key, meshId" })
    .upgrade(by(from2));
  // Notes with pictures.
  db.version(4).stores(ofScenes("notes")).upgrade(by(from3));
  // Rows that have no place, and what belongs to this browser alone.
  db.version(5).stores({ ...ids("unplaced"), local: "key" }).upgrade(async (transaction) => {
    await by(from4)(transaction);
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
