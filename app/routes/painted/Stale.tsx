import { kindOf } from "#core/paint/layerKinds";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { Button } from "#ui/Button";
import { useLayerShare } from "./useLayerShare";
import type { StaleShare } from "./view";

/** Shares that were found on another mesh or other zones: told, and put right by a tap. */
export function Stale({ p, stale }: { readonly p: PartPlan; readonly stale: readonly StaleShare[] }) {
  const keep = useLayerShare(p);
  return stale.map(({ layer, found }) => {
    const percent = Math.round(1000 * found) / 10;
    return (
      <p key={layer.id} className="flex flex-wrap items-center gap-3 text-[14px]">
        The {kindOf(layer.kind).says} is planned on {Math.round(100 * layer.coverage)} %, and its place is{" "}
        {percent} % of it as it is now.
        {percent > 0 && <Button onClick={() => keep(layer.id, percent)}>Take {percent} %</Button>}
      </p>
    );
  });
}
