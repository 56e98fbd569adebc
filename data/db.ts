import Dexie, { type EntityTable, type Table, type Transaction } from "dexie";
import type { Schema } from "joi";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Paint, Recipe } from "#core/paint/paint";
import type { AcceptedPlan, Coupon, Ground, Joint, LedgerRow, LogEntry, OwnFeature, Part, PlateGcode, PlateLayout, PlateRun, Rooms, Scene, StepRecord } from "#core/plan/sceneData";
import type { WeekHours } from "#core/print/hours";
import type { FilamentWork } from "#core/print/filamentWork";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { PrintRecipe } from "#core/print/printRecipe";
import type { Shell } from "#core/print/resinEstimate";
import type { StockItem } from "#core/stores/draw";
import { shapes } from "#data/shapes";

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
};

/** Brings the rows of some tables to what they are now: what they do not say yet becomes as it usually is. */
const filledUp = (...names: readonly TableName[]) => async (upgrade: Transaction) => {
  for (const name of names) {
    await upgrade.table<Rows[TableName]>(name).toCollection().modify((row, ref) => {
      const { value, error } = (shapes[name] as Schema).validate(row, { stripUnknown: true });
      // A row that was never right stays as it is rather than being lost.
      if (!error) ref.value = value as Rows[TableName];
    });
  }
};

/** Opens the database of this browser, or another by name for tests. Version 4 of the schema. */
export function openDatabase(name = "inch-hollow"): Database {
  // Strict: what is told as kept is on the disk, not only with the operating system.
  const db = new Dexie(name, { cache: "immutable", chromeTransactionDurability: "strict" }) as Database;
  db.version(1).stores({
    scenes: "id",
    parts: "id, sceneId",
    joints: "id, sceneId",
    grounds: "id, sceneId",
    printers: "id",
    materials: "id",
    paints: "id",
    recipes: "id",
    stock: "id",
    log: "id, at",
    records: "id, sceneId",
    settings: "id",
    timers: "id, sceneId",
    plans: "id",
    meshes: "id",
    measurements: "meshId",
    journal: "++seq, undone",
  });
  // Version 2: the ledger of real dimensions, the builder's own reference features, and what a part says of its files and copies.
  db.version(2).stores({ ledger: "id, sceneId", features: "id" }).upgrade(filledUp("parts"));
  // Version 3: plates laid by hand, runs, machine files, coupons, print recipes; results worked out on meshes.
  db.version(3).stores({ layouts: "id, sceneId", runs: "id, sceneId", gcodes: "id, sceneId", coupons: "id", printRecipes: "id", results: "key, meshId" }).upgrade(filledUp("scenes", "parts", "printers", "materials", "log"));
  // Version 4: changes of the order, the accepted plan, notes with pictures, and steps done for some of their pieces.
  db.version(4).stores({ notes: "id, sceneId" }).upgrade(async (upgrade) => {
    await upgrade.table("plans").clear();
    await filledUp("scenes", "records", "settings")(upgrade);
  });
  return db;
}

export const tableNames = ["scenes", "parts", "joints", "grounds", "printers", "materials", "paints", "recipes", "stock", "log", "records", "settings", "timers", "plans", "notes", "ledger", "features", "layouts", "runs", "gcodes", "coupons", "printRecipes"] as const satisfies readonly TableName[];

let shared: Database | undefined;
/** The app's own database, opened at the first use. */
export const appDatabase = (): Database => (shared ??= openDatabase());
