import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Part } from "#core/scene/part";
import { type BornZones, freeNumber, MOST_ZONES } from "#core/scene/zone";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import { ZONE_MEASURE_VERSION } from "#core/zones/zoneMeasure";
import { keepZones } from "#app/jobs/zoneMaps";
import { type AskZones, type Tap, type Taking, type ZoneDrawing, zonesOf } from "#workers/zones";
import { WorkerStopped } from "#workers/openWorker";

type Given = {
  readonly part: Part;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
  /** The zone of all faces where there is no map. */
  readonly fill: number;
  /** From file units to mm on the bench. */
  readonly factor: number;
};

/** A change of the map: what the worker does, and what new zones begin as. */
export type ZoneAct = {
  readonly label: string;
  readonly run: (api: Parameters<Parameters<AskZones>[0]>[0]) => Promise<ZoneDrawing>;
  readonly born?: BornZones;
};

/**
 * The map of a part while it is worked on: drawn at once, kept after every act. One undo takes an act back, and the map
 * is then read again as it stands.
 */
export function useZoneSession({ part, soup, map, fill, factor }: Given) {
  const ask = useMemo(() => zonesOf(part.meshId!, soup.corners), [part.meshId, soup]);
  const [drawn, setDrawn] = useState<ZoneDrawing | null>(null);
  const [split, setSplit] = useState<Float32Array | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useRef<string | null | undefined>(undefined);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const show = useCallback((next: ZoneDrawing) => {
    setDrawn(next);
    if (next.corners) setSplit(next.corners);
  }, []);
  // A map of before stands for nothing that is drawn here: it is read again where another hand changed it.
  const stamp = map?.stamp ?? null;
  useEffect(() => {
    if (kept.current === stamp) return;
    kept.current = stamp;
    queue.current = queue.current.then(async () => {
      try {
        const next = await ask((api) => api.start(map, fill));
        // A newer map is read after this one.
        if (kept.current !== stamp) return;
        setSplit(next.corners);
        setDrawn(next);
        if (map && map.measureVersion !== ZONE_MEASURE_VERSION)
          await keepZones(
            `Measure the zones of ${part.name} again`,
            part,
            await ask((api) => api.kept(factor)),
            new Map(),
          );
      } catch (error) {
        if (!(error instanceof WorkerStopped)) throw error;
        setTrouble(error.message);
      }
    });
  }, [ask, map, stamp, fill, part, factor]);
  const act = useCallback(
    ({ label, run, born = new Map() }: ZoneAct) => {
      const done = queue.current.then(async () => {
        try {
          show(await ask(run));
          const now = await keepZones(label, part, await ask((api) => api.kept(factor)), born);
          if (now === null) kept.current = undefined;
          else kept.current = now;
        } catch (error) {
          if (!(error instanceof WorkerStopped)) throw error;
          setTrouble(error.message);
        }
      });
      queue.current = done;
      return done;
    },
    [ask, factor, part, show],
  );
  /** Draws what a stroke did so far, without keeping it. */
  const sketch = useCallback(
    async (run: ZoneAct["run"]) => {
      show(await ask(run));
    },
    [ask, show],
  );
  return { ask, drawn, corners: split ?? soup.corners, act, sketch, trouble };
}

export type ZoneSession = ReturnType<typeof useZoneSession>;

/** Zones that faces lie in, by number with their area in file units. */
export const areasOf = (drawn: ZoneDrawing | null): ReadonlyMap<number, number> =>
  new Map(drawn?.areas ?? []);

/** The number of the next new zone; null where a part has as many as it may. */
export function nextZone(part: Part, drawn: ZoneDrawing | null): number | null {
  const taken = [...part.zones.map((z) => z.number), ...areasOf(drawn).keys()];
  const free = freeNumber(taken);
  return part.zones.length >= MOST_ZONES || free >= OPEN_ZONE ? null : free;
}

/** What a zone begins as when it is new; nothing of one that the part has. @param from whose decisions it takes */
export const bornFrom = (part: Part, zone: number, from: number): BornZones =>
  part.zones.some((z) => z.number === zone)
    ? new Map()
    : new Map([[zone, { name: `zone ${zone + 1}`, from }]]);

/** A zone as it is called; the part where nobody knows. */
export const nameOfZone = (part: Part, zone: number): string =>
  part.zones.find((z) => z.number === zone)?.name ?? part.name;

export type { Tap, Taking };
