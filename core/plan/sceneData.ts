import type { GroundLayer } from "#core/ground/groundLayer";
import type { LampCircuit } from "#core/ground/resistor";
import type { FitKind } from "#core/joints/clearance";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Pose, Vec3 } from "#core/mesh/pose";
import type { KeptChange, SetAside } from "#core/order/change";
import type { OrderSchools } from "#core/order/orderSchools";
import type { OrderWish } from "#core/order/sequence";
import { type OwnTimes, usualWeather, type Weather } from "#core/materials/weather";
import type { Paint, Recipe } from "#core/paint/paint";
import type { SchemeLayer } from "#core/paint/scheme";
import type { FilamentWork, InfillBand } from "#core/print/filamentWork";
import type { GcodeReport } from "#core/print/gcode";
import type { WeekHours } from "#core/print/hours";
import type { Nested } from "#core/print/nest";
import type { MaterialId } from "#core/materials/materials";
import type { ProductId } from "#core/materials/products";
import type { Use } from "#core/materials/material";
import type { Printer, PrintMaterial, Process } from "#core/print/printer";
import type { PrintRecipe } from "#core/print/printRecipe";
import type { Hollow, Shell } from "#core/print/resinEstimate";
import type { SimulatedFate } from "#core/print/simulatedRun";
import type { LaySchool } from "#core/print/wayUp";
import type { SourceScale } from "#core/scale/rescale";
import type { StockItem } from "#core/stores/draw";
import type { SurfaceSchool } from "#core/surface/treatments";

export const tiers = ["play", "display", "for sale"] as const;
export type Tier = (typeof tiers)[number];
/** How worn the subject is: dirt and damage hide faults. */
export const themes = ["clean", "grimy", "ruined"] as const;
export type Theme = (typeof themes)[number];

/** What the builder decided about one scene. Everything else is computed from this. */
export type Scene = {
  readonly id: string;
  readonly name: string;
  readonly denominator: number;
  /** How the ratio was given, when it was more than a ratio: `28mm figure to the eye`. */
  readonly ratioSaid: string;
  readonly viewingDistanceMm: number;
  readonly boardWidthMm: number;
  readonly boardDepthMm: number;
  readonly gridMm: number | null;
  readonly tier: Tier;
  readonly theme: Theme;
  readonly startOn: string;
  readonly finishBy: string | null;
  readonly surfaceSchool: SurfaceSchool | null;
  readonly laySchool: LaySchool | null;
  /** Set aside: its plates and steps take no hours from the others. */
  readonly aside: boolean;
  readonly orderWishes: readonly OrderWish[];
  /** Mends and other changes of the order that were chosen, oldest first, and rules that were set aside. */
  readonly orderChanges: readonly KeptChange[];
  readonly setAside: readonly SetAside[];
  readonly orderSchools: OrderSchools;
  readonly createdAt: string;
  readonly changedAt: string;
};

export type Placement = { readonly xMm: number; readonly yMm: number; readonly turnDeg: number };

/** A feature whose real size is known and whose size in the file was measured or typed. */
export type KnownFeature = {
  readonly featureId: string;
  readonly name: string;
  readonly realMm: number;
  readonly fileSize: number;
};

/** How far a copy has come. A copy that is not told is to be made. */
export const copyStates = ["to make", "printed", "spoilt", "finished", "in place"] as const;
export type CopyState = (typeof copyStates)[number];

/**
 * A file that a part had or has: what was found wrong, what was changed, and what answered it. Newest last.
 */
export type FileVersion = {
  readonly id: string;
  readonly meshId: string | null;
  readonly fileName: string;
  readonly at: string;
  readonly change: string;
  readonly flaw: string;
  readonly corrected: boolean;
  readonly trialCopies: number;
  readonly saidBy: string;
};

/** What a seller says of a file or kit that is not bought yet. Money in minor units. */
export type Listing = {
  readonly priceMinor: number;
  readonly from: string;
  readonly supports: "none needed" | "supported" | "not told";
  readonly smallestDetailMm: number | null;
  readonly bought: boolean;
};

