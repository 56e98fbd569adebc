import { WorkerStopped } from "#workers/openWorker";

export type Job<T> = {
  readonly state: "idle" | "running" | "done" | "failed";
  /** How far it is, 0 to 1. */
  readonly share: number;
  readonly value: T | null;
  readonly said: string;
};

/** What is worked out when a job runs: it tells how far it is and stops when its signal says so. */
export type Work<T> = (tell: (share: number) => void, signal: AbortSignal) => Promise<T>;

export const idleJob = { state: "idle", share: 0, value: null, said: "" } as const;

/**
 * Runs one piece of work and tells every state it goes through; the last one told is the end. Progress of a
 * worker comes
 * through another port than its answer and may arrive after it: what is told after the end counts no more.
 * @returns its value, or null where it was stopped or its worker ended
 */
export async function runJob<T>(
  work: Work<T>,
  signal: AbortSignal,
  set: (job: Job<T>) => void,
): Promise<T | null> {
  let over = false;
  const end = (job: Job<T>, value: T | null) => {
    over = true;
    set(job);
    return value;
  };
  set({ ...idleJob, state: "running" });
  try {
    const value = await work((share) => {
      if (!over) set({ ...idleJob, state: "running", share });
    }, signal);
    return end({ state: "done", share: 1, value, said: "" }, value);
  } catch (error) {
    if (signal.aborted) return end(idleJob, null);
    if (!(error instanceof WorkerStopped)) {
      end(idleJob, null);
      throw error;
    }
    const said = `It could not be worked out: ${error.message} Try it with a mesh of less detail.`;
    return end({ ...idleJob, state: "failed", said }, null);
  }
}
