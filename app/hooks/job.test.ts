import { expect, it } from "vitest";
import { WorkerStopped } from "#workers/openWorker";
import { type Job, runJob } from "./job";

const record = () => {
  const told: Job<string>[] = [];
  return { told, set: (job: Job<string>) => told.push(job) };
};

it("tells how far it is, then its value", async () => {
  const { told, set } = record();
  const value = await runJob(
    (tell) => {
      tell(0.5);
      return Promise.resolve("cut");
    },
    new AbortController().signal,
    set,
  );
  expect(value).toBe("cut");
  expect(told.map((j) => [j.state, j.share])).toEqual([
    ["running", 0],
    ["running", 0.5],
    ["done", 1],
  ]);
});

it("is not begun again by progress that arrives after its end, however it ended", async () => {
  const stopped = new AbortController();
  const ends: readonly [string, AbortController, () => Promise<string>][] = [
    ["done", new AbortController(), () => Promise.resolve("cut")],
    ["failed", new AbortController(), () => Promise.reject(new WorkerStopped("It ran out of memory."))],
    ["idle", stopped, () => Promise.reject(new Error("stopped"))],
  ];
  stopped.abort();
  for (const [state, controller, answer] of ends) {
    const { told, set } = record();
    let late: (share: number) => void = () => undefined;
    await runJob(
      (tell) => {
        late = tell;
        return answer();
      },
      controller.signal,
      set,
    );
    late(0.9);
    expect(told.at(-1)!.state).toBe(state);
  }
});

it("throws what is no end of a worker, so that it is seen", async () => {
  const { told, set } = record();
  const broken = runJob(() => Promise.reject(new TypeError("broken")), new AbortController().signal, set);
  await expect(broken).rejects.toThrow("broken");
  expect(told.at(-1)!.state).toBe("idle");
});
