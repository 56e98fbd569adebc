import { useCallback, useEffect, useRef, useState } from "react";
import { WorkerStopped } from "#workers/openWorker";

export type Job<T> = { readonly state: "idle" | "running" | "done" | "failed"; readonly share: number; readonly value: T | null; readonly said: string };

const idle = { state: "idle", share: 0, value: null, said: "" } as const;

/**
 * Something long that is asked for, with its progress and a way to stop it. It ends when the page that asked is left.
 * @returns the job, how to start it, and how to stop it
 */
export function useJob<T>() {
  const [job, setJob] = useState<Job<T>>(idle);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => abort.current?.abort(), []);
  useEffect(() => stop, [stop]);
  const start = useCallback(async (work: (tell: (share: number) => void, signal: AbortSignal) => Promise<T>): Promise<T | null> => {
    abort.current?.abort();
    const mine = (abort.current = new AbortController());
    const set = (next: Job<T>) => {
      if (abort.current === mine) setJob(next);
    };
    set({ ...idle, state: "running" });
    try {
      const value = await work((share) => set({ ...idle, state: "running", share }), mine.signal);
      set({ state: "done", share: 1, value, said: "" });
      return value;
    } catch (error) {
      if (mine.signal.aborted) set(idle);
      else if (error instanceof WorkerStopped) set({ ...idle, state: "failed", said: `It could not be worked out: ${error.message} Try it with a mesh of less detail.` });
      else throw error;
      return null;
    }
  }, []);
  const clear = useCallback(() => setJob(idle), []);
  return { job, start, stop, clear };
}
