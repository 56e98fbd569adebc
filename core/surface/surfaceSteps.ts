import { counted } from "#core/words";
import type { Figure } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres } from "#core/paint/amount";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";
import { treatmentWork } from "#core/surface/treatmentWork";
import type { Treatment } from "#core/surface/treatments";

/** What has to be done to the faces of all copies of a part, cm2 and mm. */
export type SurfaceWork = {
  /** What its steps are called by. */
  readonly key: string;
  /** Which zones it is, in words; null of all. */
  readonly of: string | null;
  readonly treatCm2: Figure;
  /** Depth of the plainest steps and that at which they are no longer plain; null when none is plain. */
  readonly stepDepthMm: number | null;
  readonly unseenDepthMm: number | null;
  /** Its shallowest relief, mm; null or absent where none is known. */
  readonly reliefMm?: number | null;
  readonly treatment: Treatment | null;
};

/** Under this area nothing is treated, cm2. */
const WORTH_CM2 = 0.5;

/** The passes of a treatment, each after the one before. */
export function surfaceSteps(
  { key, of, treatCm2, stepDepthMm, unseenDepthMm, reliefMm, treatment }: SurfaceWork,
  add: AddStep,
): void {
  const cm2 = treatCm2.value;
  if (!treatment || cm2 <= WORTH_CM2) return;
  let previous: Step | undefined;
  for (const pass of treatmentWork(treatment, cm2, stepDepthMm, unseenDepthMm)) {
    const { step: t, place, coats, minutes, sandings, leftMm } = pass;
    // A filament part is clipped anyway; the school that leaves it at that adds nothing.
    if (t.action === "clip") continue;
    const product = t.product ? productOf(t.product) : null;
    previous = add({
      key: `${key}-${place}-${t.action}`,
      action: t.action,
      title: `${t.what[0]!.toUpperCase()}${t.what.slice(1)}${coats > 1 ? `, ${coats} coats` : ""}${of === null ? "" : `: ${of}`}`,
      minutes,
      product: t.product,
      tool: t.tool,
      place: t.place,
      waitMinutes: product ? product.recoatMinutes * coats : t.action === "wash" ? 30 : 0,
      areaCm2: cm2,
      coats,
      partOf: "treatment",
      ...(t.action === "sand" && stepDepthMm !== null && reliefMm
        ? { facts: { depthMm: stepDepthMm, reliefMm } }
        : {}),
      after: previous ? [previous.id] : [],
      mixMl: product
        ? coatMillilitres({
            areaCm2: treatCm2,
            coats,
            method: product.sprayed ? "can" : "brush",
            product,
            thinnerShare: 0,
          })
        : null,
      notes: [
        ...(sandings > 0
          ? [`Sand lightly after every fourth coat: ${counted(sandings, "time", "times")}.`]
          : []),
        ...(leftMm !== null
          ? [`${leftMm.toFixed(2)} mm of the steps is left after that and still shows: sand to the crests.`]
          : []),
      ],
    });
  }
}
