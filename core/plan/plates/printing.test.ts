import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { isClear } from "#core/print/nest";
import { boundsOf } from "#core/print/nestShape";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { usableBed } from "#core/print/printer";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan, type Plan } from "#core/plan/plan";
import { SPACING_MM } from "#core/plan/plates/planPlates";
import { planMemory } from "#core/plan/planMemory";
import {
  keptForRepair,
  runEnded,
  simulatedEndMs,
  simulatedOutcome,
  startedRun,
} from "#core/plan/plates/plateRuns";
import type { Part } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";
import { proposedRecipe } from "#core/plan/plates/proposedRecipe";
import { settingsWhatIf } from "#core/plan/plates/settingsWhatIf";
import { whatIf } from "#core/plan/plates/whatIf";
import { pegStress, wholeOrCut } from "#core/plan/plates/wholeOrCut";

const shapesOf = new Map<string, TriangleMesh>([
  ["small", box(24, 18, 30)],
  ["large", box(180, 160, 12)],
  ["rod", box(9, 9, 68)],
]);
const measurements = new Map([...shapesOf].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]));
const small = { ...testFilament, id: "small-bed", name: "Small bed", bedMm: [120, 120, 120] as const };
const large = { ...testFilament, id: "large-bed", name: "Large bed" };
const evenings: Workshop["hours"] = [[], ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1320 }]), []];
const workshop: Workshop = {
  ...emptyWorkshop,
  printers: [small, large],
  materials: [testPla, testResinFluid],
  hours: evenings,
};
const scene = newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" });
const part = (given: PartPatch): Part =>
  patchedPart(
    newPart({
      id: "p",
      sceneId: "s",
      name: "block",
      meshId: "small",
      size: { source: { kind: "full" } },
    }),
    given,
  );
const input = (given: Partial<PlanInput> = {}): PlanInput =>
  planInputOf({
    scene,
    workshop,
    measurements,
    now: { today: "2026-03-02", minute: 600, ms: 1e12 },
    ...given,
  });
const thirty = [
  ...Array.from({ length: 28 }, (_, i) =>
    part({ id: `s${String(i).padStart(2, "0")}`, name: `small ${String(i).padStart(2, "0")}` }),
  ),
  part({ id: "l1", name: "large 1", meshId: "large" }),
  part({ id: "l2", name: "large 2", meshId: "large" }),
];

/** Every copy lies on a bed once, in it, and apart from its neighbours. */
function laidRight(plan: Plan) {
  for (const plate of plan.plates) {
    const [w, d] = usableBed(plate.printer);
    for (const [i, a] of plate.laid.entries()) {
      const b = boundsOf(a.lines);
      expect(Math.min(b.x0, b.y0)).toBeGreaterThan(-1e-6);
      expect(b.x1 <= w + 1e-6 && b.y1 <= d + 1e-6).toBe(true);
      for (const o of plate.laid.slice(i + 1))
        expect(isClear(a.lines, 0, 0, b, o.lines, 0, 0, SPACING_MM[plate.printer.process] - 0.01)).toBe(true);
    }
  }
}

describe("two unlike printers", () => {
  const plan = makePlan(input({ parts: thirty }));
  it("share thirty pieces, the small ones on the small bed as well, the large ones on the large bed alone", () => {
    expect(plan.plates.flatMap((p) => p.laid.map((l) => l.id)).sort()).toHaveLength(30);
    expect(new Set(plan.plates.flatMap((p) => p.laid.map((l) => l.id))).size).toBe(30);
    for (const p of plan.plates)
      if (p.laid.some((l) => l.partId.startsWith("l"))) expect(p.printer.id).toBe("large-bed");
    const minutes = (id: string) =>
      plan.plates.filter((p) => p.printer.id === id).reduce((s, p) => s + p.minutes.value, 0);
    expect(minutes("small-bed")).toBeGreaterThan(0);
    expect(minutes("small-bed") / (minutes("small-bed") + minutes("large-bed"))).toBeGreaterThan(0.3);
    laidRight(plan);
  });
  it("are done about as soon as the larger alone or sooner, and never before the bound", () => {
    const alone = makePlan(input({ parts: thirty, workshop: { ...workshop, printers: [large] } }));
    // Loads within a quarter of an hour of each other count as alike when they are shared out.
    expect(plan.printing.finishAt).toBeLessThanOrEqual(alone.printing.finishAt + 15);
    for (const p of [plan, alone])
      expect(p.printing.finishAt).toBeGreaterThanOrEqual(p.printing.boundAt - 1e-6);
  });
  it("do not overlap in time on one machine, and are set up and cleared while somebody is there", () => {
    for (const a of plan.runs) {
      for (const b of plan.runs)
        if (a !== b && a.printerId === b.printerId)
          expect(a.clearedAt <= b.setupAt + 1e-6 || b.clearedAt <= a.setupAt + 1e-6).toBe(true);
      for (const at of [a.setupAt, a.startsAt, a.clearedAt])
        expect(
          [1140, 1320].every((edge, i) => (i === 0 ? at % 1440 >= edge - 1e-6 : at % 1440 <= edge + 1e-6)),
        ).toBe(true);
    }
  });
});

