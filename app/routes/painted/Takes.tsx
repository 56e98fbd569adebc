import type { PartPlan } from "#core/plan/parts/partPlan";
import type { SchemeLayer } from "#core/paint/scheme";
import { layerAmount } from "#app/routes/colour/layerAmount";
import { useScene } from "#app/routes/scenes/useScene";
import { FigureView } from "#ui/FigureView";

/** What all its coats take of its mix: the figure of the Colour page. */
export function Takes({ p, layer }: { readonly p: PartPlan; readonly layer: SchemeLayer }) {
  const amount = layerAmount(useScene().plan.work, p.part.id, layer.id);
  if (!amount) return null;
  return (
    <p className="text-[14px]">
      It takes <FigureView figure={amount} label="Its mix" />
    </p>
  );
}
