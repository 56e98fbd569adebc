import { coatMillilitres, methods } from "#core/paint/amount";
import { finishEffects } from "#core/paint/scheme";
import { productOf } from "#core/materials/products";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { plainestFace } from "#core/plan/surface/visibleSteps";
import { speedOf } from "#core/plan/order/learnt";
import { priceOf } from "#core/plan/surface/priceOf";
import type { WayCompared } from "#core/plan/surface/wayCompared";
import type { PlanInput } from "#core/scene/planInput";
import { effectsOver } from "#core/surface/finishOver";
import { isWorthTreating } from "#core/surface/surfaceSteps";
import { lookTest } from "#core/surface/lookTest";

/** What textured finishes are laid with: a thick paint holds its grain (common practice). */
const PRODUCT = "heavy acrylic";

/**
 * Finishes whose grain hides the steps of a zone without any sanding, beside the ways that take them away: none where
 * no grain is as large as its steps are deep. `treatCm2`: what would be covered, all copies.
 */
export function maskingWays(p: PartPlan, z: ZonePlan, own: PlanInput): readonly WayCompared[] {
  const face = z.surface && plainestFace(p, z.surface);
  if (!face || !isWorthTreating(z.treatCm2)) return [];
  return finishEffects.flatMap((effect): readonly WayCompared[] => {
    const over = effectsOver[effect];
    if (over.grainMm === 0) return [];
    const { look } = lookTest({ ...face, over }, own.scene.viewingDistanceMm);
    if (look === "plain") return [];
    const { minutesPerCm2, fixedMinutes } = methods.brush;
    const product = productOf(PRODUCT);
    const laid = { areaCm2: z.treatCm2, coats: 1, method: "brush" as const, product, thinnerShare: 0 };
    const ml = coatMillilitres(laid);
    return [
      {
        name: `${effect} as a layer`,
        school: null,
        minutes: (fixedMinutes + minutesPerCm2 * z.treatCm2.value) * speedOf(own)("paint"),
        ml: ml.value,
        minor: priceOf(PRODUCT, ml.value, own.workshop.stock),
        waitHours: product.recoatMinutes / 60,
        air: [],
        still: look,
        lost: [],
        undo: "no: it is paint",
        barred: null,
      },
    ];
  });
}
