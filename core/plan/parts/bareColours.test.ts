import { expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { type Part, type PartPatch, patchedPart } from "#core/scene/part";

/** A filament wall and two resin posts. */
const found = (change: (p: Part) => PartPatch) => {
  const input = testInput();
  const parts = input.parts.map((p) => patchedPart(p, { scheme: [], ...change(p) }));
  return makePlan({ ...input, parts }).findings.filter((f) => f.id.endsWith("/bare-colours"));
};
const bare = { meaning: "bare" } as const;

it("T16: two parts that stay bare in two materials are told with both, and nothing where they are of one", () => {
  const [finding] = found(() => bare);
  expect(finding!.sentence).toMatch(
    /^post \(.+\) and wall \(.+\) stay unpainted and are not of one material/,
  );
  expect(found(() => ({ ...bare, print: { process: "filament" } }))).toEqual([]);
});

it("T16: says nothing of what nobody left bare, and of what stays clear", () => {
  expect(found(() => ({}))).toEqual([]);
  expect(found((p) => (p.id === "wall" ? bare : {}))).toEqual([]);
  expect(found((p) => (p.id === "wall" ? bare : { ...bare, print: { clear: true } }))).toEqual([]);
});
