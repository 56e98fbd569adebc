import { describe, expect, it } from "vitest";
import { degToRad } from "#core/units";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { SHOWN, lookTest } from "#core/surface/lookTest";
import { printedBy } from "#core/surface/printedBy";
import { stepsOver } from "#core/surface/faults";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import type { Joint } from "#core/scene/joint";
import type { PlanInput } from "#core/scene/planInput";
import type { Scene } from "#core/scene/scene";
import { themes, tiers } from "#core/scene/scene";
import { type Fault, forgivenOn, stillSeen, stopRule, worthOf } from "#core/plan/surface/stopRule";

/** A block whose top leans by so many degrees. */
function ramp(leanDeg: number): TriangleMesh {
  const block = box(40, 40, 20);
  const positions = Float32Array.from(block.positions);
  for (let i = 0; i < positions.length; i += 3)
    if (positions[i + 2]! > 10) positions[i + 2]! += positions[i]! * Math.tan(degToRad(leanDeg));
  return { ...block, positions };
}
const meshes = new Map<string, TriangleMesh>([
  ["gentle", ramp(8)],
  ["steep", ramp(40)],
  ["ball", sphere(20, 24, 36)],
  ["block", box(40, 40, 20)],
]);
const measurements = new Map([...meshes].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]));
const part = (id: string, meshId: string, given: PartPatch = {}) =>
  patchedPart(
    newPart({
      id,
      sceneId: "s",
      name: id,
      meshId,
      size: { source: { kind: "full" } },
      print: { printerId: testFilament.id },
      school: "live with it",
    }),
    given,
  );
const workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
  hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1320 }]),
};
const joint: Joint = {
  id: "j",
  sceneId: "s",
  name: "butt",
  partIds: ["gentle", "block"],
  fit: "glued butt",
  gapInFileMm: 0.4,
  glue: "cyanoacrylate",
  count: 2,
  shows: true,
};
const input = (scene: Partial<Scene> = {}, given: Partial<PlanInput> = {}): PlanInput =>
  planInputOf({
    scene: newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02", ...scene }),
    workshop,
    measurements,
    now: { today: "2026-03-02", minute: 600, ms: 0 },
    parts: [
      part("gentle", "gentle", { count: 3 }),
      part("steep", "steep"),
      part("ball", "ball"),
      part("block", "block"),
    ],
    joints: [joint],
    ...given,
  });
const asked = (of: PlanInput) => stopRule(makePlan(of), of);
const by = (faults: readonly Fault[], id: string) => faults.find((f) => f.id === id);
const over = (f: Fault) => f.advice === "take away" || f.advice === "go on";