describe("a part longer than the bed", () => {
  const beam = (lengthMm: number) => {
    const shapes = new Map([["beam", measureMesh(soupOf(box(lengthMm, 30, 20))).measurement]]);
    return makePlan(
      input({
        parts: [part({ meshId: "beam", name: "beam" })],
        measurements: shapes,
        workshop: { ...workshop, printers: [large] },
      }),
    );
  };
  const [width] = usableBed(large);
  it("is as risky as the boxes it falls into, not as the whole of it", () => {
    const cut = beam(1.9 * width);
    expect(cut.plates.flatMap((p) => p.risky)).toHaveLength(2);
    const half = beam(0.95 * width);
    for (const box of cut.plates.flatMap((p) => p.risky)) {
      expect(box.baseMm).toBeCloseTo(half.plates[0]!.risky[0]!.baseMm, 6);
      expect(box.slender).toBeCloseTo(half.plates[0]!.risky[0]!.slender, 6);
    }
  });
  it("brings no work at all where it would fall into more boxes than anybody cuts", () => {
    const many = beam(70 * width);
    expect(many.parts[0]!.held?.sentence).toMatch(/nothing is planned for it until then/);
    expect(many.findings).toEqual([]);
    expect(many.plates).toEqual([]);
    expect(many.work.steps).toEqual([]);
    expect(many.stores).toEqual([]);
    expect(many.totals.handsMinutes.value).toBe(0);
    expect(beam(2.5 * width).work.steps.length).toBeGreaterThan(0);
  });
});

describe("a plan made again", () => {
  it("lays only the plates that a change touches", () => {
    const memory = planMemory();
    const first = makePlan(input({ parts: thirty }), [], memory);
    const began = memory.laidAnew;
    expect(began).toBeGreaterThan(0);
    makePlan(input({ parts: thirty }), [], memory);
    expect(memory.laidAnew).toBe(began);
    // A smaller bed for the small printer: what lies on the large one is not laid again unless pieces come
    // over to it.
    const smaller = { ...small, bedMm: [90, 90, 120] as const };
    const second = makePlan(
      input({ parts: thirty, workshop: { ...workshop, printers: [smaller, large] } }),
      [],
      memory,
    );
    laidRight(second);
    const of = (plan: Plan, id: string) =>
      plan.plates
        .filter((p) => p.printer.id === id)
        .map((p) => p.contents)
        .sort();
    const kept = of(first, "large-bed").filter((c) => of(second, "large-bed").includes(c));
    expect(of(second, "small-bed").length).toBeGreaterThanOrEqual(of(first, "small-bed").length);
    if (kept.length === of(first, "large-bed").length)
      expect(memory.laidAnew - began).toBeLessThan(began + of(second, "small-bed").length);
    // The same with nothing remembered: a memory changes how long it takes and nothing else.
    expect(second.plates).toEqual(
      makePlan(input({ parts: thirty, workshop: { ...workshop, printers: [smaller, large] } })).plates,
    );
  });
  it("does not depend on how its rows were listed", () => {
    const a = makePlan(input({ parts: thirty }));
    const b = makePlan(input({ parts: [...thirty].reverse() }));
    expect(b.plates).toEqual(a.plates);
    expect(b.runs).toEqual(a.runs);
  });
});

