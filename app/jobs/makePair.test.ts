import { describe, expect, it } from "vitest";
import { newPart, type PartPatch, patchedPart, printOf } from "#core/scene/part";
import { pairOf } from "#app/jobs/makePair";

const stairs = (given: PartPatch = {}) =>
  patchedPart(newPart({ id: "a", sceneId: "s", name: "Stairs", meshId: "m", count: 2 }), given);

describe("P13: left and right of a part", () => {
  it("are two parts with a mesh each, one of either", () => {
    const [left, right] = pairOf(stairs(), "mirrored", "b");
    expect(left).toMatchObject({ id: "a", name: "Stairs, left", meshId: "m", count: 1 });
    expect(right).toMatchObject({ id: "b", name: "Stairs, right", meshId: "mirrored", count: 1 });
  });
  it("share the copies out, the odd one to the left, and never less than one of each", () => {
    const counts = (count: number) => pairOf(stairs({ count }), "x", "b").map((p) => p.count);
    expect(counts(5)).toEqual([3, 2]);
    expect(counts(8)).toEqual([4, 4]);
    expect(counts(1)).toEqual([1, 1]);
  });
  it("leave what was made to the left, and let the right hand be laid anew", () => {
    const pose = { down: [0, 1, 0], turnDeg: 0 } as const;
    const made = stairs({ count: 4, history: { copies: ["printed", "printed"] }, print: { pose } });
    const [left, right] = pairOf(made, "x", "b");
    expect(left.history.copies).toEqual(["printed", "printed"]);
    expect(right.history.copies).toEqual([]);
    expect(printOf(right).pose).toBeNull();
    expect(printOf(left).pose).toEqual(pose);
  });
});
