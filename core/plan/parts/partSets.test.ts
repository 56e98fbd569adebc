import { describe, expect, it } from "vitest";
import { billOfParts } from "#core/plan/stores/bill";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { plannedSets, setName, setQuestions } from "#core/plan/parts/partSets";
import { scaleQuestions } from "#core/plan/parts/scaleQuestions";
import { newPart, type PartGiven, patchedPart } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

const body = (name: string, given: Partial<PartGiven> = {}) =>
  newPart({ id: name, sceneId: "s", name, meshId: "b", size: { source: { kind: "full" } }, ...given });
const inWays = (name: string, count: number, ...ways: string[]) =>
  body(name, { count, set: { name: "tower", ways } });
const bodies = [
  inWays("tower whole", 1, "whole"),
  inWays("upper half", 2, "halves"),
  inWays("lower half", 2, "halves"),
  inWays("wall", 2, "kit"),
  inWays("floor", 2, "kit"),
];
const withWay = (way: string | null, parts = bodies): PlanInput => {
  const input = testInput({ parts, joints: [] });
  return way === null ? input : { ...input, scene: { ...input.scene, setWays: { tower: way } } };
};
const copiesOf = (input: PlanInput) =>
  makePlan(input).plates.reduce((sum, plate) => sum + plate.laid.length, 0);

describe("P14: a drawing with several ways to print it", () => {
  it("plans five bodies in three ways once: the kit's four pieces, and not nine", () => {
    expect(copiesOf(withWay(null))).toBe(9);
    expect(copiesOf(withWay("kit"))).toBe(4);
    expect(copiesOf(withWay("whole"))).toBe(1);
  });
  it("costs in all what the chosen way costs by itself", () => {
    const kit = makePlan(withWay("kit"));
    const alone = makePlan(withWay(null, bodies.slice(3)));
    expect(kit.totals.cost.value).toBeCloseTo(alone.totals.cost.value, 9);
    expect(kit.totals.finishAt).toBe(alone.totals.finishAt);
    expect(kit.findings.filter((f) => /whole|half/.test(f.name))).toEqual([]);
    const bill = billOfParts(kit.parts);
    expect(bill.filter((l) => l.made === "another way is printed").map((l) => l.costMinor)).toEqual([
      0, 0, 0,
    ]);
  });
  it("is as far on as the chosen way by itself", () => {
    const alone = makePlan(withWay(null, bodies.slice(3))).readiness;
    const { readiness } = makePlan(withWay("kit"));
    for (const stage of ["lay", "rule", "parts", "plates", "surface"] as const)
      expect(readiness[stage], stage).toEqual(alone[stage]);
  });
  it("shows beside it what the other ways would take", () => {
    const input = withWay("kit");
    const [set] = plannedSets(makePlan(input).parts, input.scene);
    expect(set!.chosen).toBe("kit");
    expect(Object.fromEntries(set!.ways.map((w) => [w.name, w.pieces]))).toEqual({
      whole: 1,
      halves: 4,
      kit: 4,
    });
    const whole = plannedSets(makePlan(withWay("whole")).parts, withWay("whole").scene)[0]!;
    expect(set!.ways.map((w) => w.minutes)).toEqual(whole.ways.map((w) => w.minutes));
    expect(Math.min(...set!.ways.map((w) => w.minutes!))).toBeGreaterThan(0);
  });
  it("counts a body that is in two ways in both", () => {
    const shared = [inWays("base", 1, "whole", "kit"), inWays("body", 1, "whole"), inWays("wall", 4, "kit")];
    expect(copiesOf(withWay("whole", shared))).toBe(2);
    expect(copiesOf(withWay("kit", shared))).toBe(5);
  });
  it("plans the pieces of a body that was cut in the way that has the body, and counts it once", () => {
    const whole = patchedPart(inWays("tower whole", 1, "whole"), { made: "from pieces" });
    const pieces = [1, 2].map((number) =>
      body(`piece ${number}`, { print: { pieceOf: { partId: "tower whole", number, of: 2 } } }),
    );
    const parts = [whole, ...pieces, inWays("wall", 2, "kit"), inWays("floor", 2, "kit")];
    expect(copiesOf(withWay("whole", parts))).toBe(2);
    expect(copiesOf(withWay("kit", parts))).toBe(4);
    const input = withWay("kit", parts);
    const [set] = plannedSets(makePlan(input).parts, input.scene);
    const way = set!.ways.find((w) => w.name === "whole")!;
    expect(way).toMatchObject({ pieces: 2 });
    expect(way.minutes).toBeGreaterThan(0);
  });
  it("asks the scale of no body that is not printed, so that as many are asked as stand aside", () => {
    const parts = bodies.map((b) => patchedPart(b, { size: { source: { kind: "unknown" } } }));
    const asked = (way: string) => scaleQuestions(makePlan(withWay(way, parts)).parts, 72);
    expect(
      asked("kit")
        .map((q) => q.part.name)
        .toSorted(),
    ).toEqual(["floor", "wall"]);
    expect(asked("whole").map((q) => q.part.name)).toEqual(["tower whole"]);
  });
  it("leaves what was begun in the plan", () => {
    const begun = [body("upper half", { count: 1, history: { copies: ["printed"] }, set: bodies[1]!.set! })];
    expect(makePlan(withWay("kit", begun)).parts[0]!.held).toBeNull();
  });
});

describe("files that are one thing in several ways", () => {
  const asked = (...names: string[]) =>
    setQuestions(makePlan(testInput({ parts: names.map((n) => body(n)), joints: [] })).parts);
  it("reads the thing and the way out of names", () => {
    expect(setName("Watch_Tower-onepiece")).toEqual({ stem: "watch tower", way: "whole" });
    expect(setName("watch tower half 2")).toEqual({ stem: "watch tower", way: "halves" });
    expect(setName("tower with outer wall")).toEqual({ stem: "tower", way: "with outer wall" });
    expect(setName("hare_presupported")).toEqual({ stem: "hare", way: "with supports" });
    expect(setName("hare unsupported")).toEqual({ stem: "hare", way: "without supports" });
    expect(setName("kettle")).toEqual({ stem: "kettle", way: null });
  });
  it("asks once for each thing, and not where only one way came", () => {
    const questions = asked("tower", "tower half a", "tower half b", "tower kit 1", "kettle", "shed part 1");
    expect(questions.map((q) => q.name)).toEqual(["tower"]);
    expect(questions[0]!.ways.toSorted()).toEqual(["halves", "kit", "whole"]);
    expect(asked("tower", "tower with outer wall", "tower on its base")[0]!.ways.toSorted()).toEqual([
      "alone",
      "on its base",
      "with outer wall",
    ]);
    expect(
      asked("gatehouse whole 1-72", "gatehouse kit wall 1-72", "gatehouse kit floor")[0]!.bodies,
    ).toHaveLength(3);
    expect(asked("shed part 1", "shed part 2")).toEqual([]);
  });
  it("asks no more when it was answered", () => {
    const parts = [body("tower", { set: null }), body("tower kit", { set: null })];
    expect(setQuestions(makePlan(testInput({ parts, joints: [] })).parts)).toEqual([]);
  });
});
