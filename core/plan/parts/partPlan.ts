import { type Figure } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding, Mend } from "#core/plan/finding";
import type { WaysToFind } from "#core/plan/plates/derivedKeys";
import type { PrintBody } from "#core/print/body";
import type { PrintEstimate } from "#core/print/filamentEstimate";
import type { Fit } from "#core/print/fit";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { ProcessRow } from "#core/print/processTable";
import type { ResinRisk } from "#core/print/resinRisk";
import type { SupportWork } from "#core/print/supports";
import type { Lay } from "#core/print/wayUp";
import { type Rescale } from "#core/scale/rescale";
import type { Part } from "#core/scene/part";
import type { Zone } from "#core/scene/zone";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";
import type { SurfaceAreas } from "#core/surface/surfaceAreas";
import type { Treatment } from "#core/surface/treatments";

/** What one printer would make of a part: all copies. `printer` is as its recipe sets it. */
export type Candidate = {
  /** Worked out on the mesh: its walls followed, its hollow made; otherwise reckoned. */
  readonly exact: boolean;
  readonly printer: Printer;
  readonly material: PrintMaterial | null;
  readonly fit: Fit;
  readonly timeFactor: number;
  readonly one: PrintEstimate;
  readonly raised: boolean;
  readonly supports: SupportWork;
  readonly risk: ResinRisk | null;
  readonly all: {
    readonly minutes: Figure;
    readonly grams: Figure;
    readonly cost: Figure;
    readonly hands: Figure;
  };
  readonly surface: SurfaceAreas;
  /** What looks have taught of its layers: they are seen so many times as strongly as foreseen. */
  readonly seenTimes: number;
  readonly thinShare: number;
  readonly row: ProcessRow;
};

/** Why a part stands aside until somebody settles it. */
export type HeldBecause =
  "no scale" | "absurd size" | "no volume" | "larger than the board" | "too many pieces" | "another way";

/** A part that nothing is planned for: it costs no hours, money, stores or dates. What to do is said in one line. */
export type Held = {
  readonly because: HeldBecause;
  readonly sentence: string;
  readonly mends: readonly Mend[];
};

/**
 * Who says how a part lies: the builder; the plan, by ways that were looked for all round, best first; or nobody
 * yet, so that it lies as drawn.
 */
export type Lies =
  | { readonly by: "builder" }
  | { readonly by: "nobody"; readonly look: WaysToFind | null }
  | {
      readonly by: "plan";
      readonly ways: readonly Lay[];
      readonly because: string;
      /** To be looked for; null where they were found at its very size. */
      readonly look: WaysToFind | null;
    };

/** One zone of a part as it is planned. */
export type ZonePlan = {
  readonly zone: Zone;
  /** Surface that can be painted, of all copies. */
  readonly areaCm2: Figure;
  /** How its layer steps look, one copy; null of what is not printed. */
  readonly surface: SurfaceAreas | null;
  readonly treatment: Treatment | null;
  /** What is treated of it, all copies: where it shows its steps, and the overlap into texture beside it. */
  readonly treatCm2: Figure;
  /** Of its mesh; null of a part that nobody parted, and of one without a mesh. */
  readonly measure: ZoneMeasure | null;
};

export type PartPlan = {
  readonly part: Part;
  /** Set while nothing is planned for it. */
  readonly held: Held | null;
  /** Nobody said how it is painted: the layers of `part` are the usual ones. */
  readonly paintAssumed: boolean;
  /** As it was drawn, which is how it stands in the scene. */
  readonly measurement: MeshMeasurement | null;
  /** As it lies on the bed. */
  readonly asItLies: MeshMeasurement | null;
  readonly rescale: Rescale;
  readonly body: Omit<PrintBody, "profile"> | null;
  /** Width, depth, height in the scene, on the bench; null when nothing is known. */
  readonly sizeMm: readonly [number, number, number] | null;
  /** Its thinnest wall on the bench, mm, and where that is in words; null of no one place. */
  readonly thinnestMm: Figure | null;
  readonly thinPlace: string | null;
  /** How it came to lie as it does; `part` is as it lies. */
  readonly lies: Lies;
  readonly candidates: readonly Candidate[];
  readonly chosen: Candidate | null;
  /** Where it would be made if its set were printed in a way that has it; null of all others. */
  readonly beside?: Candidate | null;
  /** The machine whose faces it has in the end: the chosen one, or that of the pieces it was cut into. */
  readonly finish: Candidate | null;
  readonly reason: string;
  readonly reasons: readonly string[];
  /** Its zones as they are planned; one of a part that nobody parted. */
  readonly zones: readonly ZonePlan[];
  /** How most of what shows its steps is treated; null where nothing is. */
  readonly treatment: Treatment | null;
  readonly areaCm2: Figure;
  readonly findings: readonly Finding[];
};
