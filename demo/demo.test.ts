import { patchedPart, printOf } from "#core/scene/part";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { leftOut } from "#core/plan/surface/leftOut";
import { printedShape } from "#core/plan/surface/printedShape";
import { faultKinds, foreseenFaults } from "#core/surface/foreseen";
import { beforeAll, describe, expect, it } from "vitest";
import { measureMesh, type MeshMeasurement } from "#core/mesh/measure";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { planInputOf } from "#core/scene/planInput";
import { makePlan, type Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import { sessionsOf } from "#core/order/sessions";
import { checkConstraints } from "#core/order/checkPlan";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { osierCarr, withySluice } from "#demo/scenes";
import { openSolids } from "#demo/solids";
import { demoLog, demoPaints, demoPrinters } from "#demo/workshop";
import { demoWorkshop as workshop } from "#demo/testing";
import { osierMeshes, withyMeshes } from "#demo/withyMeshes";

const today = "2026-01-05";
const measurements = new Map<string, MeshMeasurement>();
let input: PlanInput;
let plan: Plan;

beforeAll(async () => {
  const solids = await openSolids();
  for (const [name, mesh] of Object.entries<TriangleMesh>({ ...withyMeshes(solids), ...osierMeshes(solids) }))
    measurements.set(name, measureMesh(soupOf(mesh)).measurement);
  input = planInputOf({ ...withySluice(today), workshop, measurements, now: { today, minute: 540, ms: 0 } });
  plan = makePlan(input);
});

it("washes a bath of prints in one go, and everything that goes together", () => {
  const sessions = sessionsOf(plan.work.schedule.slots, plan.work.steps);
  const most = (action: string) =>
    Math.max(...sessions.filter((s) => s.steps[0]!.action === action).map((s) => s.steps.length));
  expect(most("wash resin")).toBeGreaterThanOrEqual(4);
  expect(most("cure")).toBeGreaterThanOrEqual(3);
  expect(sessions.length).toBeLessThan(0.8 * plan.work.schedule.slots.length);
});

describe("Withy Sluice", () => {
  const found = (text: RegExp) => plan.findings.find((f) => text.test(f.sentence));
  it.each([
    ["ruins", /Quay, long block, .* fits no bed/],
    ["ruins", /Tile clips has 0\.03 mm/],
    ["ruins", /Window goes down to .* Tank makes nothing under/],
    ["ruins", /Willow, large is set to be hollow with no drain/],
    ["weakens", /Cottage, roof half shows its layers plainly from 60 cm at 0\.2 mm/],
    ["weakens", /Punt is not closed/],
    ["weakens", /Footbridge spans .* Lay a wire/],
    ["wastes", /“Wall brown.*runs out in “paint the colour/],
    ["wastes", /matte varnish, solvent spray runs out/],
    ["ruins", /Alcohol turns that varnish white/],
    ["missing", /The lamp in Lamp post needs a resistor of 200 ohm/],
  ])("%s: finds %s by itself", (severity, text) => {
    expect(found(text as RegExp)?.severity).toBe(severity);
  });
  it("shows every kind of fault that is foreseen at least once", () => {
    const pieces = (p: PartPlan) =>
      plan.parts.filter((x) => printOf(x.part).pieceOf?.partId === p.part.id).length || 1;
    const kinds = plan.parts.flatMap((p) => {
      const shape = printedShape(p, pieces(p));
      return shape ? foreseenFaults(shape).map((f) => f.kind) : [];
    });
    const seen = new Set(kinds);
    // None of its parts is in pieces until it is cut.
    expect(faultKinds.filter((k) => k !== "cut seam" && !seen.has(k))).toEqual([]);
  });
  it("leaves out what the ground buries, and does it where there is no ground", () => {
    const left = leftOut(plan.parts, input);
    expect(left.some((l) => l.because.startsWith("under the "))).toBe(true);
    const bare = { ...input, grounds: [] };
    expect(leftOut(makePlan(bare).parts, bare).filter((l) => l.because.startsWith("under the "))).toEqual([]);
  });
  it("weighs about 2.5 kg by its own working", () => {
    expect(plan.boardGrams.value).toBeGreaterThan(2300);
    expect(plan.boardGrams.value).toBeLessThan(2800);
    expect(plan.boardGrams.working.length).toBeGreaterThan(3);
  });
  it("brings everything to one scale: the door is 27.5 mm, the keeper a grown man", () => {
    expect(plan.parts.find((p) => p.part.name === "Cottage, front wall")!.sizeMm![0]).toBeCloseTo(
      4600 / 72,
      1,
    );
    const keeper = plan.parts.find((p) => p.part.name === "Keeper")!.sizeMm![2] * 72;
    expect(keeper).toBeGreaterThan(1700);
    expect(keeper).toBeLessThan(1800);
    expect(plan.parts.find((p) => p.part.name === "Sluice gate")!.sizeMm![2]).toBeCloseTo(2500 / 72, 1);
    expect(plan.parts.find((p) => p.part.name === "Footbridge")!.sizeMm![0]).toBeCloseTo(5200 / 72, 1);
  });
  it("puts every copy of every printed part on a plate, once", () => {
    for (const p of plan.parts) {
      const pieces = p.chosen!.fit.kind === "cut" ? p.chosen!.fit.pieces.reduce((a, b) => a * b, 1) : 1;
      expect(plan.plates.flatMap((x) => x.laid).filter((l) => l.partId === p.part.id).length).toBe(
        p.part.count * pieces,
      );
    }
    expect(plan.runs.length).toBe(plan.plates.length);
  });
  it("breaks no promise of its order in its calendar, and starts nothing before its prints", () => {
    const starts = new Map(plan.work.schedule.slots.map((s) => [s.stepId, s.startsAt]));
    const ends = new Map(plan.work.schedule.slots.map((s) => [s.stepId, s.endsAt]));
    expect(checkConstraints(plan.work.sequence.constraints, starts, ends)).toEqual([]);
    expect(plan.work.schedule.slots.length).toBe(plan.work.steps.length);
    for (const s of plan.work.steps) expect(starts.get(s.id)!).toBeGreaterThanOrEqual(s.releaseAt - 1e-6);
    expect(plan.totals.finishAt).toBeGreaterThanOrEqual(plan.totals.boundAt);
  });
  it("does not depend on how its rows were listed", () => {
    const turned = makePlan({
      ...input,
      parts: [...input.parts].reverse(),
      joints: [...input.joints].reverse(),
      grounds: [...input.grounds].reverse(),
    });
    expect(turned.work.schedule.slots).toEqual(plan.work.schedule.slots);
    expect(turned.findings.map((f) => f.id)).toEqual(plan.findings.map((f) => f.id));
  });
  it("takes done steps out and keeps the waits they started", () => {
    const first = plan.work.schedule.slots[0]!.stepId;
    const later = makePlan({
      ...input,
      records: [
        {
          id: "r",
          sceneId: input.scene.id,
          stepId: first,
          state: "done",
          at: "2026-01-05T09:00",
          actualMinutes: 10,
          pieces: null,
          note: "",
        },
      ],
    });
    expect(later.work.schedule.slots.some((s) => s.stepId === first)).toBe(false);
    expect(later.work.schedule.slots.length).toBe(plan.work.schedule.slots.length - 1);
    expect(later.readiness.bench.settled).toBe(1);
  });
  it("says when there are no hours, no printers, no parts, and never throws", () => {
    expect(
      makePlan({ ...input, workshop: { ...workshop, hours: [[], [], [], [], [], [], []] } }).findings.some(
        (f) => f.sentence.includes("no working hours"),
      ),
    ).toBe(true);
    expect(
      makePlan({ ...input, workshop: { ...workshop, printers: [] } }).findings.some((f) =>
        f.sentence.includes("no printer in the workshop"),
      ),
    ).toBe(true);
    expect(makePlan({ ...input, parts: [], joints: [], grounds: [] }).work.steps).toEqual([]);
    expect(makePlan({ ...input, measurements: new Map() }).plates).toEqual([]);
  });
  it("asks for a size of parts without one, and for the scale of parts without one", () => {
    const part = patchedPart(input.parts[0]!, { id: "odd", place: { placements: [] }, scheme: [] });
    const plan = makePlan({
      ...input,
      joints: [],
      parts: [
        patchedPart(part, { made: "bought", meshId: null }),
        patchedPart(part, { id: "odder", size: { source: { kind: "unknown" }, unitSure: false } }),
        { ...part, id: "oddest", meshId: null },
      ],
    });
    expect(plan.findings.map((f) => f.id)).toEqual(
      expect.arrayContaining(["parts/part:odd/no-size", "parts/part:oddest/no-mesh"]),
    );
    expect(plan.parts.find((p) => p.part.id === "odder")!.held).toMatchObject({ because: "no scale" });
  });
  it("sees a feature that disagrees with the stated scale, and offers to go by it", () => {
    const lamp = input.parts.find((p) => p.name === "Lamp post")!;
    const wrong = makePlan({
      ...input,
      parts: [
        {
          ...lamp,
          size: {
            ...lamp.size,
            features: [{ featureId: "door-height", name: "door leaf, height", realMm: 1981, fileSize: 41.3 }],
          },
        },
      ],
    });
    const finding = wrong.findings.find((f) => f.id.endsWith("feature-door-height"))!;
    expect(finding.sentence).toMatch(/too big by 50 %/);
    expect(finding.mends[0]!.edit).toMatchObject({
      patch: { size: { source: { kind: "feature", fileSize: 41.3 } } },
    });
  });
});

describe("the demo's rows", () => {
  it("have the shapes that are asked of everyone's", () => {
    for (const { scene, parts, joints, grounds } of [withySluice(today), osierCarr(today)]) {
      expect(check(shapes.scenes, scene).ok).toBe(true);
      for (const p of parts) expect(check(shapes.parts, p), p.name).toMatchObject({ ok: true });
      for (const j of joints) expect(check(shapes.joints, j).ok).toBe(true);
      for (const g of grounds) expect(check(shapes.grounds, g).ok).toBe(true);
    }
    expect(demoPaints.length).toBe(31);
    expect(demoPrinters.length).toBe(3);
    expect(demoLog.filter((e) => e.kind === "run").length).toBe(12);
  });
  it("make forty cheap pieces in the second scene", () => {
    const osier = makePlan(
      planInputOf({ ...osierCarr(today), workshop, measurements, now: { today, minute: 540, ms: 0 } }),
    );
    expect(osier.parts.reduce((sum, p) => sum + p.part.count, 0)).toBe(40);
    expect(osier.totals.cost.value / 40).toBeLessThan(50);
  });
});
