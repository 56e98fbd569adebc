import { describe, expect, it } from "vitest";
import { windowsOf } from "#core/steps/hours";
import { testView } from "#core/plan/testing";
import {
  BLOCK,
  blockPlace,
  isInSight,
  LANE,
  lanesView,
  linkLine,
  linksOf,
  nextStart,
  timeScale,
} from "./lanesView";

const { plan } = testView();
const view = lanesView(plan);

describe("time across the lanes", () => {
  it("grows with time, and gives an hour at the bench more room than one away from it", () => {
    const evening = view.slots[0]!;
    const day = Math.floor(evening.startsAt / 1440);
    const [window] = windowsOf(plan.clock, day);
    const { of } = timeScale(plan, day * 1440, (day + 1) * 1440);
    const from = day * 1440 + window!.from;
    const inside = of(from + 60) - of(from);
    const outside = of(from) - of(from - 60);
    expect(inside).toBeGreaterThan(20 * outside);
    expect(outside).toBeGreaterThan(0);
  });
  it("goes back and forth to the same moment within the hours that are shown", () => {
    for (const s of view.slots)
      expect(view.scale.of.invert(view.scale.of(s.startsAt))).toBeCloseTo(s.startsAt, 6);
  });
  it("folds days in a row on which nothing is done into one strip, and nothing else", () => {
    const all = timeScale(plan, 0, 14 * 1440);
    const isUsed = (from: number, to: number) => from < 3 * 1440 || to > 12 * 1440;
    const folded = timeScale(plan, 0, 14 * 1440, isUsed);
    expect(all.folds).toEqual([]);
    const shown = new Set(folded.days.map((d) => d.day));
    const away = all.days.filter((d) => !shown.has(d.day)).map((d) => d.day);
    expect(folded.folds).toHaveLength(1);
    expect(folded.folds[0]!.day).toBe(away[0]);
    expect(folded.folds[0]!.days).toBe(new Set(away).size);
    expect(away.every((d) => d >= 3 && d < 12)).toBe(true);
    expect(folded.width).toBeLessThan(all.width / 1.5);
    // A used hour has the room it always has, and time still goes to the right.
    const hour = (s: typeof all, day: number) => {
      const [window] = windowsOf(plan.clock, day);
      return s.of(day * 1440 + window!.from + 60) - s.of(day * 1440 + window!.from);
    };
    const usedDay = folded.days[0]!.day;
    expect(hour(folded, usedDay)).toBeCloseTo(hour(all, usedDay), 9);
    for (let t = 0; t < 14 * 1440; t += 97) expect(folded.of(t + 97)).toBeGreaterThanOrEqual(folded.of(t));
  });
  it("leaves one empty day between two used ones as it is", () => {
    const hours = { clock: { ...plan.clock, away: [], hours: Array(7).fill([{ from: 1140, to: 1260 }]) } };
    const { folds, days } = timeScale(hours as never, 0, 3 * 1440, (from) => Math.floor(from / 1440) !== 1);
    expect(folds).toEqual([]);
    expect(days.map((d) => d.day)).toEqual([0, 1, 2]);
  });
  it("shows each day with hours once", () => {
    const days = view.scale.days.map((d) => `${d.day} ${d.x}`);
    expect(new Set(days).size).toBe(days.length);
  });
});

describe("lanes", () => {
  it("are the printers, then the places that are used, in the order of the work", () => {
    const places = view.lanes.map((l) => l.key).filter((k) => !plan.plates.some((p) => p.printer.id === k));
    const used = new Set(plan.work.steps.map((s) => s.place));
    expect(places.every((p) => used.has(p as never))).toBe(true);
    expect(places.indexOf("bench")).toBeGreaterThan(places.indexOf("sink"));
    expect(view.y(view.lanes[1]!.key) - view.y(view.lanes[0]!.key)).toBe(LANE);
  });
  it("hold every step in the lane of its place, with its wait after it", () => {
    for (const slot of view.slots) {
      const step = view.steps.get(slot.stepId)!;
      const place = blockPlace(view, slot);
      expect(place.y).toBe(view.y(step.place));
      expect(place.width).toBeGreaterThanOrEqual(4);
      if (step.waitMinutes === 0) expect(place.waitsTo).toBeCloseTo(place.x + place.width, 9);
    }
  });
  it("show a step that is being moved where it is, as long as it was", () => {
    const slot = view.slots[0]!;
    const moved = blockPlace(view, slot, slot.startsAt + 1440);
    expect(moved.width).toBe(blockPlace(view, slot).width);
    expect(moved.x).toBeCloseTo(view.scale.of(slot.startsAt + 1440), 9);
  });
});

describe("what is in sight of the lanes", () => {
  it("is every block that reaches into it, its wait too; all of them in all of it", () => {
    const whole = { from: 0, to: view.scale.width };
    expect(view.slots.every((s) => isInSight(view, s, whole))).toBe(true);
    for (const s of view.slots) {
      const { x, waitsTo } = blockPlace(view, s);
      expect(isInSight(view, s, { from: waitsTo - 1, to: waitsTo + 100 })).toBe(true);
      expect(isInSight(view, s, { from: waitsTo + 1, to: waitsTo + 100 })).toBe(false);
      expect(isInSight(view, s, { from: x - 100, to: x - 1 })).toBe(false);
    }
  });
});

describe("what a step is tied to", () => {
  it("is every pair it is in, drawn from the end of the first to the start of the second", () => {
    const { constraints } = plan.work.sequence;
    const tied = constraints.find((c) => view.slotOf.has(c.before) && view.slotOf.has(c.after))!;
    const links = linksOf(view, constraints, tied.after);
    expect(links).toContain(tied);
    expect(links.every((c) => c.before === tied.after || c.after === tied.after)).toBe(true);
    const line = linkLine(view, tied);
    expect(line.x1).toBeCloseTo(view.scale.of(view.slotOf.get(tied.before)!.endsAt), 9);
    expect(line.y1 - view.y(view.steps.get(tied.before)!.place)).toBe(BLOCK / 2);
    expect(line.x2).toBeGreaterThanOrEqual(line.x1 - 1e-9);
  });
});

describe("a step moved by keys", () => {
  const slots = [10, 20, 20, 40].map((startsAt, i) => ({
    stepId: `s${i}`,
    startsAt,
    endsAt: startsAt + 5,
    parts: [],
    setupMinutes: 0,
  }));
  it("goes to where the next other step begins, either way, and stays where there is none", () => {
    expect(nextStart(slots, "s0", 10, 1)).toBe(20);
    expect(nextStart(slots, "s3", 40, -1)).toBe(20);
    expect(nextStart(slots, "s1", 20, 1)).toBe(40);
    expect(nextStart(slots, "s3", 40, 1)).toBeUndefined();
    expect(nextStart(slots, "s0", 10, -1)).toBeUndefined();
  });
});