describe("what is still seen", () => {
  it("is what the look test says of the plainest face, of a block its upright walls", () => {
    const of = input();
    const { faults } = asked(of);
    const gentle = by(faults, "gentle/steps")!;
    const test = lookTest(
      { ...printedBy(testFilament), slopeRad: degToRad(8), patchMm2: 1600 },
      of.scene.viewingDistanceMm,
    );
    expect(gentle.times.value / test.flat).toBeGreaterThan(0.6);
    expect(gentle.times.value / test.flat).toBeLessThan(1.6);
    expect([gentle.times.low, gentle.times.high]).toEqual([gentle.times.value / 2, gentle.times.value * 2]);
    const wall = lookTest(
      { ...printedBy(testFilament), slopeRad: degToRad(90), patchMm2: 1600 },
      of.scene.viewingDistanceMm,
    );
    expect(wall.look).toBe("plain");
    expect(by(faults, "block/steps")!.times.value / wall.flat).toBeCloseTo(1, 1);
    // Three copies: all of it but the foot of 40 by 40 mm, the top over cos 8 degrees and the upright walls.
    const cm2 = measurements.get("gentle")!.area / 100 - 16;
    expect(gentle.cm2!).toBeCloseTo(3 * cm2, 6);
    expect(cm2).toBeGreaterThan(16 / Math.cos(degToRad(8)) + 4 * 40 * 0.2);
  });
  it("under a raking light only is told of all copies together", () => {
    const raked = (count: number) => {
      const parts = [part("gentle", "gentle", { count })];
      for (let mm = 600; mm < 15_000; mm += 200) {
        const { faults } = asked(input({ viewingDistanceMm: mm }, { parts, joints: [] }));
        const found = by(faults, "gentle/raking");
        if (found) return found.cm2!;
      }
      return Number.NaN;
    };
    expect(raked(1)).toBeGreaterThan(0);
    expect(raked(5)).toBeCloseTo(5 * raked(1), 9);
  });
  it("fades with the distance and with thinner layers, down to nothing", () => {
    const times = (mm: number) =>
      by(asked(input({ viewingDistanceMm: mm })).faults, "gentle/steps")?.times.value ?? 0;
    expect(times(300)).toBeGreaterThan(times(900));
    expect(times(900)).toBeGreaterThan(times(3000));
    expect(times(15_000)).toBe(0);
    const slopes = measurements.get("gentle")!.slopes;
    const at = (layerMm: number) =>
      stepsOver(slopes, 1, { ...printedBy(testFilament), layerMm }, 600, SHOWN).flat;
    expect(at(0.05).cm2).toBeLessThanOrEqual(at(0.3).cm2);
    expect(at(0.05).times).toBeLessThan(at(0.3).times);
  });
  it("is a dark line where a seam is open: 0.4 mm from 60 cm is 11 times the thinnest line that is seen (0.2 arc minutes, Hecht and Mintz 1939)", () => {
    const left = input({
      orderChanges: [{ ruleId: null, note: "", change: { kind: "leave out", stepId: "joint:j/fill-seam" } }],
    });
    const seam = by(asked(left).faults, "j/seam")!;
    expect(seam.times.value).toBeCloseTo(0.4 / (600 * degToRad(0.2 / 60)), 6);
    expect(seam).toMatchObject({ advice: "take away", change: { kind: "take back" } });
    expect(by(asked(input()).faults, "j/seam")).toMatchObject({
      advice: "go on",
      change: { kind: "leave out", stepIds: ["joint:j/fill-seam"] },
    });
    expect(by(asked(input({}, { joints: [{ ...joint, shows: false }] })).faults, "j/seam")).toBeUndefined();
  });
  it("is told of a seam by its measured width, and what is not filled is not tested and sanded either", () => {
    const seam = { widthMm: 1.5, depthMm: 1, lengthMm: 40, textured: false, sandable: true };
    const joints = [{ ...joint, seam }];
    const ids = ["fill-seam", "seam-test", "seam-sand"].map((name) => `joint:j/${name}`);
    const found = by(asked(input({}, { joints })).faults, "j/seam")!;
    expect(found.times.value).toBeCloseTo(1.5 / (600 * degToRad(0.2 / 60)), 6);
    expect(found.change).toEqual({ kind: "leave out", stepIds: ids });
    const orderChanges = ids.map((stepId) => ({
      ...{ ruleId: null, note: "" },
      change: { kind: "leave out", stepId } as const,
    }));
    expect(by(asked(input({ orderChanges }, { joints })).faults, "j/seam")!.change).toEqual({
      kind: "take back",
      stepIds: ids,
    });
  });
});

describe("what passes", () => {
  it("is more where the subject is dirtier and where it is looked at less closely", () => {
    const passes = themes.map((theme) => tiers.map((tier) => forgivenOn({ theme, tier }, null)));
    for (const row of passes) expect([...row].sort((a, b) => b - a)).toEqual([row[0], row[1], row[2]]);
    for (let t = 0; t < tiers.length; t++)
      expect(passes.map((row) => row[t])).toEqual([...passes.map((row) => row[t]!)].sort((a, b) => a - b));
    expect(forgivenOn({ theme: "clean", tier: "display" }, null)).toBe(SHOWN);
    // What one part is for goes before what the scene is for.
    expect(forgivenOn({ theme: "clean", tier: "play" }, "display")).toBe(SHOWN);
  });
  it("never asks for more work in a dirtier scene, and asks for all of it somewhere and none of it elsewhere", () => {
    const wanted = themes.map((theme) =>
      asked(input({ theme }))
        .faults.filter(over)
        .map((f) => f.id),
    );
    for (const [i, ids] of wanted.entries())
      if (i > 0) for (const id of ids) expect(wanted[i - 1]).toContain(id);
    const far = asked(input({ theme: "ruined", tier: "play", viewingDistanceMm: 2500 })).faults;
    expect(wanted[0]!.length).toBeGreaterThan(1);
    expect(far.filter(over)).toEqual([]);
    for (const f of far) expect(f.times.value).toBeLessThan(f.forgiven);
  });
});

