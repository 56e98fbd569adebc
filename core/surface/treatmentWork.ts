import { coatsToReach } from "#core/surface/layerSteps";
import type { Treatment, TreatmentStep } from "#core/surface/treatments";

/** Coats where even that many do not hide the steps: they are sanded between. */
const DEEP_COATS = 4;
const MOST_COATS = 6;

/**
 * One step of a treatment as it is done: how many coats, how long, and whether the steps are deeper than
 * coats alone hide. `place`: where it stands among the steps of its treatment.
 */
export type TreatmentPass = {
  readonly step: TreatmentStep;
  readonly place: number;
  readonly coats: number;
  readonly minutes: number;
  readonly deep: boolean;
};

/**
 * What a treatment takes on an area: levelling coats as many as bring the layer steps out of sight, the rest
 * as its school says.
 * @param cm2 area treated, of all copies
 * @param depthMm depth of the plainest steps, and the depth at which they are no longer plain, mm; null when
 * none is plain
 */
export function treatmentWork(
  treatment: Treatment,
  cm2: number,
  depthMm: number | null,
  unseenMm: number | null,
): readonly TreatmentPass[] {
  return treatment.steps.flatMap((step, place): TreatmentPass[] => {
    const needed =
      step.levelling && depthMm !== null && unseenMm !== null
        ? coatsToReach(depthMm, unseenMm, step.levelling)
        : step.coats;
    const coats =
      needed === null ? DEEP_COATS : Math.max(step.levelling ? 0 : 1, Math.min(needed, MOST_COATS));
    return coats === 0
      ? []
      : [
          {
            step,
            place,
            coats,
            minutes: step.fixedMinutes + step.minutesPerCm2 * cm2 * coats,
            deep: needed === null,
          },
        ];
  });
}
