import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { StepSlot } from "#core/order/pass";
import { asOneStep, onWhatOf, sessionsOf } from "#core/order/sessions";
import { schedule } from "#core/order/schedule";
import { testView } from "#core/plan/testing";
import { draftStep } from "#core/steps/draftStep";
import type { Step } from "#core/steps/step";

const wash = (part: string, given: Partial<Step> = {}): Step => ({
  ...draftStep(
    {
      id: `${part}/wash`,
      action: "wash resin",
      title: "Wash",
      targets: [`part:${part}`],
      onWhat: part,
      place: "sink",
      tool: "alcohol bath",
      minutes: 2,
      waitMinutes: 30,
    },
    () => 1,
  ),
  ...given,
});
/** One after another from 19:00, the first with what is got out. */
const slotsOf = (steps: readonly Step[], setup = 8): readonly StepSlot[] => {
  let t = 1140;
  return steps.map((s, i) => {
    const startsAt = t;
    const setupMinutes = i === 0 ? setup : 0;
    t += s.handsMinutes.value + setupMinutes;
    return { stepId: s.id, startsAt, endsAt: t, parts: [{ from: startsAt, to: t }], setupMinutes };
  });
};
const sizes = (steps: readonly Step[], slots = slotsOf(steps)) =>
  sessionsOf(slots, steps).map((s) => s.steps.length);
const three = ["gate", "post", "trap"].map((p) => wash(p));

describe("a session", () => {
  it("is a bath for all prints that go through it: things got out once, each with its own minutes", () => {
    const [bath, ...others] = sessionsOf(slotsOf(three), three);
    expect(others).toEqual([]);
    expect(bath).toMatchObject({
      id: "gate/wash",
      startsAt: 1140,
      endsAt: 1154,
      handsMinutes: 14,
      waitMinutes: 30,
    });
    expect(onWhatOf(bath!)).toBe("gate, post and 1 more");
  });
  it("ends where other work, another product, a pause or things got out come between", () => {
    const cure = wash("lamp", { action: "cure" });
    expect(sizes([...three.slice(0, 2), cure, three[2]!])).toEqual([2, 1, 1]);
    expect(sizes([three[0]!, wash("post", { product: "acrylic" })])).toEqual([1, 1]);
    const slots = slotsOf(three);
    const later = slots.map((s, i) => (i === 2 ? { ...s, startsAt: s.startsAt + 5 } : s));
    expect(sizes(three, later)).toEqual([2, 1]);
    const again = slots.map((s, i) => (i === 1 ? { ...s, setupMinutes: 8 } : s));
    expect(sizes(three, again)).toEqual([1, 2]);
  });
  it("never holds two coats of one thing, a step that a window shuts, or one with other points to look at", () => {
    expect(sizes([three[0]!, wash("gate", { id: "gate/again" })])).toEqual([1, 1]);
    const window = { after: "x", fromMinutes: 0, untilMinutes: 10 };
    expect(sizes([three[0]!, wash("post", { window })])).toEqual([1, 1]);
    const looked = (part: string, ...checks: string[]) => wash(part, { facts: { checks } as never });
    expect(sizes([three[0]!, looked("post", "primer")])).toEqual([1, 1]);
    expect(sizes([looked("gate", "primer"), looked("post", "primer")])).toEqual([2]);
  });
  it("is as one step what its steps are together", () => {
    const mixed = three.map((s) => ({ ...s, mixMl: exact(2, "ml", "practice"), pieces: 3, areaCm2: 10 }));
    const one = asOneStep(sessionsOf(slotsOf(mixed), mixed)[0]!);
    expect([one.mixMl!.value, one.pieces, one.areaCm2, one.handsMinutes.value]).toEqual([6, 9, 30, 14]);
    expect(one.targets).toEqual(["part:gate", "part:post", "part:trap"]);
  });
  it("holds every step of a plan once, in order, and all of its hands", () => {
    const { work } = testView().plan;
    const sessions = sessionsOf(work.schedule.slots, work.steps);
    expect(sessions.flatMap((s) => s.slots)).toEqual(work.schedule.slots);
    const inCalendar = work.schedule.slots.flatMap((s) => s.parts).reduce((sum, p) => sum + p.to - p.from, 0);
    expect(sessions.reduce((sum, s) => sum + s.handsMinutes, 0)).toBeCloseTo(inCalendar, 6);
  });
  it("gets a bath out in 8 min and a lamp in 3, once for all that goes through", () => {
    const prints = ["gate", "post", "trap"].flatMap((p) => [
      wash(p),
      wash(p, { id: `${p}/cure`, action: "cure", place: "lamp", tool: "curing lamp", waitMinutes: 5 }),
    ]);
    const hours = Array.from({ length: 7 }, () => [{ from: 1140, to: 1320 }]);
    const after = prints
      .filter((s) => s.action === "cure")
      .map((s) => ({
        before: s.id.replace("cure", "wash"),
        after: s.id,
        lagMinutes: 30,
        from: "recipe" as const,
        ruleId: null,
      }));
    const { slots } = schedule(prints, after, { hours, startWeekday: 1 }, 1140);
    const all = sessionsOf(slots, prints);
    expect(all.map((s) => [s.steps[0]!.action, s.steps.length, s.setupMinutes])).toEqual([
      ["wash resin", 3, 8],
      ["cure", 3, 3],
    ]);
  });
});
