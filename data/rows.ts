import type { MeshMeasurement } from "#core/mesh/measure";
import type { Paint, Recipe } from "#core/paint/paint";
import type { PaintSequence } from "#core/paint/paintSequence";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { Coupon } from "#core/scene/coupon";
import type { Drawing } from "#core/scene/drawing";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow, OwnFeature } from "#core/scene/ledger";
import type { LogEntry } from "#core/scene/logEntry";
import type { Look } from "#core/scene/look";
import type { Part } from "#core/scene/part";
import type { Pin } from "#core/scene/pin";
import type { PlateGcode } from "#core/scene/plateGcode";
import type { PlateLayout } from "#core/scene/plateLayout";
import type { PlateRun } from "#core/scene/plateRun";
import type { Rooms } from "#core/scene/rooms";
import type { Scene } from "#core/scene/scene";
import type { StepRecord } from "#core/scene/stepRecord";
import type { ZoneMap } from "#core/scene/zoneMap";
import type { WeekHours } from "#core/steps/hours";
import type { FilamentWork } from "#core/print/filamentWork";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { PrintRecipe } from "#core/print/printRecipe";
import type { Lay } from "#core/print/wayUp";
import type { HollowShell } from "#core/print/resinEstimate";
import type { StockItem } from "#core/stores/draw";
import type { LooseRow } from "#data/upgrades/upgrade";

/**
 * The triangles of one body, stored once by content. `corners`: single-precision numbers as `TriangleSoup`
 * has them.
 */
export type MeshRow = {
  readonly id: string;
  readonly name: string;
  readonly triangles: number;
  readonly corners: Blob;
};

/** A cached measurement; thrown away whenever its version is old. */
export type MeasurementRow = {
  readonly meshId: string;
  readonly version: number;
  readonly measurement: MeshMeasurement;
};

/** Something worked out on a mesh, under a key of everything it depends on; always safe to throw away. */
export type ResultRow = {
  readonly key: string;
  readonly meshId: string;
  readonly value:
    | { readonly kind: "work"; readonly work: FilamentWork }
    | { readonly kind: "shell"; readonly shell: HollowShell }
    | { readonly kind: "ways"; readonly ways: readonly Lay[] };
};

export type TimerRow = {
  readonly id: string;
  readonly sceneId: string;
  readonly stepId: string | null;
  readonly name: string;
  readonly startedAtMs: number;
  readonly endsAtMs: number;
};

export type SettingRow =
  | { readonly id: "hours"; readonly hours: WeekHours }
  | {
      readonly id: "habits";
      readonly unattended: boolean;
      readonly currency: string;
      readonly lengthSystem: "metric" | "inch";
      readonly lengthFirst: "model" | "real";
    }
  | { readonly id: "rooms"; readonly rooms: Rooms }
  | { readonly id: "started"; readonly demoAt: string };

/** A few words or a picture from the bench; the picture small, as a data URL. */
export type NoteRow = {
  readonly id: string;
  readonly sceneId: string;
  readonly stepId: string;
  readonly at: string;
  readonly text: string;
  readonly picture: string | null;
};

/**
 * A row of an older version, or one that was never right, for which there is no place: kept as it was, and
 * shown.
 */
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
  drawings: Drawing;
  zoneMaps: ZoneMap;
  pins: Pin;
  looks: Look;
  sequences: PaintSequence;
};
export type TableName = keyof Rows;

/** One change to one row; a list of them is one change to the builder, and is undone as one. */
export type Op = {
  [T in TableName]:
    { readonly table: T; readonly put: Rows[T] } | { readonly table: T; readonly remove: string };
}[TableName];

export type JournalRow = {
  seq: number;
  readonly label: string;
  readonly at: string;
  readonly inverse: readonly Op[];
  readonly undone: 0 | 1;
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
  "drawings",
  "zoneMaps",
  "pins",
  "looks",
  "sequences",
] as const satisfies readonly TableName[];
