import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { DROPS_PER_ML } from "#core/paint/amount";
import type { StepSlot } from "#core/order/pass";
import type { Step } from "#core/steps/step";
import { testView } from "#core/plan/testing";
import {
  eveningOf,
  hindrances,
  mixOf,
  ownSpeed,
  partsOf,
  piecesOf,
  softNow,
  spentMinutes,
  toConfirm,
} from "./view";

const slot = (stepId: string, ...parts: readonly (readonly [from: number, to: number])[]): StepSlot => ({
  stepId,
  startsAt: parts[0]![0],
  endsAt: parts.at(-1)![1],
  parts: parts.map(([from, to]) => ({ from, to })),
  setupMinutes: 0,
});

describe("an evening at the bench", () => {
  const clip = slot("clip", [1140, 1150]);
  const sand = slot("sand", [1150, 1260], [2580, 2700], [4020, 4140]);
  const prime = slot("prime", [4150, 4160]);
  const all = [clip, sand, prime];

  it("counts its own steps, and of a long one only what is done on that day", () => {
    expect(eveningOf(all, clip)).toEqual({ slots: [clip, sand], place: 1, leftMinutes: 120 });
    expect(eveningOf(all, sand)).toEqual({ slots: [clip, sand], place: 2, leftMinutes: 110 });
    expect(eveningOf(all, prime)).toEqual({ slots: [prime], place: 1, leftMinutes: 10 });
  });
});

describe("a step on the bench", () => {
  const { input, plan } = testView();
  const step = (layerId: string) =>
    plan.work.steps.find((s) => typeof s.partOf === "object" && s.partOf.layerId === layerId)!;
  it("has the mix as it is put out: the parts in drops, the thinner beside them, the pot alone where it is one", () => {
    const mix = mixOf(step("stone"), input.workshop)!;
    expect(mix.blocks.map((b) => [b.name, b.parts])).toEqual([
      ["chalk", 3],
      ["umber", 1],
    ]);
    expect(mix.thinnerShare).toBe(0.25);
    expect(mix.out!.drops[0]! / mix.out!.drops[1]!).toBeCloseTo(3, 0);
    // Four parts of paint to one of thinner: four fifths of what is used.
    const neatDrops = (step("stone").mixMl!.value / 1.25) * DROPS_PER_ML;
    expect(Math.abs(mix.out!.drops[0]! + mix.out!.drops[1]! - neatDrops)).toBeLessThanOrEqual(4);
    expect(mixOf(step("dust"), input.workshop)!.blocks).toEqual([
      { name: "chalk", hex: "#e8e2d4", parts: 1 },
    ]);
    expect(mixOf(step("base"), input.workshop)).toBeNull();
    // A second coat comes from the mix of the first: what it is stays to be seen.
    const second = { ...step("stone"), mixMl: null, coat: { number: 2, of: 2 } };
    expect(mixOf(second, input.workshop)).toEqual({ ...mix, out: null });
    expect(mixOf(step("stone"), { ...input.workshop, recipes: [] })).toBeNull();
  });
  it("draws the parts that have a model, and no more than six", () => {
    expect(partsOf(step("stone"), plan.parts).map((p) => p.part.id)).toEqual(["wall"]);
    const wall = plan.parts.find((p) => p.part.id === "wall")!;
    const many = Array.from({ length: 9 }, () => wall);
    expect(partsOf(step("stone"), many)).toHaveLength(6);
    expect(partsOf(step("stone"), [{ ...wall, measurement: null }])).toEqual([]);
  });
  it("counts the pieces that are left, at least the one in the hand", () => {
    const some = new Map([["x", 3]]);
    const ofFour = { ...step("stone"), id: "x", pieces: 4 };
    expect(piecesOf(ofFour, some)).toEqual({ done: 3, left: 1 });
    expect(piecesOf({ ...ofFour, pieces: 2 }, some).left).toBe(1);
    expect(piecesOf(ofFour, new Map())).toEqual({ done: 0, left: 4 });
  });
  it("counts minutes since it was opened, but no evening away and no clock that was turned back", () => {
    const hands = { ...step("stone"), handsMinutes: exact(10, "min", "practice") };
    const minute = 60_000;
    expect(spentMinutes(hands, 1000, 1000 + 12.5 * minute)).toBe(12.5);
    expect(spentMinutes(hands, 1000, 1000 + 89 * minute)).toBe(89);
    expect(spentMinutes(hands, 1000, 1000 + 91 * minute)).toBe(0);
    expect(spentMinutes(hands, 0, 5 * minute)).toBe(0);
    expect(spentMinutes(hands, 10 * minute, 5 * minute)).toBe(0);
  });
  it("is hindered by the rules that it breaks, and by what is found of its part's colours where it paints", () => {
    const colour = step("stone");
    const conflict = { ruleId: "O1", before: "a", after: colour.id } as never;
    const about = { stage: "colour", about: "part:wall" } as never;
    const elsewhere = { stage: "colour", about: "part:post" } as never;
    const withFindings = {
      ...plan,
      work: { ...plan.work, conflicts: [conflict] },
      findings: [about, elsewhere],
    };
    expect(hindrances([colour], withFindings)).toEqual({ broken: [conflict], found: [about] });
    expect(hindrances([step("base")], withFindings)).toEqual({ broken: [], found: [] });
  });
  it("names what is still soft, last free first, and nothing once it can be handled", () => {
    const primer = step("base");
    const times = new Map([[primer.id, { startsAt: 500, endsAt: 599 } as never]]);
    const laid = { ...plan, work: { ...plan.work, times } };
    expect(softNow(input, laid).map((t) => t.name)).toEqual(["wall"]);
    expect(softNow({ ...input, now: { ...input.now, minute: 600 + 3 * 1440 } }, laid)).toEqual([]);
  });
  it("is at the builder's own speed once enough was logged, and at common practice before", () => {
    const colour = step("stone");
    expect(ownSpeed(colour, { log: [] }).basis).toBe("practice");
    const entry = { kind: "step", key: colour.action, estimatedMinutes: 10, actualMinutes: 20 } as never;
    const own = ownSpeed(colour, { log: Array.from({ length: 12 }, () => entry) });
    expect(own.basis).toBe("learned");
    expect(own.value).toBeGreaterThan(1.3);
    expect(own.value).toBeLessThan(2.01);
  });
});

describe("what has to be confirmed before it is done", () => {
  const [post] = testView().plan.work.steps.filter((s) => s.process === "resin");
  const step = (given: Partial<Step>): Step => ({ ...post!, process: "resin", facts: {}, ...given });
  it("is the dust of resin, sanded, filed or drilled, in any step of a session", () => {
    for (const [action, tool] of [
      ["sand", "abrasive 400"],
      ["dry fit", "file"],
    ] as const)
      expect(toConfirm([step({ action: "wash", tool: "hands" }), step({ action, tool })])).toBe("C2");
  });
  it("is nothing of filament, of a wash, of paint", () => {
    expect(toConfirm([step({ action: "sand", process: "filament" })])).toBeNull();
    expect(
      toConfirm([step({ action: "wash", tool: "hands" }), step({ action: "paint", tool: "brush" })]),
    ).toBeNull();
  });
});
