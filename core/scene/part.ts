import type { LampCircuit } from "#core/ground/resistor";
import type { FitKind } from "#core/joints/clearance";
import type { Use } from "#core/materials/material";
import type { MaterialId } from "#core/materials/materials";
import type { Pose, Vec3 } from "#core/mesh/pose";
import type { LabD65 } from "#core/paint/lab";
import type { SchemeLayer } from "#core/paint/scheme";
import type { InfillBand } from "#core/print/filamentWork";
import type { Process } from "#core/print/printer";
import type { Hollow } from "#core/print/resinEstimate";
import type { SourceScale } from "#core/scale/rescale";
import type { Leaf } from "#core/scene/leaf";
import type { Masking } from "#core/materials/masking";
import type { Tier } from "#core/scene/scene";
import { layersOf, wholeZone, type Zone } from "#core/scene/zone";

export type Placement = { readonly xMm: number; readonly yMm: number; readonly turnDeg: number };

/** A feature whose real size is known and whose size in the file was measured or typed. */
export type KnownFeature = {
  readonly featureId: string;
  readonly name: string;
  readonly realMm: number;
  readonly fileSize: number;
};

/** A small place with a colour of its own, ticked once it is painted. */
export type ColourSpot = {
  readonly id: string;
  readonly name: string;
  readonly lab: LabD65;
  readonly done: boolean;
};
/** More than these nobody ticks off (our choice). */
export const MOST_SPOTS = 40;

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
  /** Comes as pieces in a box, and is not printed; a file where it is not told. */
  readonly kit?: true;
  /** Share of its box that is material, (0, 1], where the builder knows better than the usual. */
  readonly fillShare?: number;
};

/** The listing of a part that is only looked at so far; null of any other. */
export const lookedAt = ({ listing }: Pick<PartCommon, "listing">): Listing | null =>
  listing && !listing.bought ? listing : null;

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

/** How its size in the scene is found: from a model whose scale and unit are known or guessed, or as told. */
export type PartSize = {
  readonly source: SourceScale;
  readonly unitMm: number;
  /** False while the unit is only guessed from the size. */
  readonly unitSure: boolean;
  readonly features: readonly KnownFeature[];
  /** Times the scale: a variant of the same mesh, larger or smaller than true. 1 for most. */
  readonly ownFactor: number;
  /** Somebody said which way is up; until then it may be asked. */
  readonly upSure?: boolean;
  /** Size on the bench of a part without a mesh. */
  readonly boxMm: readonly [number, number, number] | null;
};

/** How a part is printed. */
export type PartPrint = {
  readonly process: Process | "choose";
  readonly printerId: string | null;
  /** The roll or bottle, where it is not what its printer holds. */
  readonly materialId: string | null;
  readonly printRecipeId: string | null;
  readonly hollow: Hollow | null;
  readonly clear: boolean;
  readonly spans: boolean;
  /** How it lies on a bed; null as drawn. */
  readonly pose: Pose | null;
  /** On supports above a resin plate, or flat on it; null as the plan finds. */
  readonly raised: boolean | null;
  /** Heights with their own infill, where it carries load. */
  readonly infillBands: readonly InfillBand[];
  /** What it is asked to bear or show; its plastic follows. */
  readonly use: Use | null;
  /** Printed beyond the count. */
  readonly spares: number;
  /** Set on a piece: which part it was cut from, and its number among the pieces. */
  readonly pieceOf: { readonly partId: string; readonly number: number; readonly of: number } | null;
};

/** What holds for its surface as a whole. */
export type PartFinish = {
  /** Direction in its file of the side that must stay clean. */
  readonly front: Vec3 | null;
  /** How its colours are kept apart; absent where it is as usual. */
  readonly masks?: Masking;
};

/** Where its copies stand in the scene, and what is built in there. */
export type PartPlace = {
  readonly placements: readonly Placement[];
  readonly lamp: LampCircuit | null;
  /** Set where it is hung on one edge and opens. */
  readonly leaf?: Leaf | null;
};

