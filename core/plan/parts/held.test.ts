import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, moved, sphere, together } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { isPlannable } from "#core/plan/parts/held";
import { makePlan, type Plan } from "#core/plan/plan";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { luckOf } from "#core/random";
import { newPart, type Part, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";

/** All corners in one plane: it has faces and no inside. */
const flat: TriangleMesh = {
  positions: Float32Array.from([0, 0, 0, 40, 0, 0, 40, 30, 0, 0, 30, 0]),
  triangles: Uint32Array.from([0, 1, 2, 0, 2, 3]),
};
const meshes = new Map<string, TriangleMesh>([
  ["block", box(40, 30, 20)],
  ["vast", box(9000, 9000, 20)],
  ["tower", box(20, 20, 900)],
  ["sheet", box(290, 190, 20)],
  ["flat", flat],
  ["crumbs", together(sphere(2, 6, 8), moved(sphere(2, 6, 8), 30, 0, 0))],
]);
const measurements = new Map([...meshes].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]));
const made = (given: PartPatch): Part =>
  patchedPart(
    newPart({ id: "p", sceneId: "s", name: "Wall", meshId: "block", size: { source: { kind: "full" } } }),
    given,
  );
/** On a board of 300 x 200 mm at full size, with one machine of each kind. */
const planOf = (parts: readonly Part[], bedMm = testFilament.bedMm): Plan =>
  makePlan(
    planInputOf({
      scene: newScene({
        id: "s",
        name: "Trial",
        denominator: 1,
        startOn: "2026-03-02",
        boardWidthMm: 300,
        boardDepthMm: 200,
      }),
      workshop: {
        ...emptyWorkshop,
        printers: [{ ...testFilament, bedMm }, testResin],
        materials: [testPla, testResinFluid],
        hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1260 }]),
      },
      measurements,
      now: { today: "2026-03-02", minute: 600, ms: 0 },
      parts,
    }),
  );
const heldOf = (given: PartPatch) => planOf([made(given)]).parts[0]!.held;

/** Whether nothing of a plan is of a part. */
function costsNothing(plan: Plan) {
  expect(plan.plates).toEqual([]);
  expect(plan.work.steps).toEqual([]);
  expect(plan.stores).toEqual([]);
  expect(plan.findings).toEqual([]);
  for (const f of [plan.totals.machineMinutes, plan.totals.handsMinutes, plan.totals.cost])
    expect(f.value).toBe(0);
}

describe("a part that stands aside", () => {
  it.each<[string, string, PartPatch, RegExp]>([
    [
      "whose scale nobody knows",
      "no scale",
      { size: { source: { kind: "unknown" } } },
      /^Wall has no scale yet; as drawn it is 40\.0 mm long\. Say what it was drawn at/,
    ],
    [
      "that would be a street long",
      "absurd size",
      { size: { unitMm: 1e6 } },
      /^Wall would be \d+ m long on the bench/,
    ],
    ["that would be dust", "absurd size", { size: { unitMm: 1e-9 } }, /smaller than a grain of dust/],
    [
      "larger than the board",
      "larger than the board",
      { meshId: "vast" },
      /^Wall, 9000 x 9000 x 20 mm, does not go on the board of 300 x 200 mm\. Say its scale again/,
    ],
    [
      "higher than anything on that board",
      "larger than the board",
      { meshId: "tower" },
      /^Wall, 20 x 20 x 900 mm/,
    ],
    ["without an inside", "no volume", { meshId: "flat" }, /encloses no volume.*Mend it where it was drawn/],
  ])("%s, says why in one sentence and costs nothing", (_, because, given, sentence) => {
    const plan = planOf([made(given)]);
    const { held } = plan.parts[0]!;
    expect(held).toMatchObject({ because });
    expect(held!.sentence).toMatch(sentence);
    costsNothing(plan);
  });

  it("is one in more pieces than anybody cuts", () => {
    const plan = planOf([made({ meshId: "sheet", print: { process: "filament" } })], [40, 40, 40]);
    expect(plan.parts[0]!.held).toMatchObject({ because: "too many pieces" });
    expect(plan.parts[0]!.held!.sentence).toMatch(/would take \d+ pieces/);
    costsNothing(plan);
  });

  it("comes back by what its sentence offers", () => {
    const held = heldOf({ meshId: "tower" })!;
    const [again, meant] = held.mends.map((m) => (m.edit as unknown as { patch: PartPatch }).patch);
    expect(heldOf({ meshId: "tower", ...again })).toMatchObject({ because: "no scale" });
    const kept = planOf([made({ meshId: "tower", ...meant })]);
    expect(kept.parts[0]!.held).toBeNull();
    expect(kept.plates.length).toBeGreaterThan(0);
  });

  it("is none that was begun, is only looked at, or has no model", () => {
    expect(heldOf({ size: { source: { kind: "unknown" } }, history: { copies: ["printed"] } })).toBeNull();
    expect(heldOf({ meshId: "vast", history: { copies: ["spoilt"] } })).toBeNull();
    const looked = { priceMinor: 100, from: "", supports: "not told", smallestDetailMm: null, bought: false };
    expect(heldOf({ size: { source: { kind: "unknown" } }, listing: looked as Part["listing"] })).toBeNull();
    expect(heldOf({ meshId: null, size: { source: { kind: "unknown" } } })).toBeNull();
  });

  it("takes what it is joined to out of nothing but the joint", () => {
    const parts = [
      made({}),
      patchedPart({ ...made({}), id: "q" }, { size: { source: { kind: "unknown" } } }),
    ];
    const joint = { id: "j", sceneId: "s", name: "Foot", partIds: ["p", "q"], fit: "glued butt" as const };
    const alone = planOf([parts[0]!]);
    const both = makePlan(
      planInputOf({
        scene: alone.parts.length
          ? newScene({ id: "s", name: "T", denominator: 1, startOn: "2026-03-02" })
          : null!,
        workshop: { ...emptyWorkshop, printers: [testFilament], materials: [testPla] },
        measurements,
        now: { today: "2026-03-02", minute: 600, ms: 0 },
        parts,
        joints: [{ ...joint, gapInFileMm: 0, glue: "cyanoacrylate", count: 1, shows: false }],
      }),
    );
    expect(both.findings.filter((f) => f.about.startsWith("joint"))).toEqual([]);
    expect(both.work.steps.filter((s) => s.id.includes("j"))).toEqual([]);
    expect(both.plates).toHaveLength(1);
  });
});

