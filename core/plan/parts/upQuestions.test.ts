import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { posedMesh } from "#core/mesh/pose";
import { tower } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { upQuestions } from "#core/plan/parts/upQuestions";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";

const lying = posedMesh(tower(88.5, 20, 12), { down: [1, 0, 0], turnDeg: 0 });
const measurements = new Map([["t", measureMesh(soupOf(lying)).measurement]]);
const asked = (given: PartPatch = {}) => {
  const part = newPart({
    id: "t",
    sceneId: "s",
    name: "Tower",
    meshId: "t",
    size: { source: { kind: "full" } },
  });
  const parts = [patchedPart(part, given)];
  return upQuestions(makePlan(testInput({ parts, joints: [], measurements })).parts);
};

it("P15: a tower that was drawn lying is asked with the height it would have, once", () => {
  const [question] = asked();
  expect(question!.sentence).toMatch(
    /^Tower lies on its side as drawn, its foot .*: 88\.5 mm is its height\?$/,
  );
  expect(asked({ size: { upSure: true } })).toEqual([]);
});

it("says no height while its scale is not known, and asks nothing of pieces and of what is bought", () => {
  expect(asked({ size: { source: { kind: "unknown" } } })[0]!.sentence).not.toMatch(/height/);
  expect(asked({ print: { pieceOf: { partId: "w", number: 1, of: 2 } } })).toEqual([]);
  expect(asked({ made: "bought" })).toEqual([]);
});
