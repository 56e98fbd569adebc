import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, terrain } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { addDays, daysBetween, isIsoDate, weekdayOf } from "#core/plan/calendarDay";
import { staked } from "#core/plan/stakes";
import { finding, findingSeverities, stages } from "#core/plan/finding";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { testInput } from "#core/plan/testing";
import type { LogEntry } from "#core/scene/logEntry";
import type { Part } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";

const days = fc.integer({ min: 0, max: 40_000 }).map((n) => new Date(Date.UTC(1990, 0, 1 + n)));

describe("calendar days", () => {
  it("count as the calendar does, over leap years and back", () => {
    fc.assert(
      fc.property(days, fc.integer({ min: -2000, max: 2000 }), (date, n) => {
        const iso = date.toISOString().slice(0, 10);
        expect(weekdayOf(iso)).toBe(date.getUTCDay());
        expect(daysBetween(iso, addDays(iso, n))).toBe(n);
        expect(isIsoDate(addDays(iso, n))).toBe(true);
      }),
    );
  });
  it("are refused when they are none", () => {
    for (const text of ["", "2026-02-30", "2026-13-01", "26-01-01", "2026-1-1", "tomorrow"])
      expect(isIsoDate(text)).toBe(false);
  });
});

describe("findings", () => {
  it("are sorted worst first, then by stage, whatever their order was", () => {
    const all = findingSeverities.flatMap((severity) =>
      stages.map((stage) => finding(severity, stage, "board", "x", "c", "A sentence.")),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (mixed) => {
        const nothing = { parts: [], plates: [], work: { steps: [] } };
        expect(staked(mixed, nothing, 0).map((f) => f.id)).toEqual(all.map((f) => f.id));
      }),
      { numRuns: 20 },
    );
  });
});

const scene = newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" });
const part = (given: PartPatch): Part =>
  patchedPart(
    newPart({
      id: "p",
      sceneId: "s",
      name: "block",
      meshId: "block",
      size: { source: { kind: "full" } },
    }),
    given,
  );
const measurements = new Map([
  ["block", measureMesh(soupOf(box(40, 30, 20))).measurement],
  ["land", measureMesh(soupOf(terrain(30, 100, 2))).measurement],
]);
const workshop: Workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1260 }]), []],
};
const input = (given: Partial<PlanInput> = {}): PlanInput =>
  planInputOf({
    scene,
    workshop,
    parts: [part({})],
    measurements,
    now: { today: "2026-03-02", minute: 0, ms: 0 },
    ...given,
  });
const cost = (given: PartPatch) => makePlan(input({ parts: [part(given)] })).totals.cost.value;

