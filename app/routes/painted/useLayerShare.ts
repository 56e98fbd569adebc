import { useFetcher } from "react-router";
import type { SchemeLayer } from "#core/paint/scheme";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";

/** Keeps how much of it a layer of a part covers, in per cent, and how many runs that is. */
export function useLayerShare({ part }: Pick<PartPlan, "part">) {
  const { scene } = useScene().input;
  const fetcher = useFetcher();
  return (layerId: string, percent: number, runs?: SchemeLayer["runs"]) =>
    void fetcher.submit(
      {
        ...{ intent: "layer-share", partId: part.id, zone: "", layerId, coverage: String(percent) },
        ...(runs
          ? {
              perSlope: runs.perSlope === null ? "" : String(runs.perSlope),
              ...{ runCount: String(runs.count), runLongest: String(runs.longestMm) },
            }
          : {}),
      },
      { method: "post", action: `/scenes/${scene.id}/colour` },
    );
}