/** A piece cut for something built by hand, bench mm. A strip's width and thickness are its section. */
export type CutPiece = {
  readonly id: string;
  readonly form: "sheet" | "strip" | "rod";
  /** What it is of; null where what was written is in no table yet. */
  readonly madeOf: MaterialId | null;
  /** As it was written, or as the shop calls it. */
  readonly material: string;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly thicknessMm: number;
  readonly count: number;
};

/**
 * What the builder reckons for having a part otherwise. Money in minor units; hours with hands on it, each.
 */
export type OtherWays = {
  readonly buyEachMinor: number | null;
  readonly buildEachMinor: number | null;
  readonly buildEachHours: number | null;
  readonly makeOnceHours: number;
  readonly hourWorthMinor: number;
};

/** A real dimension worth keeping: what it is, how long, and whether it runs along the bed or up. */
export type LedgerRow = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly realMm: number;
  readonly along: "bed" | "height";
  readonly position: number;
};

/** A thing of known size that the builder added. */
export type OwnFeature = {
  readonly id: string;
  readonly name: string;
  readonly lowMm: number;
  readonly highMm: number;
  readonly source: string;
};

/** One thing in a scene, with a count. */
export type Part = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  /**
   * A part from pieces was cut: its pieces are parts of their own and are printed; it is what they become.
   */
  readonly made: "printed" | "bought" | "by hand" | "from pieces";
  /** What it is made of, where it is not printed; a print follows its machine's material. */
  readonly madeOf: MaterialId | null;
  readonly meshId: string | null;
  readonly source: SourceScale;
  readonly unitMm: number;
  /** False while the unit is only guessed from the size. */
  readonly unitSure: boolean;
  readonly features: readonly KnownFeature[];
  readonly count: number;
  readonly process: Process | "choose";
  readonly printerId: string | null;
  readonly hollow: Hollow | null;
  readonly clear: boolean;
  readonly spans: boolean;
  /** What this part is for, where it is not what the scene is for. */
  readonly tier: Tier | null;
  readonly surfaceSchool: SurfaceSchool | null;
  readonly scheme: readonly SchemeLayer[];
  readonly lamp: LampCircuit | null;
  /** Size on the bench of a part without a mesh. */
  readonly sizeMm: readonly [number, number, number] | null;
  readonly placements: readonly Placement[];
  /** Where the file came from. `nativeScale` as its source says it; the price in minor units. */
  readonly origin: {
    readonly fileName: string;
    readonly from: string;
    readonly licence: string;
    readonly nativeScale: string;
    readonly priceMinor: number | null;
  };
  readonly note: string;
  /** Times the scale: a variant of the same mesh, larger or smaller than true. 1 for most. */
  readonly ownFactor: number;
  /** State of each copy in turn; copies beyond the list are to be made. */
  readonly copies: readonly CopyState[];
  readonly versions: readonly FileVersion[];
  /** Set while the file or kit is only looked at. */
  readonly listing: Listing | null;
  /** What something built by hand is cut from. */
  readonly cutPieces: readonly CutPiece[];
  readonly otherWays: OtherWays | null;
  /** How it lies on a bed; null as drawn. */
  readonly pose: Pose | null;
  /** On supports above a resin plate, or flat on it; null as the plan finds. */
  readonly raised: boolean | null;
  /** Direction in its file of the side that must stay clean. */
  readonly front: Vec3 | null;
  /** Heights with their own infill, where it carries load. */
  readonly infillBands: readonly InfillBand[];
  /** What it is asked to bear or show; its plastic follows. */
  readonly use: Use | null;
  readonly materialId: string | null;
  readonly recipeId: string | null;
  /** Other pieces are cut or fitted to it, so it is printed and measured first. */
  readonly setsSizes: boolean;
  /** Printed beyond the count. */
  readonly spares: number;
  /** Set on a piece: which part it was cut from, and its number among the pieces. */
  readonly pieceOf: { readonly partId: string; readonly number: number; readonly of: number } | null;
};

