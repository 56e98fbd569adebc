import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { AS_DRAWN } from "#core/mesh/pose";
import { box, moved, together } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { meetingParts } from "#core/plan/parts/meeting";
import { areWorthIt, shellsReason, supportCutReason, wholeReason } from "#core/plan/plates/cutReasons";
import { testInput } from "#core/plan/testing";
import { supportCut } from "#core/print/supportCuts";
import { testFilament } from "#core/print/testing";
import { twoShells } from "#core/print/twoShells";
import { newPart, noOrigin, type PartPatch } from "#core/scene/part";

const door = box(70, 110, 24);
/** A post with a broad head, both square. */
const table = together(box(20, 20, 40), moved(box(70, 70, 12), -25, -25, 40));
const measurements = new Map(
  [
    ["door", door] as const,
    ["table", table] as const,
    ["wall", box(40, 4, 20)] as const,
    ["roof", moved(box(44, 10, 3), -2, -3, 20)] as const,
    ["far", moved(box(10, 10, 10), 200, 0, 0)] as const,
  ].map(([id, mesh]) => [id, measureMesh(soupOf(mesh)).measurement]),
);
const part = (id: string, given: PartPatch = {}) =>
  newPart({
    ...{ id, sceneId: "s", name: id, meshId: id, size: { source: { kind: "full" } } },
    ...{ origin: { ...noOrigin, fileName: "house.3mf" }, print: { process: "filament", pose: AS_DRAWN } },
    ...given,
  });
const planned = (...parts: ReturnType<typeof part>[]) =>
  makePlan(testInput({ parts, joints: [], measurements })).parts;

describe("T13: reasons to cut", () => {
  it("sets a door in two shells against a whole one: less of the hours and the material, for a seam", () => {
    const [p] = planned(part("door"));
    const c = p!.chosen!;
    const whole = wholeReason(p!, c, []);
    expect(whole.machineMinutes).toBe(c.one.minutes.value);
    const shells = twoShells(door, 1.2, 1);
    if (!shells.ok) throw new Error("must split");
    const split = shellsReason(p!, c, shells.value, []);
    expect(split.machineMinutes).toBeLessThan(whole.machineMinutes);
    expect(split.machineMinutes / whole.machineMinutes).toBeCloseTo(split.grams / whole.grams, 9);
    expect(split.handsMinutes).toBeCloseTo(7 + (360 / 10) * 0.6, 6);
    expect(split.failsShare).toBeLessThanOrEqual(whole.failsShare);
    expect(split.costMinor).toBeLessThan(whole.costMinor);
    expect(areWorthIt(split, whole)).toBe(true);
  });
  it("sets what a cut spares of supports against its seam, in the plan's own figures", () => {
    const [p] = planned(part("table"));
    const c = p!.chosen!;
    const cut = supportCut(table, AS_DRAWN, null, 1, testFilament)!;
    expect(cut.whole.ml).toBeCloseTo(c.supports.ml, 6);
    expect(cut.whole.cleanMinutes).toBeCloseTo(c.supports.cleanMinutes, 6);
    expect(areWorthIt(wholeReason(p!, c, []), wholeReason(p!, c, []))).toBe(false);
    const [whole, inTwo] = [wholeReason(p!, c, []), supportCutReason(p!, c, cut, [])];
    expect(inTwo.contacts).toBe(0);
    expect(whole.machineMinutes - inTwo.machineMinutes).toBeCloseTo(c.supports.seconds / 60, 6);
    expect(inTwo.handsMinutes).toBeCloseTo(cut.seamMinutes, 6);
    expect(inTwo.grams).toBeLessThan(whole.grams);
    expect(cut.seamMm).toBeCloseTo(80, 3);
  });
});

describe("T13: files that meet", () => {
  const meets = (...parts: ReturnType<typeof part>[]) => {
    const all = planned(...parts);
    const wall = all.find((p) => p.part.id === "wall")!;
    return meetingParts(wall, all).map((p) => p.part.id);
  };
  it("are bodies of one file that stand against each other", () => {
    expect(meets(part("wall"), part("roof"), part("far"))).toEqual(["roof"]);
  });
  it("are none where counts, scales, files or sets differ", () => {
    expect(meets(part("wall"), part("roof", { count: 2 }))).toEqual([]);
    expect(meets(part("wall"), part("roof", { size: { source: { kind: "full" }, ownFactor: 0.9 } }))).toEqual(
      [],
    );
    expect(meets(part("wall"), part("roof", { origin: { ...noOrigin, fileName: "roof.stl" } }))).toEqual([]);
    expect(meets(part("wall"), part("roof", { set: { name: "house", ways: ["apart"] } }))).toEqual([]);
  });
});
