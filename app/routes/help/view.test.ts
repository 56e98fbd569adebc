import { describe, expect, it } from "vitest";
import { orderRules } from "#core/order/rules";
import { ruleExamples } from "#core/plan/order/ruleExamples";
import { testView } from "#core/plan/testing";
import { type Calibration, loadCalibration, loadExamples, sureText, toldRules } from "./view";

const calibration: Calibration = {
  things: 250,
  bins: [{ count: 250, said: 0.7, right: 0.68 }],
  error: 0.064,
  sure: 94,
  sureWrong: 3,
};

describe("how sure a guess of scale is", () => {
  it("is told with what was wrong", () => {
    expect(sureText(calibration)).toMatch(
      /^Of 250 .* 94 were told as sure and 3 of those wrongly\. .* 6 in 100/,
    );
  });
  it("is left out where it cannot be read", async () => {
    const answers = (ok: boolean, body: string) =>
      (() => Promise.resolve(new Response(body, { status: ok ? 200 : 404 }))) as typeof fetch;
    expect(await loadCalibration(answers(false, ""))).toBeNull();
    expect(await loadCalibration(answers(true, "no json"))).toBeNull();
    expect(await loadCalibration((() => Promise.reject(new Error("away"))) as typeof fetch)).toBeNull();
    expect(await loadCalibration(answers(true, JSON.stringify(calibration)))).toEqual(calibration);
  });
});

describe("the reasons behind the rules", () => {
  const { plan } = testView();
  const examples = ruleExamples(plan);
  it("are shown on steps that the plan really keeps in that order", () => {
    expect(examples.length).toBeGreaterThan(3);
    for (const { ruleId, before, after } of examples) {
      const titles = (title: string) =>
        new Set(plan.work.steps.filter((s) => s.title.startsWith(title)).map((s) => s.id));
      const [first, then] = [titles(before), titles(after)];
      expect(
        plan.work.sequence.constraints.some(
          (c) => c.ruleId === ruleId && first.has(c.before) && then.has(c.after),
        ),
        ruleId,
      ).toBe(true);
    }
  });
  it("are all there, in the order of their numbers, and found by their words", () => {
    const all = toldRules(orderRules, examples, "");
    expect(all).toHaveLength(orderRules.length);
    expect(all.filter((r) => r.example !== null)).toHaveLength(examples.length);
    const numbers = all.map((r) => Number(/\d+/.exec(r.id)![0]));
    expect(numbers).toEqual([...numbers].sort((a, b) => a - b));
    const alcohol = toldRules(orderRules, examples, "Alcohol");
    expect(alcohol.length).toBeGreaterThan(0);
    expect(alcohol.every((r) => /alcohol/i.test(`${r.says} ${r.because}`))).toBe(true);
    expect(toldRules(orderRules, [], "no rule says this")).toEqual([]);
  });
  it("go without pictures where the build made none", async () => {
    const gone = (() => Promise.resolve(new Response("", { status: 404 }))) as typeof fetch;
    expect(await loadExamples(gone)).toEqual([]);
  });
});