describe("other open scenes", () => {
  const mine = input({
    parts: [part({ id: "a", name: "mine", count: 4 })],
    workshop: { ...workshop, printers: [large] },
  });
  const theirs = (aside: boolean) =>
    planInputOf({
      ...mine,
      scene: newScene({ id: "t", name: "Other", denominator: 1, startOn: "2026-03-02", aside }),
      parts: [part({ id: "b", sceneId: "t", name: "theirs", meshId: "large", count: 2 })],
    });
  it("take hours of the same machine, unless they are set aside", () => {
    const alone = makePlan(mine);
    const beside = makePlan(mine, [theirs(false)]);
    const aside = makePlan(mine, [theirs(true)]);
    expect(beside.otherRuns.length).toBeGreaterThan(0);
    for (const o of beside.otherRuns)
      for (const r of beside.runs)
        expect(o.run.clearedAt <= r.setupAt + 1e-6 || r.clearedAt <= o.run.setupAt + 1e-6).toBe(true);
    expect(aside.otherRuns).toEqual([]);
    expect(aside.runs).toEqual(alone.runs);
    expect(beside.plates.every((p) => p.sceneId === "s")).toBe(true);
  });
});

describe("a run", () => {
  const parts = [part({ id: "a", name: "post", meshId: "rod", count: 3 })];
  const base = input({ parts, workshop: { ...workshop, printers: [large] } });
  const plate = makePlan(base).plates[0]!;
  const run = startedRun(plate, {
    id: "r",
    atMs: 1e12,
    fate: { failsAtShare: 0.5, cause: "tipped", lostPieceIds: [plate.laid[0]!.id] },
    speed: 3600,
    gate: { skipped: true, ticked: [] },
  });
  it("keeps its plate as it was while it goes on, and its pieces are on no other plate", () => {
    const plan = makePlan({ ...base, runs: [run] });
    expect(plan.plates).toHaveLength(1);
    expect(plan.plates[0]!.running?.id).toBe("r");
  });
  it("on a simulated machine ends by its own clock, even if nobody looked, and tells the log", () => {
    expect(simulatedOutcome(run, 1e12, "2026-03-02T19:00")).toBeNull();
    const end = simulatedEndMs(run);
    const outcome = simulatedOutcome(run, end + 1, "2026-03-02T20:00")!;
    expect(end - 1e12).toBeCloseTo(
      ((run.warmMinutes + 0.5 * (run.minutes - run.warmMinutes)) / 3600) * 60_000,
      3,
    );
    const changes = runEnded(run, parts, outcome);
    expect(changes.entry).toMatchObject({
      simulated: true,
      outcome: "failed",
      cause: "tipped",
      sceneId: "s",
    });
    expect(changes.entry.settings.gateSkipped).toBe(1);
    expect(changes.parts[0]!.history.copies.filter((c) => c === "spoilt")).toHaveLength(1);
    expect(changes.parts[0]!.history.copies.filter((c) => c === "printed")).toHaveLength(2);
    // The spoilt one is planned again, alone; kept for repair it is not.
    const again = makePlan({ ...base, parts: changes.parts });
    expect(again.plates.flatMap((p) => p.laid)).toHaveLength(1);
    const copy = changes.parts[0]!.history.copies.indexOf("spoilt");
    expect(makePlan({ ...base, parts: [keptForRepair(changes.parts[0]!, copy)] }).plates).toEqual([]);
  });
  it("that failed raises what is expected of the next, and a simulated one does not", () => {
    const log = (simulated: boolean) =>
      Array.from({ length: 4 }, (_, i) =>
        newLogEntry({
          id: `l${i}`,
          kind: "run",
          key: "large-bed",
          what: "x",
          at: "2026-03-01T10:00",
          estimatedMinutes: 60,
          actualMinutes: 30,
          outcome: "failed",
          cause: "tipped",
          simulated,
        }),
      );
    const runs = (l: ReturnType<typeof log>) =>
      makePlan({ ...base, workshop: { ...base.workshop, log: l } }).plates[0]!.runs.value;
    expect(runs(log(false))).toBeGreaterThan(runs([]) + 0.2);
    expect(runs(log(true))).toBe(runs([]));
  });
});

