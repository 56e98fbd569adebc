import type { Figure } from "#core/figure";

/** What is done. A print is a run, not a step; steps begin when its plate is cleared. */
export type Action =
  | "wash resin" | "remove supports" | "cure" | "clip" | "flame" | "sand" | "wash" | "fill" | "fill seam" | "level" | "paste"
  | "dry fit" | "glue" | "prime" | "paint" | "drybrush" | "shade" | "mask" | "unmask" | "varnish" | "pigment" | "gloss effect"
  | "lay ground" | "flock" | "pour water" | "wire" | "place" | "paint edge" | "inspect";

export type Place = "bench" | "sink" | "booth" | "lamp" | "outdoors" | "drying shelf";

export type Sheen = "matte" | "satin" | "gloss";

/** One action in the order of work. */
export type Step = {
  /** Made from what it is about, so that it stays the same when the plan is made again. */
  readonly id: string;
  readonly action: Action;
  readonly title: string;
  /** What it is done to: `part:…`, `joint:…`, `ground:…`, `board`. */
  readonly targets: readonly string[];
  readonly onWhat: string;
  readonly process: "filament" | "resin" | null;
  /** Product family it lays down or uses; null for handwork. */
  readonly family: string | null;
  readonly sheen: Sheen | null;
  readonly recipeId: string | null;
  readonly paintId: string | null;
  readonly mixMl: Figure | null;
  readonly areaCm2: number | null;
  readonly tool: string;
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
};

export const shareTarget = (a: Step, b: Step) => a.targets.some((t) => b.targets.includes(t));