describe("the advice", () => {
  it("followed, puts the work into the plan that it had said, to the minute", () => {
    const of = input();
    const { faults } = asked(of);
    const gentle = by(faults, "gentle/steps")!;
    const change = gentle.change as Extract<Fault["change"], { kind: "school" }>;
    expect(gentle).toMatchObject({
      advice: "take away",
      change: { partId: "gentle", school: "fill and sand" },
    });
    const then = {
      ...of,
      parts: of.parts.map((p) => (p.id === change.partId ? patchedPart(p, { school: change.school }) : p)),
    };
    const plan = makePlan(then);
    const treat = plan.work.steps.filter(
      (s) => s.id.startsWith("part:gentle/treat-") && s.insertedBy === null,
    );
    expect(treat.reduce((sum, s) => sum + s.handsMinutes.value, 0)).toBeCloseTo(gentle.minutes!.value, 6);
    expect(by(stopRule(plan, then).faults, "gentle/steps")).toMatchObject({ advice: "go on" });
  });
  it("is to stop where work is planned that passes anyhow, and leaving it wins just that", () => {
    const of = input(
      { theme: "ruined", tier: "play", viewingDistanceMm: 1500 },
      { parts: [part("steep", "gentle", { school: "fill and sand" })], joints: [] },
    );
    const plan = makePlan(of);
    const fault = by(stopRule(plan, of).faults, "steep/steps")!;
    expect(fault).toMatchObject({ advice: "stop here", change: { kind: "school", school: "live with it" } });
    const treat = plan.work.steps.filter((s) => s.id.includes("/treat-"));
    expect(treat.length).toBeGreaterThan(2);
    expect(fault.minutes!.value).toBeCloseTo(
      treat.reduce((sum, s) => sum + s.handsMinutes.value, 0),
      6,
    );
    const lean = makePlan({
      ...of,
      parts: of.parts.map((p) => patchedPart(p, { school: "live with it" })),
    });
    expect(lean.work.steps.some((s) => s.id.includes("/treat-"))).toBe(false);
  });
  it("leaves alone what is begun or done", () => {
    const of = input({}, { parts: [part("gentle", "gentle", { school: "fill and sand" })], joints: [] });
    const first = makePlan(of).work.steps.find((s) => s.id.includes("/treat-"))!;
    const begun = {
      ...of,
      records: [
        {
          id: "r",
          sceneId: "s",
          stepId: first.id,
          state: "done" as const,
          at: "2026-03-02T09:00",
          actualMinutes: 5,
          pieces: null,
          note: "",
        },
      ],
    };
    expect(by(asked(of).faults, "gentle/steps")).toMatchObject({ advice: "go on" });
    expect(by(asked(begun).faults, "gentle/steps")).toBeUndefined();
  });
  it("says how late the plan is, and nothing where there is no date", () => {
    expect(asked(input()).lateDays).toBeNull();
    // Due on the first day: late by every day that it ends after.
    const due = input({ finishBy: "2026-03-02" });
    const endsOnDay = Math.ceil(makePlan(due).totals.finishAt / 1440);
    expect(endsOnDay).toBeGreaterThan(1);
    expect(asked(due).lateDays).toBe(endsOnDay - 1);
    expect(asked(input({ finishBy: "2027-03-02" })).lateDays).toBe(0);
  });
});

describe("the curve", () => {
  it("falls from all that is seen to nothing, most for its minutes first", () => {
    const { faults } = asked(input());
    const points = stillSeen(faults);
    const areas = faults.filter((f) => f.cm2 !== null && f.light === "flat");
    expect(points).toHaveLength(areas.length + 1);
    expect(points[0]).toEqual({ minutes: 0, cm2: areas.reduce((sum, f) => sum + f.cm2!, 0) });
    expect(points.at(-1)!.cm2).toBeCloseTo(0, 9);
    for (let i = 1; i < points.length; i++) {
      expect(points[i]!.minutes).toBeGreaterThan(points[i - 1]!.minutes);
      expect(points[i]!.cm2).toBeLessThanOrEqual(points[i - 1]!.cm2);
    }
    const firstLeft = faults.findIndex((f) => !over(f));
    if (firstLeft >= 0) for (const f of faults.slice(firstLeft)) expect(over(f)).toBe(false);
    expect(stillSeen([])).toEqual([{ minutes: 0, cm2: 0 }]);
  });
  it("leaves an empty scene empty", () =>
    expect(asked(input({}, { parts: [], joints: [] })).faults).toEqual([]));
});

describe("what a fault is worth", () => {
  const fault = (times: number, cm2: number | null, minutes: number | null) =>
    worthOf({
      times: { value: times } as never,
      forgiven: 3,
      cm2,
      minutes: minutes === null ? null : ({ value: minutes } as never),
    });
  it("grows with its area and each doubling above what is forgiven, and falls with the minutes", () => {
    expect(fault(12, 5, 10)).toBeCloseTo((2 * 5) / 10, 9);
    expect(fault(12, 10, 10)).toBeCloseTo(2 * fault(12, 5, 10), 9);
    expect(fault(12, 5, 20)).toBeCloseTo(fault(12, 5, 10) / 2, 9);
    expect(fault(6, 5, 10)).toBeCloseTo(fault(12, 5, 10) / 2, 9);
  });
  it("is nothing under what is forgiven, and where no minutes help", () => {
    expect(fault(2, 5, 10)).toBe(0);
    expect(fault(12, 5, null)).toBe(0);
  });
});
