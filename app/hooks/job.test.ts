import { expect, it } from "vitest";
import { WorkerStopped } from "#workers/openWorker";
import { type Job, runJob } from "./job";

const record = () => {
  const states: Job<string>[] = [];
  return { states, set: (job: Job<string>) => states.push(job) };
};

it("tells how far it is, then its value", async () => {
  const { states, set } = record();
  const value = await runJob(
    (tell) => {
      tell(0.5);
      return Promise.resolve("cut");
    },
    new AbortController().signal,
    set,
  );
  expect(value).toBe("cut");
  expect(states.map((j) => [j.state, j.share])).toEqual([
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
    const { states, set } = record();
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
    expect(states.at(-1)!.state).toBe(state);
  }
});

it("throws what is no end of a worker, so that it is seen", async () => {
  const { states, set } = record();
  const broken = runJob(() => Promise.reject(new TypeError("broken")), new AbortController().signal, set);
  await expect(broken).rejects.toThrow("broken");
  expect(states.at(-1)!.state).toBe("idle");
});
