import { isGround, type Target } from "#core/reference";
import type { Figure } from "#core/figure";
import type { StepFacts } from "#core/steps/facts";
import type { MaskKind } from "#core/materials/masking";
import type { ProductId } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";

/**
 * What is done. A print takes no hands: it stands among the steps only for the rules, with the times of its
 * run.
 */
export type Action =
  | "wash resin"
  | "remove supports"
  | "cure"
  | "clip"
  | "flame"
  | "sand"
  | "wash"
  | "fill"
  | "fill seam"
  | "level"
  | "paste"
  | "dry fit"
  | "glue"
  | "prime"
  | "paint"
  | "drybrush"
  | "shade"
  | "mask"
  | "unmask"
  | "varnish"
  | "pigment"
  | "gloss effect"
  | "lay ground"
  | "flock"
  | "pour water"
  | "wire"
  | "place"
  | "paint edge"
  | "inspect"
  | "print"
  | "test"
  | "seal"
  | "sterilise"
  | "line in"
  | "touch up"
  | "draw back"
  | "decal"
  | "release film"
  | "warm"
  | "carry";

export const places = ["bench", "sink", "booth", "lamp", "outdoors", "drying shelf"] as const;
export type Place = (typeof places)[number];

export type Sheen = "matte" | "satin" | "gloss";

/** A step that is done again, as it was but for its minutes, which are those of one piece. */
export type Redo = Pick<Step, "action" | "title" | "product" | "sheen" | "tool" | "place" | "waitMinutes"> & {
  readonly stepId: string;
  readonly minutesEach: number;
};

/** A mix that is made at once for later uses too. ml of the others and of this one without what is mixed over. */
export type MixNow = {
  readonly ml: Figure;
  readonly hereMl: number;
  readonly others: readonly { readonly called: string; readonly ml: number }[];
};

/** One action in the order of work. */
export type Step = {
  /** Made from what it is about, so that it stays the same when the plan is made again. */
  readonly id: string;
  readonly action: Action;
  readonly title: string;
  /** What it is done to. */
  readonly targets: readonly Target[];
  readonly onWhat: string;
  readonly process: "filament" | "resin" | null;
  /** What it lays down or uses; null for handwork. */
  readonly product: ProductId | null;
  readonly sheen: Sheen | null;
  readonly recipeId: string | null;
  readonly paintId: string | null;
  readonly mixMl: Figure | null;
  readonly areaCm2: number | null;
  readonly tool: ToolId;
  readonly place: Place;
  readonly handsMinutes: Figure;
  /** Minutes to wait after it before anything that needs its film handled. */
  readonly waitMinutes: number;
  /** Wetted with alcohol, as loose ground often is. */
  readonly alcohol: boolean;
  /** Clear parts and lights inside. */
  readonly clear: boolean;
  /** Minutes of the plan's clock before which it cannot begin: its prints are not there yet. */
  readonly releaseAt: number;
  /** Steps of its own recipe that come before it. */
  readonly after: readonly string[];
  /** Put in by a rule, with the rule's id. */
  readonly insertedBy: string | null;
  /** Stands this thin, mm, for the rules of flame; null when unknown. */
  readonly thinnestMm: number | null;
  readonly notes: readonly string[];
  /** Pieces that it is done to; 1 where it is not told. */
  readonly pieces?: number;
  /** Coats laid in it; 1 where it is not told. */
  readonly coats?: number;
  /** Of sanding: from coarse to fine, where they follow from what is sanded; the tool's own otherwise. */
  readonly grits?: readonly number[];
  /** Which coat of its layer it is, from 1; told where there are several. The last has the layer's own id. */
  readonly coat?: { readonly number: number; readonly of: number };
  /** More than its own is mixed with it. */
  readonly mixNow?: MixNow;
  /** What below it is done again on a copy where it slips, the lowest first. */
  readonly redo?: readonly Redo[];
  /** What of a part's own decisions it carries out: a layer of its scheme, or the treatment of its surface. */
  readonly partOf?: { readonly layerId: string } | "treatment";
  /** Zones that a treatment is on, by number. */
  readonly zones?: readonly number[];
  /** Of a mask: what covers, the tape along its borders, and what is wrapped beyond it. */
  readonly cover?: { readonly kind: MaskKind; readonly tapeMm: number; readonly wrapCm2: number };
  /** It looks wrong, and is meant to, until this later layer of its zone lies on it; its number from the first. */
  readonly tonedBy?: { readonly number: number; readonly says: string };
  /** Of runs: how many in all, and within how many seconds each is blotted. */
  readonly runs?: { readonly count: number; readonly blotSeconds: number };
  /** Lightness of its colour, 0 to 100, for the order of colours through an airbrush. */
  readonly lightness?: number;
  /** It has to begin while an earlier step is wet, tacky or workable: minutes after that step's end. */
  readonly window?: { readonly after: string; readonly fromMinutes: number; readonly untilMinutes: number };
  /** The step that opened its window is done: begun by this minute of the plan's clock. */
  readonly beginBy?: number;
  readonly facts?: StepFacts;
  /** Of paint that nobody decided on: in hours and date, and in nothing to buy. */
  readonly assumed?: true;
  /** A step of one's own that may be left out. */
  readonly optional?: true;
  /** Put in right before or after another step: it takes over that step's place among the rest. */
  readonly tied?: { readonly to: string; readonly at: "before" | "after" };
};

/** Steps on the whole board meet every part that stands on it; two parts on it do not meet each other. */
export const isBoardWide = (s: Step) =>
  s.targets.some(isGround) || (s.targets.length === 1 && s.targets[0] === "board");
