import { expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { sceneLine } from "#core/plan/sceneLine";
import { testInput } from "#core/plan/testing";
import { keepPlan, keptLines, keptPlan } from "#data/keptPlans";
import { onWrite } from "#data/onWrite";

const input = testInput();
const plan = makePlan(input);
const { now } = input;
const line = sceneLine(input, plan);

it("is the plan as it was made, maps and sets and all", async () => {
  await keepPlan({ sceneId: "s", key: "k", now, plan }, { ...line, sceneId: "s" }, ["s"]);
  const kept = await keptPlan("s", "k");
  expect(kept).toEqual({ sceneId: "s", key: "k", now, plan });
  // What was one thing twice in the plan is one thing still.
  for (const p of kept!.plan.parts) if (p.chosen) expect(p.candidates).toContain(p.chosen);
});

it("is none under another key, and goes with its scene", async () => {
  await keepPlan({ sceneId: "s", key: "k", now, plan }, { ...line, sceneId: "s" }, ["s"]);
  expect(await keptPlan("s", "other")).toBeNull();
  expect(await keptPlan("t", "k")).toBeNull();
  await keepPlan({ sceneId: "t", key: "k2", now, plan }, { ...line, sceneId: "t" }, ["t"]);
  expect(await keptPlan("s", "k")).toBeNull();
  expect(await keptPlan("t", "k2")).not.toBeNull();
  expect([...(await keptLines()).values()]).toEqual([{ ...line, sceneId: "t" }]);
});

it("is no news to those who follow what is written", async () => {
  const heard: (readonly string[])[] = [];
  const stop = onWrite((tables) => heard.push(tables));
  await keepPlan({ sceneId: "s", key: "k", now, plan }, { ...line, sceneId: "s" }, ["s"]);
  stop();
  expect(heard).toEqual([]);
});
