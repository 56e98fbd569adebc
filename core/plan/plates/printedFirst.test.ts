import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { extruded } from "#core/mesh/extrude";
import { isClosed, meshHealth } from "#core/mesh/health";
import { boundingBox, boxSize, soupOf } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { makePlan } from "#core/plan/plan";
import { printedFirst } from "#core/plan/plates/printedFirst";
import { testInput } from "#core/plan/testing";
import { exposurePiece, openingWidthsMm } from "#core/print/exposurePiece";
import { openingsFor, type OpeningReading } from "#core/print/openings";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { newPart, type PartPatch } from "#core/scene/part";

/** A panel of twelve lines, 0.25 mm wide and 1 mm deep, 5 mm apart. */
const lines = Array.from({ length: 12 }, (_, i) => 62.5 - 5 * i).flatMap((x) => [
  ...[x, 4, x, 3, x - 0.25, 3, x - 0.25, 4],
]);
const panel = extruded([[0, 0, 66, 0, 66, 4, ...lines, 0, 4]], 0, 20);
const measurements = new Map(
  [
    ["b", box(20, 20, 10)] as const,
    ["panel", panel] as const,
    ["palette", box(90, 60, 6)] as const,
    ["piece", exposurePiece()] as const,
  ].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]),
);
const part = (id: string, given: PartPatch = {}) =>
  newPart({ id, sceneId: "s", name: id, meshId: "b", size: { source: { kind: "real-object" } }, ...given });
const trial = { name: "Exposure piece", meshId: "piece", print: { process: "resin" as const } };
const exposure = part("trial", { ...trial, tool: { kind: "exposure piece" } });
const resinPart = part("figure", { print: { process: "resin" } });
const wall = part("wall", { print: { process: "filament" } });
const planOf = (parts: ReturnType<typeof part>[], given: Partial<Parameters<typeof testInput>[0]> = {}) =>
  makePlan(testInput({ parts, joints: [], measurements, ...given }));

describe("T17: tools and trials as print jobs", () => {
  it("puts a palette on tonight's plate, beside what is printed then, and paints it not", () => {
    const palette = part("palette", {
      meshId: "palette",
      tool: { kind: "palette" },
      print: { process: "filament" },
    });
    const plan = planOf([wall, palette]);
    const [plate] = plan.plates;
    expect(plan.plates).toHaveLength(1);
    expect(plate!.laid.map((l) => l.partId).toSorted()).toEqual(["palette", "wall"]);
    expect(plate!.first).toBe(true);
    const of = plan.parts.find((p) => p.part.id === "palette")!;
    expect(of.treatment).toBeNull();
    expect(of.chosen!.all.minutes.value).toBeGreaterThan(20);
    expect(
      plan.work.steps.filter((s) => s.action === "prime" && s.targets.join().includes("palette")),
    ).toEqual([]);
    const run = plan.runs.find((r) => r.plateId === plate!.id)!;
    expect(run.startsAt).toBe(Math.min(...plan.runs.map((r) => r.startsAt)));
  });
  it("prints an exposure piece before the parts in its resin, and nothing waits for it when it is off", () => {
    const plan = planOf([resinPart, wall, exposure]);
    expect([...printedFirst(plan.parts, []).entries()].map(([id, by]) => [id, [...by]])).toEqual([
      ["figure", ["trial"]],
    ]);
    const plateWith = (id: string) => plan.plates.find((p) => p.laid.some((l) => l.partId === id))!;
    const runOf = (id: string) => plan.runs.find((r) => r.plateId === plateWith(id).id)!;
    expect(plateWith("trial").id).not.toBe(plateWith("figure").id);
    expect(runOf("figure").startsAt).toBeGreaterThanOrEqual(runOf("trial").clearedAt);
    const done = { ...exposure, history: { ...exposure.history, copies: ["printed" as const] } };
    expect(printedFirst(planOf([resinPart, wall, done]).parts, []).size).toBe(0);
  });
  it("lets a part wait for its trial though a palette lies beside it", () => {
    const palette = part("palette", {
      meshId: "palette",
      tool: { kind: "palette" },
      print: { process: "resin" },
    });
    const plan = planOf([resinPart, exposure, palette]);
    const runOf = (id: string) => {
      const plate = plan.plates.find((p) => p.laid.some((l) => l.partId === id))!;
      return plan.runs.find((r) => r.plateId === plate.id)!;
    };
    expect(runOf("figure").startsAt).toBeGreaterThanOrEqual(runOf("trial").clearedAt);
  });
  it("prints the trial of a fit before what is joined by that fit on its machine", () => {
    const coupon = part("coupon", { tool: { kind: "coupon", fit: "snug" }, print: { process: "filament" } });
    const joint = {
      ...{ id: "j", sceneId: "s", name: "Joint", partIds: ["wall", "figure"], fit: "snug" as const },
      ...{ gapInFileMm: 0.2, glue: null, count: 1, shows: false },
    };
    const { parts } = planOf([resinPart, wall, coupon], { joints: [joint] });
    const waits = printedFirst(parts, [joint]);
    // The figure is of resin: what a strip of filament tells says nothing of it.
    expect([...waits.keys()]).toEqual(["wall"]);
    expect(printedFirst(parts, [{ ...joint, fit: "press" }]).size).toBe(0);
  });
});

describe("T17: what stays open", () => {
  const reading = (given: Partial<OpeningReading> = {}): OpeningReading => ({
    ...{ at: "2026-03-01T10:00", materialId: null, exposureSeconds: 3, grooveMm: 0.4, slotMm: 0.4 },
    ...given,
  });
  const flooded = (openings: readonly OpeningReading[], exposureSeconds: number) => {
    const { workshop } = testInput();
    const panelled = part("panel", { meshId: "panel", print: { process: "resin" } });
    const printers = [testFilament, { ...testResin, exposureSeconds, openings }];
    const plan = planOf([panelled], {
      workshop: { ...workshop, printers, materials: [testPla, testResinFluid] },
    });
    return plan.findings.find((f) => f.cause === "floods")?.sentence;
  };
  it("names 12 lines of 0.25 mm where the groove of 0.3 mm closed at 3.0 s", () => {
    expect(flooded([reading()], 3)).toMatch(
      /^panel: 12 lines of 0\.25 mm will fill: at 3 s nothing narrower than 0\.40 mm stayed open/,
    );
    expect(flooded([reading({ grooveMm: 0.2 })], 3)).toBeUndefined();
  });
  it("says nothing of another exposure or another resin, and goes by what was read last", () => {
    expect(flooded([reading()], 2.4)).toBeUndefined();
    expect(flooded([reading({ materialId: "another" })], 3)).toBeUndefined();
    expect(flooded([reading(), reading({ grooveMm: 0.15 })], 3)).toBeUndefined();
    expect(openingsFor({ exposureSeconds: 3 }, null)).toBeNull();
  });
  it("is read on a piece that is closed, flat on the bed, with every width in it", () => {
    const piece = exposurePiece();
    expect(isClosed(meshHealth(piece, findTwins(piece)))).toBe(true);
    expect(boxSize(boundingBox(piece.positions))).toEqual([36, 16, 3]);
    const { slits } = measurements.get("piece")!;
    expect(slits[0]!.thickness).toBeCloseTo(openingWidthsMm[0], 2);
  });
});
