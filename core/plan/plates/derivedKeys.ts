import type { Pose } from "#core/mesh/pose";
import { posedId } from "#core/mesh/pose";
import type { InfillBand } from "#core/print/filamentWork";
import type { FilamentPrinter } from "#core/print/printer";

/** Raised when the way a result is worked out changes, so that kept ones are made again. */
const WORK_VERSION = 1;
const SHELL_VERSION = 1;

const short = (v: number) => Number(v.toPrecision(7));

/** Under which the walls and paths of a mesh on a machine are kept: everything they depend on. */
export const workKey = (
  meshId: string,
  pose: Pose | null,
  factor: number,
  p: FilamentPrinter,
  bands: readonly InfillBand[],
): string =>
  `work${WORK_VERSION} ${posedId(meshId, pose)} ${short(factor)} ${[p.nozzleMm, p.layerMm, p.walls, p.topBottomMm, p.infillShare, p.wallSpeed, p.infillSpeed, p.travelSpeed, p.firstLayerSpeed, p.acceleration, p.cornerMm, p.flowLimit, p.minimumLayerSeconds, p.retractSeconds, p.skirtLoops, p.brimMm].map(short).join(" ")}${bands.length > 0 ? ` ${bands.map((b) => `${short(b.fromMm)}-${short(b.toMm)}:${short(b.share)}`).join(",")}` : ""}`;

/** Under which a hollowed mesh's figures are kept. */
export const shellKey = (meshId: string, factor: number, wallMm: number): string =>
  `shell${SHELL_VERSION} ${meshId} ${short(factor)} ${short(wallMm)}`;

/** Something that is reckoned in the plan and could be worked out on the mesh. */
export type Wanted =
  | {
      readonly kind: "work";
      readonly key: string;
      readonly meshId: string;
      readonly pose: Pose | null;
      readonly factor: number;
      readonly printer: FilamentPrinter;
      readonly bands: readonly InfillBand[];
      readonly name: string;
    }
  | {
      readonly kind: "shell";
      readonly key: string;
      readonly meshId: string;
      readonly factor: number;
      readonly wallMm: number;
      readonly name: string;
    };
