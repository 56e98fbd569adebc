import { useState } from "react";
import type { SchemeLayer } from "#core/paint/scheme";
import type { FoundShare } from "#core/painted/layerLies";
import type { Part } from "#core/scene/part";
import { useJob } from "#app/hooks/useJob";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { useScene } from "#app/routes/scenes/useScene";
import { askPainted } from "#workers/painted";
import { surfaceKey } from "./view";

/** A layer as far as where it lies goes by it. */
type Placed = Pick<SchemeLayer, "kind" | "place" | "from" | "runs"> & { readonly method: string };

/** Looks on a part's mesh for how much of some zones a place is, or a spray from one side reaches. */
export function useFoundShare(part: Part) {
  const { plan, input } = useScene();
  const [found, setFound] = useState<FoundShare | null>(null);
  const { job, start, clear } = useJob<FoundShare | null>();
  const find = async (zones: readonly number[], { kind, method, place, from, runs }: Placed) => {
    setFound(null);
    const share = await start(async (tell, signal) => {
      const { soup, map, fill, meshId } = await loadZonedPart({ sceneId: part.sceneId, partId: part.id });
      const factor = plan.parts.find((p) => p.part.id === part.id)?.rescale.factor;
      if (!soup || meshId === null || factor === undefined) return null;
      const { denominator } = input.scene;
      const key = surfaceKey(meshId, factor, map, fill, denominator);
      const layer: SchemeLayer = {
        ...{ id: "found", product: "acrylic", colour: null, coats: 1, coverage: 1, sheen: "matte", kind },
        method: method as SchemeLayer["method"],
        ...(place ? { place } : {}),
        ...(from ? { from } : {}),
        ...(runs ? { runs } : {}),
      };
      const of = { key, corners: soup.corners, factor, map, fill, denominator };
      return askPainted(of, (api) => api.found(zones, layer), tell, signal);
    });
    setFound(share);
    return share;
  };
  const forget = () => {
    setFound(null);
    clear();
  };
  return { find, found, forget, job };
}
