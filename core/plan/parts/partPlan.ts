import { type Figure } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding } from "#core/plan/finding";
import type { PrintBody } from "#core/print/body";
import type { PrintEstimate } from "#core/print/filamentEstimate";
import type { Fit } from "#core/print/fit";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { ProcessRow } from "#core/print/processTable";
import type { ResinRisk } from "#core/print/resinRisk";
import type { SupportWork } from "#core/print/supports";
import { type Rescale } from "#core/scale/rescale";
import type { Part } from "#core/scene/part";
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
  readonly thinShare: number;
  readonly row: ProcessRow;
};

export type PartPlan = {
  readonly part: Part;
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
  readonly candidates: readonly Candidate[];
  readonly chosen: Candidate | null;
  /** The machine whose faces it has in the end: the chosen one, or that of the pieces it was cut into. */
  readonly finish: Candidate | null;
  readonly reason: string;
  readonly reasons: readonly string[];
  readonly treatment: Treatment | null;
  readonly areaCm2: Figure;
  readonly findings: readonly Finding[];
};