describe("strange sizes", () => {
  const next = luckOf(13);
  const YEAR_MIN = 365 * 24 * 60;
  it("never make a plan absurd: what is held costs nothing, the rest is done within a year or said not to be", () => {
    for (let round = 0; round < 60; round++) {
      // From a thousandth of a millimetre to a hundred metres, each side by itself.
      const side = () => 10 ** (-3 + 8 * next());
      const size: [number, number, number] = [side(), side(), side()];
      const cases: readonly PartPatch["size"][] = [
        { source: { kind: "full" } },
        { source: { kind: "ratio", denominator: 10 ** (4 * next()) } },
        { source: { kind: "unknown" } },
        {
          source: { kind: "figure", figureMm: 28, convention: "eye" },
          unitMm: [1, 10, 25.4, 1000][round % 4]!,
        },
      ];
      const strange = new Map([["strange", measureMesh(soupOf(box(...size))).measurement]]);
      const scene = newScene({
        id: "s",
        name: "Trial",
        denominator: 10 ** (3 * next()),
        startOn: "2026-03-02",
      });
      const plan = makePlan(
        planInputOf({
          scene,
          workshop: {
            ...emptyWorkshop,
            printers: [testFilament, testResin],
            materials: [testPla, testResinFluid],
            hours: Array.from({ length: 7 }, () => [{ from: 600, to: 1260 }]),
          },
          measurements: strange,
          now: { today: "2026-03-02", minute: 600, ms: 0 },
          parts: cases
            .map((given, i) =>
              patchedPart(made({ meshId: "strange", ...(given ? { size: given } : {}) }), { name: `T${i}` }),
            )
            .map((p, i) => ({ ...p, id: `t${i}` })),
        }),
      );
      const aside = new Set(plan.parts.filter((p) => p.held).map((p) => p.part.id));
      const names = size.map((v) => v.toPrecision(3)).join(" x ");
      for (const id of aside) {
        expect(
          plan.findings.filter((f) => f.about === `part:${id}`),
          names,
        ).toEqual([]);
        expect(
          plan.plates.flatMap((p) => p.laid).filter((l) => l.partId === id),
          names,
        ).toEqual([]);
        expect(
          plan.work.steps.filter((s) => s.targets.includes(`part:${id}`)),
          names,
        ).toEqual([]);
      }
      if (aside.size === plan.parts.length) costsNothing(plan);
      for (const p of plan.parts) if (!p.held && p.sizeMm) expect(isPlannable(p.sizeMm), names).toBe(true);
      const { machineMinutes, handsMinutes, cost } = plan.totals;
      for (const f of [machineMinutes, handsMinutes, cost])
        expect(Number.isFinite(f.value), names).toBe(true);
      const isLong = machineMinutes.value > 2 * YEAR_MIN || handsMinutes.value > YEAR_MIN;
      if (isLong) expect(plan.findings[0]!.id, names).toMatch(/over-a-year$/);
    }
  });
});
