import { describe, expect, it } from "vitest";
import { extruded } from "#core/mesh/extrude";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { tightPlaces, tightText } from "#core/plan/parts/tightPlaces";
import { testInput } from "#core/plan/testing";
import { newPart } from "#core/scene/part";

/** The wall of a wing with a fold of 0.1 mm in its end. */
const wing = measureMesh(
  soupOf(extruded([[0, 0, 40, 0, 40, 1.95, 38, 2, 40, 2.05, 40, 4, 0, 4]], 0, 12)),
).measurement;
const slitted = measureMesh(
  soupOf(extruded([[0, 0, 20, 0, 20, 8, 10.15, 8, 10.15, 5, 10, 5, 10, 8, 0, 8]], 0, 12)),
).measurement;

const findingsOf = (meshId: string, ownFactor = 1) => {
  const part = newPart({
    ...{ id: "wing", sceneId: "s", name: "Wing wall", meshId },
    size: { source: { kind: "full" }, ownFactor },
  });
  const measurements = new Map([
    ["wing", wing],
    ["block", measureMesh(soupOf(box(40, 4, 12))).measurement],
  ]);
  return makePlan(testInput({ parts: [part], joints: [], measurements })).findings.filter(
    (f) => f.cause === "folded",
  );
};

describe("P15: tight places", () => {
  it("show the fold at the end of the wing wall with 0.1 mm", () => {
    expect(tightPlaces(wing, 1).map(tightText)).toContain(
      "crease of 0.10 mm over 12.0 mm, halfway up, right",
    );
    expect(findingsOf("wing")[0]!.sentence).toMatch(
      /^Wing wall is folded over in 1 place: crease of 0\.10 mm over 12\.0 mm, halfway up, right\./,
    );
    expect(findingsOf("block")).toEqual([]);
  });
  it("count a slit while it would close up on the bench, and no more when it is made larger", () => {
    expect(tightPlaces(slitted, 1).map((p) => p.kind)).toContain("slit");
    expect(tightPlaces(slitted, 2).map((p) => p.kind)).not.toContain("slit");
  });
  it("do not count what is shorter than a corner on the bench", () => {
    expect(findingsOf("wing", 0.05)).toEqual([]);
  });
});