/** What became of it so far. */
export type PartHistory = {
  /** State of each copy in turn; copies beyond the list are to be made, and no list is longer than they are. */
  readonly copies: readonly CopyState[];
  readonly versions: readonly FileVersion[];
  /** What its trial prints may cost in all, minor units; null or absent where nobody said. */
  readonly trialBudgetMinor?: number | null;
};

/** How a file came to the bench. */
export const sourceKinds = ["free", "paid", "own", "commissioned"] as const;
export type SourceKind = (typeof sourceKinds)[number];

/** Where the file came from. `nativeScale` as its source says it; the price in minor units. */
export type PartOrigin = {
  readonly fileName: string;
  readonly from: string;
  readonly licence: string;
  readonly nativeScale: string;
  readonly priceMinor: number | null;
  /** How it came here, where the price does not tell it; and how good the builder found it, 1 to 5. */
  readonly kind?: SourceKind;
  readonly rating?: number;
};

/** Things that are printed for the bench and not for the scene. */
export const toolKinds = ["jig", "palette", "gauge", "coupon", "exposure piece"] as const;

/** A tool or a trial: it goes on plates beside the parts of a scene and before those that wait for what it tells. */
export type PartTool = {
  readonly kind: (typeof toolKinds)[number];
  /** Of a coupon: joints of this fit wait for it. */
  readonly fit?: FitKind;
};

/** Bodies of one drawing that can be printed in several ways: a tower whole, in halves, as a kit. */
export type PartSet = {
  /** The same for every body of the drawing. */
  readonly name: string;
  /** The ways that print this body; at least one. */
  readonly ways: readonly string[];
};

/** What every part has, however it is made. */
export type PartCommon = {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly note: string;
  readonly count: number;
  /** What this part is for, where it is not what the scene is for. */
  readonly tier: Tier | null;
  /** Other pieces are cut or fitted to it, so it is made and measured first. */
  readonly setsSizes: boolean;
  readonly meshId: string | null;
  readonly origin: PartOrigin;
  /** Set while the file or kit is only looked at. */
  readonly listing: Listing | null;
  readonly otherWays: OtherWays | null;
  readonly size: PartSize;
  readonly finish: PartFinish;
  /** The places that it is worked by, each with what was decided for it; one of a part that nobody parted. */
  readonly zones: readonly Zone[];
  readonly place: PartPlace;
  readonly history: PartHistory;
  /** Colours of it that are seen in the picture and easily forgotten: patches, linings, tears. */
  readonly spots?: readonly ColourSpot[];
  /** Set where it is one body of a drawing with several ways to print it. */
  readonly set?: PartSet | null;
  /** Set where it is printed for the bench: it is not painted and stands nowhere in the scene. */
  readonly tool?: PartTool | null;
};

/**
 * How it comes about, with what only that way asks for. A part from pieces was cut: its pieces are parts of
 * their own and are printed; it is what they become.
 */
export type Making =
  | { readonly made: "printed" | "from pieces"; readonly print: PartPrint }
  | {
      readonly made: "bought";
      /** What it is made of; a print follows its machine's material. */
      readonly madeOf: MaterialId | null;
    }
  | {
      readonly made: "by hand";
      readonly madeOf: MaterialId | null;
      /** What it is cut from. */
      readonly cutPieces: readonly CutPiece[];
    };

export type Made = Making["made"];

/** One thing in a scene, with a count. */
export type Part = PartCommon & Making;

const sections = ["size", "finish", "place", "history"] as const;
type SectionName = (typeof sections)[number];
/** What can be decided for all zones of a part at once. */
type OfAllZones = "school" | "scheme" | "meaning";
type SomeOf<T> = { readonly [K in keyof T]?: T[K] };
type CommonGiven = SomeOf<Omit<PartCommon, SectionName>> &
  SomeOf<Pick<Zone, OfAllZones>> & { readonly [S in SectionName]?: SomeOf<PartCommon[S]> };

/**
 * Some fields of a part: of a section those that are named, the others stay as they are. School, scheme and meaning are
 * those of all its zones.
 */
export type PartPatch = CommonGiven & {
  readonly made?: Made;
  readonly print?: SomeOf<PartPrint>;
  readonly madeOf?: MaterialId | null;
  readonly cutPieces?: readonly CutPiece[];
};
/** A part as it begins: what is not given is as it is before anything was decided. */
export type PartGiven = PartPatch & Pick<PartCommon, "id" | "sceneId" | "name">;

