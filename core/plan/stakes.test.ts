import { describe, expect, it } from "vitest";
import { finding, findingSeverities } from "#core/plan/finding";
import { stakeTogether, staked } from "#core/plan/stakes";
import { testView } from "#core/plan/testing";
import { partRef, plateRef, stepRef } from "#core/reference";

const { plan, input } = testView();
const of = (id: string) => plan.parts.find((p) => p.part.id === id)!;
const handsOn = (id: string) =>
  plan.work.steps
    .filter((s) => s.targets.includes(partRef(id)))
    .reduce(
      (sum, s) => sum + s.handsMinutes.value / s.targets.filter((t) => t.startsWith("part:")).length,
      0,
    );
const told = (severity: (typeof findingSeverities)[number], about: Parameters<typeof finding>[2]) =>
  finding(severity, "parts", about, "x", "c", "A sentence.");
const one = (about: Parameters<typeof finding>[2], severity: (typeof findingSeverities)[number] = "ruins") =>
  staked([told(severity, about)], plan, 1200)[0]!.stake;

describe("what hangs on a finding", () => {
  it("is of a part its prints, its material and the hands on it", () => {
    const stake = one(partRef("wall"))!;
    expect(stake.machineMinutes).toBe(of("wall").chosen!.all.minutes.value);
    expect(stake.minor).toBe(of("wall").chosen!.all.cost.value);
    expect(stake.handsMinutes).toBeCloseTo(handsOn("wall"), 9);
  });
  it("is of a plate one run of it, with the material of what lies on it", () => {
    const plate = plan.plates.find((p) => p.laid.some((l) => l.partId === "post"))!;
    const stake = one(plateRef(plate.id))!;
    expect(stake.machineMinutes).toBe(plate.minutes.value);
    expect(stake.minor).toBeCloseTo(of("post").chosen!.all.cost.value, 6);
  });
  it("is of a step the parts it is done to, and of what is open or of no one thing none", () => {
    const step = plan.work.steps.find((s) => s.targets.join() === partRef("wall"))!;
    expect(one(stepRef(step.id))).toEqual(one(partRef("wall")));
    expect(one(partRef("wall"), "missing")).toBeNull();
    expect(one("scene")).toBeNull();
    expect(one(partRef("gone"))).toBeNull();
  });
  it("sorts the worst first, and of those that are as bad the dearest", () => {
    const all = [told("weakens", partRef("post")), told("weakens", partRef("wall")), told("ruins", "scene")];
    const worth = (id: string) => (handsOn(id) / 60) * 1200 + of(id).chosen!.all.cost.value;
    const dear = worth("wall") > worth("post") ? ["wall", "post"] : ["post", "wall"];
    expect(staked(all, plan, 1200).map((f) => f.about)).toEqual(["scene", ...dear.map(partRef)]);
    const { findings } = plan;
    const value = (f: (typeof findings)[number]) =>
      ((f.stake?.handsMinutes ?? 0) / 60) * input.workshop.rooms.hourWorthMinor + (f.stake?.minor ?? 0);
    findings.slice(1).forEach((f, i) => {
      const before = findings[i]!;
      if (before.severity === f.severity) expect(value(before)).toBeGreaterThanOrEqual(value(f) - 1e-9);
    });
  });
  it("counts one thing once where several findings are of it", () => {
    const twice = staked([told("ruins", partRef("wall")), told("weakens", partRef("wall"))], plan, 1200);
    expect(stakeTogether(twice)).toEqual(one(partRef("wall")));
    expect(stakeTogether(staked([told("missing", "scene")], plan, 0))).toBeNull();
  });
});
