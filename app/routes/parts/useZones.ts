import { useEffect, useMemo, useState } from "react";
import { CREASE_DEG } from "#core/zones/smoothPatches";
import type { ZoneProposal } from "#core/zones/proposeZones";
import type { Inspection } from "#workers/inspect";
import { WorkerStopped } from "#workers/openWorker";

/**
 * The zones that a part's shape proposes, worked out away from the page while they are looked at.
 * @param factor model mm of one unit of the file
 */
export function useZones(inspection: Inspection, factor: number, isShown: boolean) {
  const [creaseDeg, setCrease] = useState(CREASE_DEG);
  const [proposal, setProposal] = useState<ZoneProposal | null>(null);
  const [chosen, choose] = useState<number | null>(null);
  useEffect(() => {
    if (!isShown) return;
    const stop = new AbortController();
    inspection
      .zones(factor, creaseDeg, stop.signal)
      .then((found) => {
        if (stop.signal.aborted) return;
        setProposal(found);
        choose(null);
      })
      .catch((error: unknown) => {
        if (!(error instanceof WorkerStopped)) throw error;
      });
    return () => stop.abort();
  }, [inspection, factor, creaseDeg, isShown]);
  const marked = useMemo(
    () =>
      isShown && proposal && chosen !== null
        ? Uint8Array.from(proposal.of, (z) => (z === chosen ? 1 : 0))
        : null,
    [isShown, proposal, chosen],
  );
  return { zones: isShown ? (proposal?.zones ?? null) : null, creaseDeg, setCrease, chosen, choose, marked };
}

export type Zones = ReturnType<typeof useZones>;
