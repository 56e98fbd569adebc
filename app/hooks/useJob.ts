import { useCallback, useEffect, useRef, useState } from "react";
import { idleJob, type Job, runJob, type Work } from "./job";

/**
 * Something long that is asked for, with its progress and a way to stop it. It ends when the page that asked
 * is left.
 * @returns the job, how to start it, and how to stop it
 */
export function useJob<T>() {
  const [job, setJob] = useState<Job<T>>(idleJob);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => abort.current?.abort(), []);
  useEffect(() => stop, [stop]);
  const start = useCallback((work: Work<T>): Promise<T | null> => {
    abort.current?.abort();
    const mine = (abort.current = new AbortController());
    return runJob(work, mine.signal, (next) => {
      if (abort.current === mine) setJob(next);
    });
  }, []);
  const clear = useCallback(() => setJob(idleJob), []);
  return { job, start, stop, clear };
}