describe("what if", () => {
  const base = input({ parts: thirty });
  it("sets a second machine against the plan as it is, with the same figures as that plan", () => {
    const lines = whatIf(base, []);
    const plan = makePlan(base);
    expect(lines[0]).toMatchObject({
      what: "As it is",
      finishAt: plan.totals.finishAt,
      machineMinutes: plan.totals.machineMinutes.value,
    });
    const second = lines.find((l) => l.what.startsWith("A second"))!;
    expect(second.printedAt).toBeLessThanOrEqual(lines[0]!.printedAt);
    const fine = lines.filter((l) => /at 0\.1 mm/.test(l.what));
    expect(fine.length).toBeGreaterThan(0);
    for (const l of fine) expect(l.machineMinutes).toBeGreaterThan(lines[0]!.machineMinutes);
  });
  it("tells what one setting does: half the layers nearly double the time, a wall more costs material", () => {
    const lines = settingsWhatIf(base, "l1", testFilament.id);
    expect(lines.find((l) => l.what.includes("0.1 mm"))!.minutesShare).toBeGreaterThan(1.5);
    // As thick as three quarters of the nozzle lays, and not thicker.
    expect(lines.find((l) => l.what === "layers of 0.3 mm")!.minutesShare).toBeLessThan(0.9);
    const wall = lines.find((l) => l.what === "one more wall")!;
    expect(wall.gramsShare).toBeGreaterThan(1);
    // One wall more of the walls and fill that it has: never twice the part.
    expect(wall.gramsShare).toBeLessThan(2);
    expect(settingsWhatIf(base, "gone", testFilament.id)).toEqual([]);
  });
  it("asks of the machine that the plan has a part on, and not of its own favourite", () => {
    const two = { ...base, workshop: { ...base.workshop, printers: [testFilament, testResin] } };
    for (const { id, name } of [testFilament, testResin])
      expect(proposedRecipe(two, "l1", id)).toMatchObject({ printerId: id, printerName: name });
    expect(settingsWhatIf(two, "l1", testResin.id).some((l) => /exposure/.test(l.what))).toBe(true);
  });
});

describe("whole or cut", () => {
  it("shortens the longest run, and counts the gluing", () => {
    const p = makePlan(input({ parts: [part({ meshId: "large" })] })).parts[0]!;
    const [whole, cut] = wholeOrCut(p, p.chosen!, [{ sectionMm2: 160 * 12, seamMm: 344 }], 2, []);
    expect(whole!.possible).toBe(true);
    expect(cut!.longestMinutes).toBeLessThan(0.7 * whole!.longestMinutes);
    expect(cut!.minutes).toBeGreaterThan(whole!.minutes);
    expect(cut!.gluingMinutes).toBeCloseTo(7 + 34.4 * 0.6, 6);
    expect(whole!.gluingMinutes).toBe(0);
  });
  it("weighs a piece on its pegs: 100 g on two of 5 mm is 25 kPa", () => {
    expect(pegStress(100, 2, 2.5, 15).mpa).toBeCloseTo(0.981 / (2 * Math.PI * 6.25), 9);
    expect(pegStress(100_000, 2, 2.5, 15).holds).toBe(false);
    expect(pegStress(100, 0, 2.5, 15).mpa).toBe(0);
  });
});

describe("printers that cannot be", () => {
  const say = (
    printers: Workshop["printers"],
    parts: readonly Part[] = [part({})],
    given: Partial<PlanInput> = {},
  ) => makePlan(input({ parts, workshop: { ...workshop, printers }, ...given }));
  it("never break the plan: beds of no size, speeds of nothing, no hours, days long past", () => {
    for (const printer of [
      { ...large, bedMm: [0, 0, 0] as const },
      { ...large, bedMm: [4, 4, 4] as const },
      {
        ...large,
        wallSpeed: 0,
        infillSpeed: 0,
        travelSpeed: 0,
        firstLayerSpeed: 0,
        acceleration: 0,
        flowLimit: 0,
      },
      { ...testResin, liftSpeed: 0, retractSpeed: 0 },
    ]) {
      const plan = say([printer]);
      expect(plan.findings.length).toBeGreaterThan(0);
      for (const p of plan.plates) expect(Number.isNaN(p.minutes.value)).toBe(false);
    }
    expect(
      say([large], [part({})], {
        workshop: { ...workshop, printers: [large], hours: emptyWorkshop.hours },
      }).findings.some((f) => f.id.endsWith("no-hours")),
    ).toBe(true);
    const past = say([large], [part({})], {
      scene: { ...scene, startOn: "2019-01-01", finishBy: "2019-02-01" },
    });
    expect(past.runs.every((r) => r.setupAt >= 600)).toBe(true);
    expect(past.findings.some((f) => f.stage === "order" || f.stage === "lay")).toBe(true);
  });
  it("say when a part could not be cut small enough", () => {
    const tiny = { ...large, bedMm: [40, 40, 40] as const };
    const plan = say(
      [tiny],
      [
        part({
          meshId: "large",
          size: { ownFactor: 4 },
          place: { placements: [{ xMm: 0, yMm: 0, turnDeg: 0 }] },
        }),
      ],
    );
    expect(plan.parts[0]!.held).toMatchObject({ because: "too many pieces" });
    expect(plan.parts[0]!.held!.sentence).toMatch(/would take \d+ pieces on Large bed; up to 64 are cut/);
  });
});