describe("makePlan", () => {
  it("costs grow with the count and with the cube of the scale", () => {
    const one = cost({ print: { printerId: "bench-r" } });
    // Three lie on the same plate: the material is three times as dear, power and what stays in the vat are not.
    expect(cost({ print: { printerId: "bench-r" }, count: 3 })).toBeLessThan(3 * one);
    expect(cost({ print: { printerId: "bench-r" }, count: 3 })).toBeGreaterThan(2.5 * one);
    const half = makePlan(
      input({ scene: { ...scene, denominator: 2 }, parts: [part({ print: { printerId: "bench-r" } })] }),
    );
    expect(half.parts[0]!.body!.volumeMm3).toBeCloseTo(3000, 3);
  });
  it("keeps every number inside its own range", () => {
    const plan = makePlan(
      input({ parts: [part({}), part({ id: "q", name: "land", meshId: "land", count: 4 })] }),
    );
    for (const p of plan.parts)
      for (const c of p.candidates)
        for (const f of [
          c.all.minutes,
          c.all.grams,
          c.all.cost,
          c.surface.visible,
          c.surface.raking,
          c.surface.unseen,
        ]) {
          expect(f.low).toBeLessThanOrEqual(f.value + 1e-9);
          expect(f.high).toBeGreaterThanOrEqual(f.value - 1e-9);
          expect(Number.isFinite(f.value)).toBe(true);
        }
  });
  it("goes by the printer that was chosen, and says so", () => {
    const plan = makePlan(input({ parts: [part({ print: { printerId: "bench-r" } })] }));
    expect(plan.parts[0]!.chosen!.printer.id).toBe("bench-r");
    expect(plan.parts[0]!.reason).toBe("You chose this printer.");
  });
  it("learns from good runs of its own printer, never from simulated or failed ones", () => {
    const run = (given: Partial<LogEntry>): LogEntry => ({
      id: "l",
      kind: "run",
      key: "bench-f",
      what: "",
      at: "",
      sceneId: null,
      estimatedMinutes: 100,
      actualMinutes: 150,
      outcome: "good",
      cause: "",
      note: "",
      simulated: false,
      materialId: null,
      settings: {},
      ...given,
    });
    const minutes = (log: readonly LogEntry[]) =>
      makePlan(
        input({ parts: [part({ print: { printerId: "bench-f" } })], workshop: { ...input().workshop, log } }),
      ).parts[0]!.chosen!.one.minutes;
    const many = (given: Partial<LogEntry>) =>
      Array.from({ length: 12 }, (_, i) => run({ id: `l${i}`, ...given }));
    expect(minutes(many({})).value / minutes([]).value).toBeGreaterThan(1.25);
    expect(minutes(many({})).basis).toBe("learned");
    expect(minutes(many({ simulated: true })).value).toBe(minutes([]).value);
    expect(minutes(many({ key: "other" })).value).toBe(minutes([]).value);
  });
  it("keeps filament plates short enough that one failure does not cost a day", () => {
    const plan = makePlan(
      input({ parts: [part({ id: "q", meshId: "land", count: 8, print: { printerId: "bench-f" } })] }),
    );
    expect(plan.plates.length).toBeGreaterThan(1);
    for (const plate of plan.plates)
      if (plate.laid.length > 1) expect(plate.minutes.value).toBeLessThanOrEqual(20 * 60 + 10);
  });
  it("takes a resin plate as long as its tallest piece, however many lie on it", () => {
    const minutes = (count: number) =>
      makePlan(input({ parts: [part({ count, print: { printerId: "bench-r" } })] })).plates[0]!.minutes.value;
    expect(minutes(3)).toBeCloseTo(minutes(1), 6);
  });
  it("tells a part that hangs over the edge of the board", () => {
    const off = (xMm: number) =>
      makePlan(
        input({ parts: [part({ place: { placements: [{ xMm, yMm: 100, turnDeg: 0 }] } })] }),
      ).findings.some((f) => f.stage === "lay");
    expect(off(150)).toBe(false);
    expect(off(10)).toBe(true);
  });
  it("says how many days late the work ends", () => {
    const slow = part({
      scheme: [
        {
          id: "oil",
          kind: "shade",
          product: "oil wash",
          colour: null,
          method: "wash",
          coats: 1,
          coverage: 1,
          sheen: "matte",
        },
      ],
    });
    const late = makePlan(
      input({ scene: { ...scene, finishBy: "2026-03-03" }, parts: [slow] }),
    ).findings.find((f) => f.id.endsWith("late"));
    expect(late?.sentence).toMatch(/The work ends \d+ days? after/);
    expect(
      makePlan(input({ scene: { ...scene, finishBy: "2026-05-03" }, parts: [slow] })).findings.some((f) =>
        f.id.endsWith("late"),
      ),
    ).toBe(false);
  });
});

it("tells what of a plan is being made, in order, and no share twice", () => {
  const told: [string, number][] = [];
  makePlan(testInput(), [], planMemory(), (phase, share) => told.push([phase, share]));
  expect(told.map(([phase]) => phase)).toEqual([
    "parts and plates",
    "the order of work",
    "the calendar",
    "what it all comes to",
  ]);
  const shares = told.map(([, share]) => share);
  expect(shares).toEqual([...new Set(shares)].sort((a, b) => a - b));
  expect(shares[0]).toBe(0);
});