export type Joint = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly partIds: readonly string[];
  readonly fit: FitKind;
  /** Gap per side as it was drawn, in mm of the first part's file; null when it was not measured. */
  readonly gapInFileMm: number | null;
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
};

/** Fibres over a layer: none, sprinkled on, or set upright with a grass applicator. */
export const flocks = ["none", "sprinkled", "standing"] as const;
export type Flock = (typeof flocks)[number];

export type Ground = GroundLayer & {
  readonly sceneId: string;
  readonly wetWith: "alcohol" | "water" | "none";
  readonly flock: Flock;
  readonly position: number;
};

/** What happened: a run of a plate or a step at the bench. `key` is a printer's id or a step's action. */
export type LogEntry = {
  readonly id: string;
  readonly kind: "run" | "step";
  readonly key: string;
  readonly what: string;
  readonly at: string;
  readonly sceneId: string | null;
  readonly estimatedMinutes: number;
  readonly actualMinutes: number;
  readonly outcome: "good" | "failed";
  readonly cause: string;
  readonly note: string;
  readonly simulated: boolean;
  /** What a run was printed in, and with which settings; null and empty where it is not told. */
  readonly materialId: string | null;
  readonly settings: Readonly<Record<string, number>>;
};

/** What the builder said of a step at the bench. Done for some: `pieces` of it. */
export type StepRecord = {
  readonly id: string;
  readonly sceneId: string;
  readonly stepId: string;
  readonly state: "done" | "some" | "went wrong" | "skipped";
  readonly at: string;
  readonly actualMinutes: number | null;
  readonly pieces: number | null;
  readonly note: string;
};

/**
 * The order of work as it was last accepted: begin and end of each step, in minutes from the midnight before
 * `day`.
 */
export type AcceptedPlan = {
  readonly id: string;
  readonly acceptedAt: string;
  readonly day: string;
  readonly slots: Readonly<Record<string, readonly [number, number]>>;
  readonly sequenceNumber: number;
};

/**
 * Plates that the builder laid by hand: pieces stay where they are put, and others are laid round them.
 * Latest last.
 */
export type PlateLayout = {
  readonly id: string;
  readonly sceneId: string;
  readonly printerId: string;
  readonly position: number;
  readonly laid: readonly Nested[];
};

/** A copy of a part on a plate that runs or ran. */
export type RunPiece = Omit<Nested, "id"> & {
  readonly pieceId: string;
  readonly partId: string;
  readonly partName: string;
  readonly copy: number;
};

export const runStates = ["running", "good", "failed", "stopped"] as const;
/** One attempt at a plate, real or on a simulated machine. `settings`: everything it is printed with. */
export type PlateRun = {
  readonly id: string;
  readonly sceneId: string;
  readonly plateId: string;
  readonly plateNumber: number;
  readonly printerId: string;
  readonly printerName: string;
  readonly process: Process;
  readonly materialId: string | null;
  readonly pieces: readonly RunPiece[];
  readonly startedAtMs: number;
  readonly speed: number;
  readonly warmMinutes: number;
  readonly minutes: number;
  readonly layers: number;
  readonly simulated: boolean;
  readonly fate: SimulatedFate | null;
  readonly gate: { readonly skipped: boolean; readonly ticked: readonly string[] };
  readonly settings: Readonly<Record<string, number>>;
  readonly state: (typeof runStates)[number];
  readonly endedAt: string | null;
  readonly note: string;
};

/** A machine file put in place of an estimate. `contents` names what lay on the plate when it was read. */
export type PlateGcode = {
  readonly id: string;
  readonly sceneId: string;
  readonly printerId: string;
  readonly contents: string;
  readonly fileName: string;
  readonly report: GcodeReport;
};

/**
 * A slice of a real joint printed at several offsets: the gap a side that fitted, kept for the printer and
 * material. mm.
 */
