import { expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { sceneLine } from "#core/plan/sceneLine";
import { testInput } from "#core/plan/testing";

it("says of a scene what its plan says", () => {
  const input = testInput();
  const plan = makePlan(input);
  const line = sceneLine(input, plan);
  const first = plan.work.steps.find((s) => s.id === plan.work.schedule.slots[0]?.stepId);
  expect(line).toMatchObject({
    sceneId: "s",
    today: input.now.today,
    parts: input.parts.length,
    stepsDone: 0,
    steps: plan.work.steps.length,
    next: first ? { title: first.title } : null,
  });
  expect(line.ruins + line.otherFindings).toBe(plan.findings.length);
});

it("has no day and nothing next where there is nothing to do", () => {
  const input = testInput({ parts: [], joints: [], grounds: [] });
  expect(sceneLine(input, makePlan(input))).toMatchObject({ parts: 0, steps: 0, readyAt: null, next: null });
});
