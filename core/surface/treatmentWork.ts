import { afterCoatMm, coatsToReach, type LevellingCoat } from "#core/surface/layerSteps";
import type { Treatment, TreatmentStep } from "#core/surface/treatments";

/** More coats than this nobody lays; what is deeper is told of. */
const MOST_COATS = 12;
/** After so many levelling coats they are sanded before the next, min/cm2 (common practice). */
const SAND_EVERY = 4;
const SANDING_PER_CM2 = 0.08;

/**
 * One step of a treatment as it is done: how many coats, how long, how often it is sanded between them, and
 * how deep the steps still are. `place`: where it stands among the steps of its treatment.
 */
export type TreatmentPass = {
  readonly step: TreatmentStep;
  readonly place: number;
  readonly coats: number;
  readonly minutes: number;
  readonly sandings: number;
  /** Depth that its coats leave and that is still plain, mm; null where nothing is. */
  readonly leftMm: number | null;
};

/**
 * What a treatment takes on an area: levelling coats as many as bring the layer steps out of sight, the rest
 * as its school says.
 * @param cm2 area treated, of all copies
 * @param depthMm depth of the plainest steps, and the depth at which they are no longer plain, mm; null when
 * none is plain
 */
export const treatmentWork = (
  treatment: Treatment,
  cm2: number,
  depthMm: number | null,
  unseenMm: number | null,
): readonly TreatmentPass[] =>
  treatment.steps.flatMap((step, place): TreatmentPass[] => {
    const { levelling } = step;
    const { coats, leftMm } =
      levelling && depthMm !== null && unseenMm !== null
        ? levellingCoats(levelling, depthMm, unseenMm)
        : { coats: step.coats, leftMm: null };
    if (coats === 0) return [];
    const sandings = levelling && step.action === "fill" ? Math.floor((coats - 1) / SAND_EVERY) : 0;
    const minutes = step.fixedMinutes + cm2 * (step.minutesPerCm2 * coats + SANDING_PER_CM2 * sandings);
    return [{ step, place, coats, minutes, sandings, leftMm }];
  });

function levellingCoats(
  coat: LevellingCoat,
  depthMm: number,
  unseenMm: number,
): { readonly coats: number; readonly leftMm: number | null } {
  const coats = coatsToReach(depthMm, unseenMm, coat, MOST_COATS);
  if (coats !== null) return { coats, leftMm: null };
  let leftMm = depthMm;
  for (let i = 0; i < MOST_COATS; i++) leftMm = afterCoatMm(leftMm, coat);
  return { coats: MOST_COATS, leftMm };
}
