import { type Remote, wrap } from "comlink";
import { isLifeMessage } from "#workers/serve";

/** A worker ended before its job did: it was cancelled, or it could not go on. */
export class WorkerStopped extends Error {
  override readonly name = "WorkerStopped";
}

export type WorkerRunner<Api> = <T>(
  job: (api: Remote<Api>) => Promise<T>,
  signal?: AbortSignal,
) => Promise<T>;

function startLife<Api>(start: () => Worker) {
  const worker = start();
  let end!: (reason: string) => void;
  const ended = new Promise<never>((_, reject) => {
    end = (reason) => {
      worker.terminate();
      reject(new WorkerStopped(reason));
    };
  });
  worker.addEventListener("error", (event) => end(event.message || "The worker could not be loaded."));
  worker.addEventListener("message", ({ data }: MessageEvent<unknown>) => {
    // Its lock is let go of when it ends, whoever ended it.
    if (isLifeMessage(data))
      void navigator.locks.request(data.life, () => end("The browser ended its worker."));
  });
  worker.addEventListener("messageerror", () => end("A message to the worker could not be read."));
  return { api: wrap<Api>(worker), ended, end };
}

/**
 * Starts the worker at the first job and again after it has ended. A call never settles once its worker is
 * gone, so
 * every job also waits for the worker's end and then fails with `WorkerStopped`.
 * Aborting a job ends the worker (nothing else stops a busy one) and with it every other job running there.
 */
export function openWorker<Api>(start: () => Worker): WorkerRunner<Api> {
  let life: ReturnType<typeof startLife<Api>> | undefined;
  return async (job, signal) => {
    signal?.throwIfAborted();
    const mine = (life ??= startLife<Api>(start));
    mine.ended.catch(() => {
      if (life === mine) life = undefined;
    });
    const cancel = () => {
      // At once: who cancels may ask for something else in the same breath.
      if (life === mine) life = undefined;
      mine.end("Cancelled.");
    };
    signal?.addEventListener("abort", cancel);
    try {
      return await Promise.race([job(mine.api), mine.ended]);
    } finally {
      signal?.removeEventListener("abort", cancel);
    }
  };
}

/** As many workers as there are jobs at once, each used again: cancelling one job leaves the others at theirs. */
export function openPool<Api>(start: () => Worker): WorkerRunner<Api> {
  const idle: WorkerRunner<Api>[] = [];
  return async (job, signal) => {
    const run = idle.pop() ?? openWorker<Api>(start);
    try {
      return await run(job, signal);
    } finally {
      idle.push(run);
    }
  };
}
