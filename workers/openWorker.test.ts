import { describe, expect, it } from "vitest";
import { openPool, openWorker, WorkerStopped } from "#workers/openWorker";

/** A worker that never answers. */
class SilentWorker extends EventTarget {
  ended = false;
  postMessage() {}
  terminate() {
    this.ended = true;
  }
}
const silent = (started: SilentWorker[]) => () => {
  const worker = new SilentWorker();
  started.push(worker);
  return worker as unknown as Worker;
};
type Api = { wait: () => number };

describe("openWorker", () => {
  it("starts nothing until the first job", () => {
    const started: SilentWorker[] = [];
    openWorker<Api>(silent(started));
    expect(started).toEqual([]);
  });
  it("ends a busy worker when its job is cancelled, within 100 ms", async () => {
    const started: SilentWorker[] = [];
    const cancel = new AbortController();
    const job = openWorker<Api>(silent(started))((api) => api.wait(), cancel.signal);
    const from = performance.now();
    cancel.abort();
    await expect(job).rejects.toBeInstanceOf(WorkerStopped);
    expect(performance.now() - from).toBeLessThan(100);
    expect(started[0]!.ended).toBe(true);
  });
  it("fails every job of a worker that crashed, and starts a new one for the next", async () => {
    const started: SilentWorker[] = [];
    const run = openWorker<Api>(silent(started));
    const first = run((api) => api.wait());
    const second = run((api) => api.wait());
    started[0]!.dispatchEvent(Object.assign(new Event("error"), { message: "out of memory" }));
    await expect(first).rejects.toThrow("out of memory");
    await expect(second).rejects.toThrow("out of memory");
    const cancel = new AbortController();
    const third = run((api) => api.wait(), cancel.signal);
    expect(started.length).toBe(2);
    cancel.abort();
    await expect(third).rejects.toBeInstanceOf(WorkerStopped);
  });
  it("takes a job that is asked for in the same breath in which another was cancelled", async () => {
    const started: SilentWorker[] = [];
    const run = openWorker<Api>(silent(started));
    const cancel = new AbortController();
    const first = run((api) => api.wait(), cancel.signal);
    cancel.abort();
    const second = run((api) => api.wait());
    expect(started.map((w) => w.ended)).toEqual([true, false]);
    await expect(first).rejects.toBeInstanceOf(WorkerStopped);
    const after = Promise.race([second, Promise.resolve("still waiting")]);
    expect(await after).toBe("still waiting");
    started[1]!.dispatchEvent(Object.assign(new Event("error"), { message: "over" }));
    await expect(second).rejects.toThrow("over");
  });
  it("does not start for a job that is already cancelled", async () => {
    const started: SilentWorker[] = [];
    await expect(
      openWorker<Api>(silent(started))((api) => api.wait(), AbortSignal.abort()),
    ).rejects.toThrow();
    expect(started).toEqual([]);
  });
});

describe("openPool", () => {
  it("leaves other jobs at theirs when one is cancelled, and uses its workers again", async () => {
    const started: SilentWorker[] = [];
    const run = openPool<Api>(silent(started));
    const cancel = new AbortController();
    const first = run((api) => api.wait(), cancel.signal);
    const second = run((api) => api.wait());
    expect(started.length).toBe(2);
    cancel.abort();
    await expect(first).rejects.toBeInstanceOf(WorkerStopped);
    expect(started.map((w) => w.ended)).toEqual([true, false]);
    expect(await Promise.race([second, Promise.resolve("still waiting")])).toBe("still waiting");
    // A job that ends by itself leaves its worker to the next.
    await run(() => Promise.resolve(1));
    await run(() => Promise.resolve(2));
    expect(started.length).toBe(3);
  });
});
