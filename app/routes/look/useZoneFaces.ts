import { useEffect, useMemo, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { ZoneMap } from "#core/scene/zoneMap";
import { zonesOf } from "#workers/zones";
import type { Point } from "#app/ui/partShape";
import type { PinPlace } from "./Pins";
import { WorkerStopped } from "#workers/openWorker";

/** The faces of a part with the zone of each, all of them in one until the worker has told; and what a tap meets. */
export function useZoneFaces(meshId: string, soup: TriangleSoup, map: ZoneMap | null, fill: number) {
  const ask = useMemo(() => zonesOf(meshId, soup.corners), [meshId, soup]);
  const [found, setFound] = useState<{ readonly of: Uint8Array; readonly corners: Float32Array } | null>(
    null,
  );
  useEffect(() => {
    if (!map) return;
    let isWanted = true;
    void ask((api) => api.start(map, fill))
      .then(({ of, corners }) => {
        if (isWanted) setFound({ of, corners: corners ?? soup.corners });
      })
      .catch(leaveWhole);
    return () => {
      isWanted = false;
    };
  }, [ask, soup, map, fill]);
  const tap = async (origin: Point, direction: Point): Promise<PinPlace | null> => {
    const hit = await ask(async (api) => {
      await api.start(map, fill);
      return api.tap(origin, direction);
    }).catch(leaveWhole);
    return hit ? { at: hit.at, zone: hit.zone } : null;
  };
  const [whole] = useState(() => new Uint8Array(soup.corners.length / 9).fill(fill));
  if (map) return { ...(found ?? { of: null, corners: soup.corners }), tap };
  return { of: whole, corners: soup.corners, tap };
}

/** A worker that stopped leaves the part as one place. */
function leaveWhole(error: unknown): null {
  if (!(error instanceof WorkerStopped)) throw error;
  return null;
}