export const noOrigin: PartOrigin = {
  fileName: "",
  from: "",
  licence: "",
  nativeScale: "",
  priceMinor: null,
};

const undecidedPrint: PartPrint = {
  process: "choose",
  printerId: null,
  materialId: null,
  printRecipeId: null,
  hollow: null,
  clear: false,
  spans: false,
  pose: null,
  raised: null,
  infillBands: [],
  use: null,
  spares: 0,
  pieceOf: null,
};

const undecided: Omit<PartCommon, "id" | "sceneId" | "name"> = {
  note: "",
  count: 1,
  tier: null,
  setsSizes: false,
  meshId: null,
  origin: noOrigin,
  listing: null,
  otherWays: null,
  size: { source: { kind: "unknown" }, unitMm: 1, unitSure: true, features: [], ownFactor: 1, boxMm: null },
  finish: { front: null },
  zones: [wholeZone],
  place: { placements: [], lamp: null },
  history: { copies: [], versions: [] },
};

/** A part with everything as it is before anything was decided, but for what is given. */
export const newPart = (given: PartGiven): Part => {
  const { id, sceneId, name } = given;
  return patchedPart({ id, sceneId, name, ...undecided, made: "printed", print: undecidedPrint }, given);
};

/**
 * A part after some of its fields were set. What its way of making has no place for goes: what is bought is
 * not hollow, and fewer copies than were made are all there are.
 */
export function patchedPart(part: Part, patch: PartPatch): Part {
  const { made: _, print: _print, madeOf: _of, cutPieces: _cut, ...others } = patch;
  const { school: _school, scheme: _scheme, meaning: _meaning, ...common } = others;
  const next: Record<string, unknown> = { ...part, ...common, zones: zonesOf(part, patch) };
  for (const s of sections) next[s] = { ...part[s], ...patch[s] };
  const made = patch.made ?? part.made;
  const making = makingOf(part, made, patch);
  for (const key of ["print", "madeOf", "cutPieces"]) delete next[key];
  const whole = { ...next, ...making } as Part;
  const most = whole.count + printOf(whole).spares;
  const { history } = whole;
  return history.copies.length <= most
    ? whole
    : { ...whole, history: { ...history, copies: history.copies.slice(0, most) } };
}

function zonesOf(part: Part, { zones = part.zones, school, scheme, meaning }: PartPatch): readonly Zone[] {
  if (school === undefined && scheme === undefined && meaning === undefined) return zones;
  return zones.map((z) => ({
    ...z,
    ...(school === undefined ? {} : { school }),
    ...(scheme === undefined ? {} : { scheme }),
    ...(meaning === undefined ? {} : { meaning }),
  }));
}

function makingOf(part: Part, made: Made, patch: PartPatch): Making {
  const of = patch.madeOf === undefined ? madeOfPart(part) : patch.madeOf;
  switch (made) {
    case "printed":
    case "from pieces":
      return { made, print: { ...printOf(part), ...patch.print } };
    case "bought":
      return { made, madeOf: of };
    case "by hand":
      return { made, madeOf: of, cutPieces: patch.cutPieces ?? cutPiecesOf(part) };
  }
}

/** Every layer that is laid on it somewhere, once. */
export const schemeOf = ({ zones }: Pick<PartCommon, "zones">): readonly SchemeLayer[] => layersOf(zones);

/** How it is printed; of what is not printed, as nothing was ever decided. */
export const printOf = (part: Making): PartPrint => ("print" in part ? part.print : undecidedPrint);

/** The part that it was cut from, else itself. */
export const wholeIdOf = (part: Part): string => printOf(part).pieceOf?.partId ?? part.id;

/** What it was said to be made of, where it is not printed. */
export const madeOfPart = (part: Making): MaterialId | null => ("madeOf" in part ? part.madeOf : null);

/** What something built by hand is cut from; nothing for the rest. */
export const cutPiecesOf = (part: Making): readonly CutPiece[] =>
  part.made === "by hand" ? part.cutPieces : [];
