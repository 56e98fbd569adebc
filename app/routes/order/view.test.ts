import { describe, expect, it } from "vitest";
import { productOf } from "#core/materials/products";
import { testRecipe, testView } from "#core/plan/testing";
import {
  changeText,
  colourOfStep,
  emptyOrder,
  filmsUnder,
  filterChoices,
  filterOf,
  isNarrow,
  namesOf,
  neighbours,
  orderRows,
  placedText,
  reasonsFor,
  sessionRows,
} from "./view";

const { input, plan } = testView();
const { work } = plan;
const all = filterOf(new URLSearchParams());
const layerStep = (layerId: string) =>
  work.steps.find((s) => typeof s.partOf === "object" && s.partOf.layerId === layerId)!;

describe("an order with nothing in it", () => {
  it("says what is missing: parts, hours, or nothing any more", () => {
    const none = { ...work, schedule: { ...work.schedule, slots: [] } };
    expect(emptyOrder(work)).toBeNull();
    expect(emptyOrder(none)).toEqual({ title: "No hours to work in", to: "hours" });
    expect(emptyOrder({ ...none, steps: [] })).toEqual({ title: "Nothing to do yet", to: "parts" });
    const done = new Set(work.steps.map((s) => s.id));
    expect(emptyOrder({ ...none, done })).toEqual({ title: "Everything is done", to: "parts" });
  });
});

describe("the list of the order", () => {
  it("has every step once, in the order of time, and the filters part it without loss", () => {
    const rows = orderRows(work, all);
    expect(rows).toHaveLength(work.schedule.slots.length);
    const { days, products } = filterChoices(work);
    const sum = (lists: readonly (readonly unknown[])[]) => lists.reduce((n, l) => n + l.length, 0);
    expect(sum(days.map((day) => orderRows(work, { ...all, day: String(day) })))).toBe(rows.length);
    expect(sum(products.map(([product]) => orderRows(work, { ...all, product })))).toBe(rows.length);
    expect([...products].map(([, name]) => name)).toEqual(products.map(([, name]) => name).sort());
  });
  it("narrows to one part, and says that it is narrow", () => {
    const filter = filterOf(new URLSearchParams("on=part:post"));
    expect(isNarrow(all)).toBe(false);
    expect(isNarrow(filter)).toBe(true);
    const rows = orderRows(work, filter);
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.length).toBeLessThan(work.steps.length);
    for (const { step } of rows) expect(step.targets).toContain("part:post");
  });
  it("is by session: every row once, and what a filter leaves of one", () => {
    const rows = orderRows(work, all);
    const sessions = sessionRows(rows, work);
    expect(sessions.flatMap((s) => s.rows)).toEqual(rows);
    const one = orderRows(work, filterOf(new URLSearchParams("on=part:post")));
    const narrow = sessionRows(one, work);
    expect(narrow.flatMap((s) => s.rows)).toEqual(one);
    for (const { session, rows: own } of narrow)
      expect(session.steps.map((s) => s.id)).toEqual(own.map((r) => r.step.id));
  });
  it("says of every step what holds it where it stands", () => {
    const name = namesOf(work.steps);
    const colour = layerStep("stone");
    expect(placedText(colour, work, name)).toMatch(/after .+, wall/);
    const first = work.steps.find((s) => s.id === work.schedule.slots[0]!.stepId)!;
    expect(placedText({ ...first, releaseAt: 0, id: "alone" }, work, name)).toBe("nothing is before it");
    expect(placedText({ ...first, releaseAt: 10, id: "alone" }, work, name)).toBe("once it is printed");
    for (const s of work.steps) expect(placedText(s, work, name)).not.toMatch(/undefined|NaN/);
  });
  it("says of a step that a rule put in why it is there, and nothing of the others", () => {
    const slot = work.schedule.slots[0]!;
    const step = work.steps.find((s) => s.id === slot.stepId)!;
    const because = (insertedBy: string | null) =>
      orderRows(
        { ...work, steps: [{ ...step, insertedBy }], schedule: { ...work.schedule, slots: [slot] } },
        all,
      )[0]!.because;
    expect(because(null)).toBe("");
    expect(because("yours")).toBe("you put it in");
    expect(because("O41")).toMatch(/^O41: \S+/);
  });
});

describe("a step that is selected", () => {
  const colour = layerStep("stone");
  const name = namesOf(work.steps);
  it("is called by its title and thing, and by its id when it is gone", () => {
    expect(name(colour.id)).toBe(`${colour.title}, wall`);
    expect(name("gone")).toBe("gone");
  });
  it("names each other step once on either side, and the primer before the colour", () => {
    const { earlier, later } = reasonsFor(colour, work.sequence.constraints);
    const before = earlier.map((c) => c.before);
    expect(before).toContain(layerStep("base").id);
    expect(new Set(before).size).toBe(before.length);
    expect(later.map((c) => c.after)).toContain(layerStep("dust").id);
  });
  it("moves to the nearest times on either side, and nowhere without a time", () => {
    const { slots } = work.schedule;
    const inTime = [...slots].sort((a, b) => a.startsAt - b.startsAt);
    expect(neighbours(slots, inTime[0]).before).toBeUndefined();
    expect(neighbours(slots, inTime.at(-1)).after).toBeUndefined();
    expect(neighbours(slots, inTime[1]).before).toBe(inTime[0]!.startsAt);
    expect(neighbours(slots, undefined)).toEqual({ before: undefined, after: undefined });
  });
  it("lies on the films that were laid before it: two coats of primer are twice one", () => {
    const { films, bare } = filmsUnder(colour, plan);
    expect(bare).toBe("PLA");
    const primer = films.find((f) => f.stepId === layerStep("base").id)!;
    const paint = films.find((f) => f.stepId === colour.id)!;
    expect(films.indexOf(primer)).toBeLessThan(films.indexOf(paint));
    expect(primer.filmMm).toBeCloseTo(2 * productOf("acrylic").filmMm, 9);
    expect(paint.filmMm).toBeCloseTo(productOf("acrylic").filmMm, 9);
  });
  it("has the colour of its mix or its pot, and none without", () => {
    expect(colourOfStep(colour, input.workshop, plan.mixes)).toMatch(/^#[0-9a-f]{6}$/);
    expect(colourOfStep(layerStep("dust"), input.workshop, plan.mixes)).toBe("#e8e2d4");
    expect(colourOfStep(layerStep("base"), input.workshop, plan.mixes)).toBeNull();
    expect(colourOfStep(undefined, input.workshop, plan.mixes)).toBeNull();
    expect(colourOfStep({ ...colour, recipeId: "gone" }, input.workshop, plan.mixes)).toBeNull();
    expect(testRecipe.id).toBe(colour.recipeId);
  });
});

describe("a change of one's own", () => {
  const name = (id: string) => id.toUpperCase();
  it("is said in words, whatever its kind", () => {
    expect(changeText({ kind: "move", before: "a", after: "b" }, name)).toBe("A before B");
    expect(changeText({ kind: "wait", before: "a", after: "b", minutes: 90 }, name)).toMatch(
      /^1 h 30.* between A and B$/,
    );
    expect(changeText({ kind: "leave out", stepId: "a" }, name)).toBe("Left out: A");
  });
});
