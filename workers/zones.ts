import { openWorker } from "#workers/openWorker";
import type { ZonesApi } from "#workers/zones.worker";

const run = openWorker<ZonesApi>(
  () => new Worker(new URL("./zones.worker.ts", import.meta.url), { type: "module" }),
);

export type { KeptMap, Taking, Tap, ZoneDrawing } from "#workers/zones.worker";

/** Asks the worker of the zones about one mesh, which it is given once. */
export function zonesOf(key: string, corners: Float32Array) {
  return <T>(ask: Parameters<typeof run<T>>[0], signal?: AbortSignal) =>
    run<T>(async (api) => {
      if (!(await api.holds(key))) await api.open(key, corners);
      return ask(api);
    }, signal);
}
export type AskZones = ReturnType<typeof zonesOf>;

/** Carries a map to another mesh of the same thing; null where the map is of no such mesh. */
export const carryMap = (...given: Parameters<ZonesApi["carry"]>) => run((api) => api.carry(...given));

/** Lays zones of a part flat and draws it from its sides. */
export const zonesOnPaper = (given: Parameters<ZonesApi["onPaper"]>, signal?: AbortSignal) =>
  run((api) => api.onPaper(...given), signal);
