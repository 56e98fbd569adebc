import type { OrderChange } from "#core/order/change";
import { insert } from "#core/order/mends";
import { productOf } from "#core/materials/products";
import { coatMillilitres, coatMinutes } from "#core/paint/amount";
import { shareOf } from "#core/paint/coat";
import type { Coverage } from "#core/paint/picture/picture";
import type { Colour, SchemeLayer } from "#core/paint/scheme";
import { undoneUntil, wayBackOf } from "#core/paint/wayBack";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Step } from "#core/steps/step";
import type { Figure } from "#core/figure";

/** A layer on a zone, with the colour that lies below it. */
export type HeldLayer = {
  readonly plan: PartPlan;
  readonly zone: number;
  readonly layer: SchemeLayer;
  readonly below: Colour | null;
};

/** How far a photo says that a layer covers its zone, beside what is planned, and what takes it back. */
export type HeldShare = {
  readonly state: "as planned" | "too strong" | "not yet";
  readonly words: string;
  /** A thin coat of what lies below, over what is too much; null where nothing has to go back, or not by paint. */
  readonly glaze: { readonly ml: Figure; readonly minutes: number } | null;
};

/** Layers of a zone that cover a part of it, from the first. */
export const partLayers = (plan: PartPlan): readonly HeldLayer[] =>
  plan.zones.flatMap(({ zone }) =>
    zone.scheme.flatMap((layer, i): readonly HeldLayer[] =>
      layer.coverage < 1
        ? [
            {
              plan,
              zone: zone.number,
              layer,
              below: zone.scheme.slice(0, i).findLast((l) => l.colour)?.colour ?? null,
            },
          ]
        : [],
    ),
  );

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** A photo of the work held against the plan: its upper colour over its lower one, on a piece of the zone. */
export function heldShare(held: HeldLayer, told: Coverage): HeldShare {
  const { layer, zone, plan } = held;
  const most = layer.mostShare ?? layer.coverage;
  const photo = `the photo reads ${percent(told.share)} (${percent(told.low)} to ${percent(told.high)})`;
  const planned = `Planned are ${percent(most)}, ${photo}`;
  if (told.high < layer.coverage)
    return { state: "not yet", words: `${planned}: there is room for more.`, glaze: null };
  if (told.low <= most) return { state: "as planned", words: `${planned}: as it was planned.`, glaze: null };
  const product = productOf(layer.product);
  const wayBack = wayBackOf(layer, product);
  const isReopened = undoneUntil(product) !== null || product.chemistry === "powder";
  const area = plan.zones.find((z) => z.zone.number === zone)!.areaCm2;
  const over = shareOf(area, told.share);
  const ml = coatMillilitres({
    ...{ areaCm2: over, coats: 1, method: "wash", thinnerShare: 0 },
    product: productOf(GLAZED_WITH),
  });
  return {
    state: "too strong",
    words: `${planned}: too strong. ${wayBack}`,
    glaze: isReopened || !held.below ? null : { ml, minutes: coatMinutes("wash", over.value) },
  };
}

/** A glaze is laid as a wash is (common practice). */
const GLAZED_WITH = "acrylic wash";

/** The glaze put into the order after the layer, in the colour that lies below it. */
export function glazeBack(
  step: Step,
  { below }: HeldLayer,
  glaze: NonNullable<HeldShare["glaze"]>,
): OrderChange {
  return insert("after", step, "shade", "Glaze the colour below thinly over it", {
    ...{ product: GLAZED_WITH, tool: "soft brush", minutes: Math.round(10 * glaze.minutes) / 10 },
    waitMinutes: productOf(GLAZED_WITH).recoatMinutes,
    with: {
      recipeId: below?.kind === "recipe" ? below.id : null,
      paintId: below?.kind === "paint" ? below.id : null,
      millilitres: glaze.ml.value,
    },
  }).change;
}
