import type { AfterPrimer } from "#core/scene/zone";
import type { Process } from "#core/print/printer";

/** What was seen of the layers of a zone, beside what had been foreseen. Outlives its scene, as the log does. */
export type Look = {
  readonly id: string;
  readonly at: string;
  readonly sceneId: string | null;
  readonly what: string;
  readonly printerId: string | null;
  readonly materialId: string | null;
  readonly process: Process;
  readonly layerMm: number;
  /** The slope that was plainest, degrees from level. */
  readonly slopeDeg: number;
  readonly distanceMm: number;
  /** Coats that were on it, and the depth that they had left by the plan, mm. */
  readonly coats: number;
  readonly depthMm: number;
  /** Foreseen under flat and raking light, in thresholds of sight. */
  readonly flat: number;
  readonly raking: number;
  readonly seen: AfterPrimer;
  readonly simulated: boolean;
  /** Share of its photo that is of another tone, 0 to 1: stripes of a guide coat. Absent without a photo. */
  readonly stripes?: number;
  /** Small, as a data URL. */
  readonly picture: string | null;
};
