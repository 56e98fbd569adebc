import { useFetcher } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";

/** Keeps how much of it a layer of a part covers, in per cent. */
export function useLayerShare({ part }: Pick<PartPlan, "part">) {
  const { scene } = useScene().input;
  const fetcher = useFetcher();
  return (layerId: string, percent: number) =>
    void fetcher.submit(
      { intent: "layer-share", partId: part.id, zone: "", layerId, coverage: String(percent) },
      { method: "post", action: `/scenes/${scene.id}/colour` },
    );
}
