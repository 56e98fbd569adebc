import { expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { trialsOf, trialsText } from "#core/plan/parts/trials";
import { patchedPart } from "#core/scene/part";

const version = (trialCopies: number) => ({
  ...{
    id: String(trialCopies),
    meshId: "b",
    fileName: "wall.stl",
    at: "2026-03-01T10:00",
    change: "thicker",
  },
  ...{ flaw: "", corrected: false, saidBy: "", trialCopies },
});
const planOf = (trials: readonly number[], budgetShare: number | null) => {
  const { parts, ...rest } = testInput({ joints: [] });
  const each = makePlan({ ...rest, parts }).parts.find((p) => p.part.id === "wall")!.chosen!.all.cost.value;
  const trialBudgetMinor = budgetShare === null ? null : budgetShare * each;
  const with_ = patchedPart(parts[0]!, { history: { versions: trials.map(version), trialBudgetMinor } });
  const plan = makePlan({ ...rest, parts: [with_, ...parts.slice(1)] });
  return { plan, each, wall: plan.parts.find((p) => p.part.id === "wall")! };
};

it("P1: five trials of two versions are spent of what they may cost, and told when they are over it", () => {
  const { wall, each, plan } = planOf([2, 3], 8);
  const trials = trialsOf(wall)!;
  expect(trials).toMatchObject({ copies: 5, isOver: false });
  expect(trials.minor).toBeCloseTo(5 * each, 6);
  expect(trials.grams).toBeCloseTo(5 * wall.chosen!.one.grams.value, 6);
  expect(plan.findings.filter((f) => f.cause === "trials")).toEqual([]);
  expect(trialsText({ ...trials, minor: 310, budgetMinor: 600 }, "EUR")).toBe(
    "5 trials: €3.10 of €6.00 spent",
  );
  const over = planOf([2, 3], 4).plan.findings.find((f) => f.cause === "trials")!;
  expect(over.sentence).toMatch(/^wall: 5 trials: .* of .* spent\. Mend the file before the next trial/);
});

it("knows no budget that nobody set", () => {
  const { wall } = planOf([1], null);
  expect(trialsOf(wall)).toMatchObject({ copies: 1, budgetMinor: null, isOver: false });
  expect(trialsText(trialsOf(wall)!, "EUR")).toMatch(/^1 trial: €[\d.]+ spent$/);
});
