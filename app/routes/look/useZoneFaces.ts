import { useEffect, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { ZoneMap } from "#core/scene/zoneMap";
import { zonesOf } from "#workers/zones";
import { WorkerStopped } from "#workers/openWorker";

/** The faces of a part with the zone of each; all of them in one until the worker has told. */
export function useZoneFaces(meshId: string, soup: TriangleSoup, map: ZoneMap | null, fill: number) {
  const [found, setFound] = useState<{ readonly of: Uint8Array; readonly corners: Float32Array } | null>(
    null,
  );
  useEffect(() => {
    if (!map) return;
    let isWanted = true;
    void zonesOf(
      meshId,
      soup.corners,
    )((api) => api.start(map, fill))
      .then(({ of, corners }) => {
        if (isWanted) setFound({ of, corners: corners ?? soup.corners });
      })
      .catch((error: unknown) => {
        // A worker that stopped leaves the part as one place.
        if (!(error instanceof WorkerStopped)) throw error;
      });
    return () => {
      isWanted = false;
    };
  }, [meshId, soup, map, fill]);
  const [whole] = useState(() => new Uint8Array(soup.corners.length / 9).fill(fill));
  if (map) return found ?? { of: null, corners: soup.corners };
  return { of: whole, corners: soup.corners };
}