describe("what sets the size of other pieces (O52)", () => {
  const sash = part({ id: "sash", name: "sash" });
  const sill = part({ id: "sill", name: "sill" });
  const frame = part({ id: "frame", name: "frame", setsSizes: true });
  const lone = part({ id: "lone", name: "lone" });
  const joint = (id: string, partIds: readonly string[]) => ({
    id,
    sceneId: "s",
    name: id,
    partIds,
    fit: "slide" as const,
    gapInFileMm: 0.3,
    glue: null,
    count: 1,
    shows: false,
  });
  const made = (given: Partial<PlanInput> = {}) =>
    makePlan(input({ parts: [frame, sash, sill, lone], joints: [joint("j1", ["frame", "sash"])], ...given }));
  const plateOf = (plan: Plan, id: string) => plan.plates.find((p) => p.laid.some((l) => l.partId === id))!;
  const runOf = (plan: Plan, id: string) => plan.runs.find((r) => r.plateId === plateOf(plan, id).id)!;
  it("is on a plate of its own, and off its bed before what is fitted to it is set up", () => {
    const plan = made();
    expect(plateOf(plan, "frame").laid.map((l) => l.partId)).toEqual(["frame"]);
    expect(runOf(plan, "sash").setupAt).toBeGreaterThanOrEqual(runOf(plan, "frame").clearedAt);
    expect(plan.findings.some((f) => f.id.includes("sized-"))).toBe(false);
  });
  it("holds back only what meets it: without the joint, or where both set sizes, nothing waits", () => {
    const separate = made({ joints: [] });
    expect(plateOf(separate, "frame").laid.length).toBeGreaterThan(1);
    const both = made({ parts: [frame, { ...sash, setsSizes: true }, sill, lone] });
    expect(both.plates.flatMap((p) => p.laid)).toHaveLength(4);
    expect(both.findings.some((f) => f.id.includes("sized-"))).toBe(false);
  });
  it("is waited for by what is built to it by hand as well", () => {
    const built = part({
      id: "sash",
      name: "sash",
      made: "by hand",
      meshId: null,
      size: { boxMm: [20, 3, 30] },
      scheme: [
        {
          id: "c",
          kind: "colour",
          colour: { kind: "paint", id: "pot" },
          product: "acrylic",
          method: "brush",
          coats: 1,
          coverage: 1,
          sheen: "matte",
        },
      ],
    });
    const plan = made({ parts: [frame, built] });
    const first = (id: string, p = plan) =>
      Math.min(
        ...p.work.schedule.slots.filter((s) => s.stepId.startsWith(`part:${id}/`)).map((s) => s.startsAt),
      );
    expect(first("sash")).toBeGreaterThanOrEqual(runOf(plan, "frame").clearedAt);
    expect(first("sash", made({ parts: [frame, built], joints: [] }))).toBeLessThan(
      runOf(plan, "frame").clearedAt,
    );
  });
  it("is told where the builder lays both on one bed by hand", () => {
    const free = made({ joints: [] });
    const plate = plateOf(free, "frame");
    const plan = made({
      layouts: [
        {
          id: "l",
          sceneId: "s",
          printerId: plate.printer.id,
          position: 0,
          laid: plate.laid.map(({ id, xMm, yMm, turnDeg }) => ({ id, xMm, yMm, turnDeg })),
        },
      ],
    });
    const sized = plan.findings.filter((f) => f.id.includes("sized-frame"));
    expect(sized.map((f) => [f.about, f.severity])).toEqual([["part:sash", "ruins"]]);
    expect(sized[0]!.sentence).toMatch(/sash is fitted to frame and lies with it on plate 1.*O52/);
  });
});
