import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { isAsDrawn, posedId } from "#core/mesh/pose";
import { box, wallWith } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { makePlan, type Plan } from "#core/plan/plan";
import type { Wanted, WaysToFind } from "#core/plan/plates/derivedKeys";
import { waysWorkedOut } from "#core/plan/plates/workedOut";
import { waysUnder } from "#core/plan/plates/waysFor";
import { settingsWhatIf } from "#core/plan/plates/settingsWhatIf";
import { scaleSweep } from "#core/plan/rule/scaleSweep";
import { testFilament, testPla } from "#core/print/testing";
import { newPart, type PartPatch, patchedPart, printOf } from "#core/scene/part";
import { nothingDerived, type PlanInput, planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";

/** A wall that stands on its edge as drawn, with a window; and a slab that lies as drawn. */
const meshes = new Map<string, TriangleMesh>([
  ["wall", wallWith(60, 40, 3, [[20, 12, 16, 14]])],
  ["slab", box(60, 40, 3)],
]);
const drawn = new Map([...meshes].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]));

const inputOf = (meshId: string, given: PartPatch = {}, denominator = 1): PlanInput =>
  planInputOf({
    scene: newScene({ id: "s", name: "Trial", denominator, startOn: "2026-03-02" }),
    workshop: {
      ...emptyWorkshop,
      printers: [testFilament],
      materials: [testPla],
      hours: Array.from({ length: 7 }, () => [{ from: 600, to: 1260 }]),
    },
    measurements: drawn,
    now: { today: "2026-03-02", minute: 600, ms: 0 },
    parts: [
      patchedPart(
        newPart({ id: "p", sceneId: "s", name: "Wall", meshId, size: { source: { kind: "full" } } }),
        given,
      ),
    ],
  });
const wantedWays = (plan: Plan) => plan.wanted.filter((w: Wanted): w is WaysToFind => w.kind === "ways");

/** The input with what its plan wanted looked for and found, as the app does meanwhile. */
function lookedFor(input: PlanInput): PlanInput {
  const [search] = wantedWays(makePlan(input));
  const { ways, lying } = waysWorkedOut(soupOf(meshes.get(search!.meshId)!), search!);
  const measurements = new Map(input.measurements);
  if (lying) measurements.set(posedId(search!.meshId, lying.pose), lying.measurement);
  return { ...input, measurements, derived: { ...nothingDerived, ways: new Map([[search!.key, ways]]) } };
}

describe("a part that nobody laid", () => {
  it("lies as drawn and is looked for; then it lies as was found, and says what that spares", () => {
    const before = makePlan(inputOf("wall"));
    expect(before.parts[0]!.lies).toMatchObject({ by: "nobody" });
    expect(wantedWays(before)).toHaveLength(1);
    const after = makePlan(lookedFor(inputOf("wall")));
    const [part] = after.parts;
    expect(part!.lies).toMatchObject({ by: "plan", look: null });
    expect(isAsDrawn(printOf(part!.part).pose)).toBe(false);
    expect(part!.reasons.join(" ")).toMatch(/Laid by the plan: .*fails 2 times in 10 instead of \d/);
    expect(after.plates[0]!.odds.total).toBeLessThan(before.plates[0]!.odds.total - 0.2);
    // The part in the scene stands as it was drawn.
    expect(part!.sizeMm).toEqual(before.parts[0]!.sizeMm);
    expect(wantedWays(after)).toEqual([]);
    // Its walls are followed only once it lies as it will.
    expect(before.wanted.map((w) => w.kind)).toEqual(["ways"]);
    expect(after.wanted.map((w) => w.kind)).toEqual(["work"]);
  });

  it("lies as drawn where nothing better is found", () => {
    const plan = makePlan(lookedFor(inputOf("slab")));
    expect(plan.parts[0]!.lies).toMatchObject({ by: "plan", because: "It lies best as it was drawn." });
    expect(printOf(plan.parts[0]!.part).pose).toBeNull();
  });

  it("is left as the builder laid it, also as drawn", () => {
    const pose = { down: [0, 0, -1], turnDeg: 0 } as const;
    const plan = makePlan(inputOf("wall", { print: { pose } }));
    expect(plan.parts[0]!.lies).toEqual({ by: "builder" });
    expect(wantedWays(plan)).toEqual([]);
  });

  it("lies as drawn while what was found is not measured, and is looked for again", () => {
    const found = lookedFor(inputOf("wall"));
    const plan = makePlan({ ...found, measurements: drawn });
    expect(plan.parts[0]!.lies).toMatchObject({ by: "nobody" });
    expect(wantedWays(plan)).toHaveLength(1);
  });

  it("lies as it did at another size until that is looked at", () => {
    const found = lookedFor(inputOf("wall"));
    const smaller = makePlan({ ...found, scene: { ...found.scene, denominator: 2 } });
    expect(smaller.parts[0]!.lies).toMatchObject({ by: "plan" });
    expect(wantedWays(smaller)).toHaveLength(1);
    const [key] = found.derived.ways.keys();
    const [known] = found.derived.ways.values();
    const half = waysUnder(key!.replace(/ \S+$/, " 0.5"), found.derived.ways)!;
    expect(half.exact).toBe(false);
    expect(half.ways[0]!.heightMm).toBeCloseTo(known![0]!.heightMm / 2, 9);
    expect(half.ways[0]!.bedMm2).toBeCloseTo(known![0]!.bedMm2 / 4, 6);
    expect(waysUnder("ways1 other filament 600 usual any 1", found.derived.ways)).toBeNull();
  });

  it("is the same in the sweep of ratios and in what another setting would change", () => {
    const found = lookedFor(inputOf("wall"));
    const plan = makePlan(found);
    const [line] = scaleSweep(found, [1]);
    expect(line!.minutes.value).toBeCloseTo(plan.parts[0]!.chosen!.all.minutes.value, 6);
    expect(settingsWhatIf(found, "p", testFilament.id).length).toBeGreaterThan(0);
  });
});
