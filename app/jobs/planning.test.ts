import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { onPlanning, type Planning, planningNow, whilePlanning } from "#app/jobs/planning";
import type { TellPhase } from "#core/plan/plan";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A plan that is told how far it is and made when it is said so. */
function slowPlan() {
  let tell!: TellPhase;
  let done!: (value: string) => void;
  let failed!: (error: Error) => void;
  const made = whilePlanning(
    (t) =>
      new Promise<string>((resolve, reject) => {
        tell = t;
        [done, failed] = [resolve, reject];
      }),
  );
  return { made, tell: (...of: Parameters<TellPhase>) => tell(...of), done: () => done("plan"), failed };
}

it("says nothing of a plan that is made at once", async () => {
  const seen: (Planning | null)[] = [];
  const off = onPlanning(() => seen.push(planningNow()));
  const plan = slowPlan();
  plan.tell("the calendar", 0.6);
  vi.advanceTimersByTime(200);
  plan.done();
  expect(await plan.made).toBe("plan");
  vi.advanceTimersByTime(1000);
  off();
  expect(seen.filter((s) => s !== null)).toEqual([]);
});

it("says what is being made and how far it is from three tenths of a second on, and nothing once it is there", async () => {
  const plan = slowPlan();
  plan.tell("the order of work", 0.3);
  vi.advanceTimersByTime(301);
  expect(planningNow()).toEqual({ phase: "the order of work", share: 0.3 });
  plan.tell("the calendar", 0.65);
  expect(planningNow()).toEqual({ phase: "the calendar", share: 0.65 });
  plan.done();
  await plan.made;
  expect(planningNow()).toBeNull();
  // A message of the worker may come after its answer.
  plan.tell("what it all comes to", 0.9);
  expect(planningNow()).toBeNull();
});

it("shows the newest of two, and is over for one that failed", async () => {
  const old = slowPlan();
  vi.advanceTimersByTime(400);
  const fresh = slowPlan();
  vi.advanceTimersByTime(400);
  fresh.tell("the calendar", 0.65);
  old.tell("parts and plates", 0.1);
  expect(planningNow()?.phase).toBe("the calendar");
  old.done();
  await old.made;
  expect(planningNow()?.phase).toBe("the calendar");
  fresh.failed(new Error("no memory"));
  await expect(fresh.made).rejects.toThrow("no memory");
  expect(planningNow()).toBeNull();
});
