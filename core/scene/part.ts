import type { LampCircuit } from "#core/ground/resistor";
import type { Use } from "#core/materials/material";
import type { MaterialId } from "#core/materials/materials";
import type { Pose, Vec3 } from "#core/mesh/pose";
import type { SchemeLayer } from "#core/paint/scheme";
import type { InfillBand } from "#core/print/filamentWork";
import type { Process } from "#core/print/printer";
import type { Hollow } from "#core/print/resinEstimate";
import type { SourceScale } from "#core/scale/rescale";
import type { Tier } from "#core/scene/scene";
import type { SurfaceSchool } from "#core/surface/treatments";

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

/** A part with everything as it is before anything was decided. */
export const newPart = (given: Pick<Part, "id" | "sceneId" | "name"> & Partial<Part>): Part => ({
  made: "printed",
  madeOf: null,
  meshId: null,
  source: { kind: "unknown" },
  unitMm: 1,
  unitSure: true,
  features: [],
  count: 1,
  process: "choose",
  printerId: null,
  hollow: null,
  clear: false,
  spans: false,
  tier: null,
  surfaceSchool: null,
  scheme: [],
  lamp: null,
  sizeMm: null,
  placements: [],
  origin: noOrigin,
  note: "",
  ownFactor: 1,
  copies: [],
  versions: [],
  listing: null,
  cutPieces: [],
  otherWays: null,
  pose: null,
  raised: null,
  front: null,
  infillBands: [],
  use: null,
  materialId: null,
  recipeId: null,
  setsSizes: false,
  spares: 0,
  pieceOf: null,
  ...given,
});

export const noOrigin: Part["origin"] = {
  fileName: "",
  from: "",
  licence: "",
  nativeScale: "",
  priceMinor: null,
};
