import { proxy } from "comlink";
import { openWorker } from "#workers/openWorker";
import type { InspectApi, Reading } from "#workers/inspect.worker";

const run = openWorker<InspectApi>(
  () => new Worker(new URL("./inspect.worker.ts", import.meta.url), { type: "module" }),
);

export type { Reading, ReadingResult } from "#workers/inspect.worker";

/** A mesh that can be asked things away from the page. Its triangles are copied to the worker once. */
export function openInspection(key: string, corners: Float32Array) {
  // A worker that was cancelled has forgotten the mesh, so it is asked first and given it again.
  const opened = <T>(ask: Parameters<typeof run<T>>[0], signal?: AbortSignal) =>
    run<T>(async (api) => {
      if (!(await api.holds(key))) await api.open(key, corners);
      return ask(api);
    }, signal);
  return {
    read: (reading: Reading, onProgress: (share: number) => void, signal?: AbortSignal) =>
      opened((api) => api.read(reading, proxy(onProgress)), signal),
    openEdges: () => opened((api) => api.openEdges()),
    pick: (
      origin: readonly [number, number, number],
      direction: readonly [number, number, number],
      within: number,
    ) => opened((api) => api.pick(origin, direction, within)),
    mend: (signal?: AbortSignal) => opened((api) => api.mend(), signal),
  };
}

/** A mesh opened for reading. */
export type Inspection = ReturnType<typeof openInspection>;