export type Coupon = {
  readonly id: string;
  readonly printerId: string;
  readonly materialId: string | null;
  readonly fit: FitKind;
  readonly chosenMm: number;
  readonly at: string;
  readonly note: string;
};

/** The rooms in which the work is done. Noise in dB at a metre; quiet hours in minutes after midnight. */
export type Rooms = {
  readonly ventilation: "none" | "window" | "extraction";
  readonly dustExtraction: boolean;
  readonly outdoors: boolean;
  readonly resinAllowed: boolean;
  readonly quiet: { readonly from: number; readonly to: number; readonly mostDb: number } | null;
  /** Most minutes a week over resin, solvent and spray; null without a limit. */
  readonly exposureMinutesAWeek: number | null;
  /** Longest filament plate, minutes: what one failure may cost. */
  readonly longestPlateMinutes: number;
  readonly hourWorthMinor: number;
  readonly powerMinorPerKwh: number;
  /**
   * Air where things dry, as it usually is, and on days for which something else was told: each `2026-03-14`.
   */
  readonly weather: Weather;
  /** Pieces that can lie and dry at once; null when there is always room. */
  readonly shelfPieces: number | null;
  readonly days: readonly (Weather & { readonly day: string })[];
  /** Times of products that the builder found otherwise, by product. */
  readonly productTimes: Readonly<Partial<Record<ProductId, OwnTimes>>>;
  /** Evenings that are lost: days on which nobody is at the bench. */
  readonly away: readonly string[];
};

/** What all scenes share. */
export type Workshop = {
  readonly printers: readonly Printer[];
  readonly materials: readonly PrintMaterial[];
  readonly paints: readonly Paint[];
  readonly recipes: readonly Recipe[];
  readonly stock: readonly StockItem[];
  readonly log: readonly LogEntry[];
  readonly hours: WeekHours;
  readonly unattended: boolean;
  readonly currency: string;
  /** Things of known size that the builder added to the usual ones. */
  readonly features: readonly OwnFeature[];
  readonly printRecipes: readonly PrintRecipe[];
  readonly coupons: readonly Coupon[];
  readonly rooms: Rooms;
};

/**
 * Results that took long to work out, by a key of everything they depend on. What is not there is reckoned,
 * and said to
 * be. Always safe to throw away.
 */
export type Derived = {
  readonly works: ReadonlyMap<string, FilamentWork>;
  readonly shells: ReadonlyMap<string, Shell>;
};
export const nothingDerived: Derived = { works: new Map(), shells: new Map() };

/** Everything one scene's plan is computed from. `now` is in the builder's own day and clock. */
export type PlanInput = {
  readonly scene: Scene;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  readonly grounds: readonly Ground[];
  readonly ledger: readonly LedgerRow[];
  readonly layouts: readonly PlateLayout[];
  readonly runs: readonly PlateRun[];
  readonly gcodes: readonly PlateGcode[];
  readonly records: readonly StepRecord[];
  readonly accepted: AcceptedPlan | null;
  readonly workshop: Workshop;
  /** By the mesh's id, with its pose where it lies otherwise than drawn: see `posedId`. */
  readonly measurements: ReadonlyMap<string, MeshMeasurement>;
  readonly derived: Derived;
  readonly now: {
    readonly today: string;
    readonly minute: number;
    /** The same moment, milliseconds since 1970. */ readonly ms: number;
  };
};

export const usualRooms: Rooms = {
  ventilation: "window",
  dustExtraction: false,
  outdoors: false,
  resinAllowed: true,
  quiet: null,
  exposureMinutesAWeek: null,
  longestPlateMinutes: 20 * 60,
  hourWorthMinor: 1200,
  powerMinorPerKwh: 30,
  weather: usualWeather,
  shelfPieces: null,
  days: [],
  productTimes: {},
  away: [],
};

/** The air at the bench with the builder's own times for products. */
export const airOf = ({ weather, productTimes }: Rooms): Weather =>
  Object.keys(productTimes).length > 0 ? { ...weather, times: productTimes } : weather;
