import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere, terrain } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { printBody } from "#core/print/body";
import { beadAreaMm2, beadSpacingMm, filamentGrams, moveSeconds } from "#core/print/bead";
import { filamentEstimate } from "#core/print/filamentEstimate";
import { quickFilamentWork } from "#core/print/filamentWork";
import { fitOn } from "#core/print/fit";
import { expectedRuns, recordOf, reprintOrRepair } from "#core/print/reprints";
import { resinEstimate, resinPlateMinutes, supportShare } from "#core/print/resinEstimate";
import { supportWork } from "#core/print/supports";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";

const bodyOf = (m: TriangleMesh, factor = 1) => printBody(measureMesh(soupOf(m)).measurement, factor);
const printed = (m: TriangleMesh, change: Partial<typeof testFilament> = {}, factor = 1, timeFactor = 1) => {
  const measurement = measureMesh(soupOf(m)).measurement;
  const body = printBody(measurement, factor);
  const printer = { ...testFilament, ...change };
  return filamentEstimate(
    body,
    quickFilamentWork(body, printer),
    supportWork(printer, measurement, factor),
    printer,
    testPla,
    timeFactor,
  );
};

describe("filament", () => {
  it("counts a bead's volume the same by area and by spacing", () => {
    expect(beadAreaMm2(0.45, 0.2)).toBeCloseTo(0.25 * 0.2 + Math.PI * 0.01, 12);
    expect(beadSpacingMm(0.45, 0.2) * 0.2).toBeCloseTo(beadAreaMm2(0.45, 0.2), 12);
  });
  it("weighs 86.92 m of 1.75 mm at 1.24 as 259 g", () => {
    expect(filamentGrams(86.92, 1.75, 1.24)).toBeCloseTo(259.2, 1);
  });
  it("moves without a jump where full speed is just reached", () => {
    const v = 60;
    const a = 1500;
    const l = (v * v) / a;
    expect(moveSeconds(l, v, a)).toBeCloseTo(moveSeconds(l - 1e-9, v, a), 6);
  });
  it("prints a solid prism as area x height within 2 %", () => {
    const e = printed(box(30, 20, 10), { infillShare: 1 });
    expect(e.millilitres.value / 6).toBeGreaterThan(0.98);
    expect(e.millilitres.value / 6).toBeLessThan(1.02);
    expect(e.layers).toBe(50);
    expect(filamentGrams(e.metres, 1.75, 1.24)).toBeCloseTo(e.grams.value, 6);
  });
  it("takes longer with thinner layers, more walls, more infill and more size", () => {
    const land = terrain(40, 60, 1);
    const minutes = (change: Partial<typeof testFilament>) => printed(land, change).minutes.value;
    expect(minutes({ layerMm: 0.1 })).toBeGreaterThan(1.5 * minutes({}));
    expect(minutes({ walls: 4 })).toBeGreaterThan(minutes({}));
    expect(minutes({ infillShare: 0.4 })).toBeGreaterThan(minutes({}));
    expect(printed(land, {}, 1.5).grams.value).toBeGreaterThan(printed(land).grams.value * 2);
  });
  it("never uses more plastic than the solid and its supports", () => {
    for (const m of [box(50, 50, 3), sphere(12, 30, 40), box(2, 2, 40)]) {
      const measurement = measureMesh(soupOf(m)).measurement;
      expect(printed(m).millilitres.value).toBeLessThanOrEqual(
        (Math.abs(measurement.volume) / 1000 + supportWork(testFilament, measurement, 1).ml) * 1.03,
      );
    }
  });
  it("puts a palm-sized flat plate at about an hour and a half (common practice)", () => {
    const e = printed(box(90, 90, 3));
    expect(e.minutes.value).toBeGreaterThan(45);
    expect(e.minutes.value).toBeLessThan(150);
  });
  it("shows what was learned and applies it", () => {
    const plain = printed(box(20, 20, 20));
    const learned = printed(box(20, 20, 20), {}, 1, 1.25);
    expect(learned.minutes.value / plain.minutes.value).toBeCloseTo(1.25, 6);
    expect(learned.minutes.basis).toBe("learned");
  });
});

describe("resin", () => {
  it("takes 5.83 h for 2000 layers of 10.5 s", () => {
    const printer = {
      ...testResin,
      exposureSeconds: 2.5,
      bottomExposureSeconds: 2.5,
      restSeconds: 2,
      liftMm: 6,
      liftSpeed: 2,
      retractSpeed: 2,
    };
    expect(resinPlateMinutes(100, printer).value / 60).toBeCloseTo(5.83, 2);
    expect(
      resinPlateMinutes(100, { ...printer, layerMm: 0.025 }).value / resinPlateMinutes(100, printer).value,
    ).toBeCloseTo(2, 6);
  });
  it("lifts in two stretches where it is told to", () => {
    const one = resinPlateMinutes(100, testResin).value;
    const two = resinPlateMinutes(100, { ...testResin, slowLiftMm: 3, slowLiftSpeed: 0.5 }).value;
    // 3 mm at 0.5 instead of 1.5 mm/s: 4 s more for each of 2000 layers.
    expect(two - one).toBeCloseTo((2000 * 4) / 60, 6);
  });
  it("needs less when hollow and never more than solid, and what the mesh says over what was reckoned", () => {
    const b = bodyOf(sphere(20, 40, 60));
    const ml = (
      hollow: { wallMm: number } | null,
      shell: { millilitres: number; thinnestMm: number } | null = null,
    ) =>
      resinEstimate(b, null, hollow && { ...hollow, drains: 2, holes: [] }, shell, testResin, testResinFluid)
        .millilitres.value;
    expect(ml({ wallMm: 2 })).toBeLessThan(0.5 * ml(null));
    expect(ml({ wallMm: 50 })).toBeCloseTo(ml(null), 9);
    expect(ml({ wallMm: 2 }, { millilitres: 8, thinnestMm: 2 })).toBeLessThan(ml({ wallMm: 2 }));
  });
  it("takes as long as its height and no longer for what lies beside, and longer on supports than flat", () => {
    const m = measureMesh(soupOf(box(20, 20, 20))).measurement;
    const minutes = (raised: boolean) =>
      resinEstimate(
        printBody(m, 1),
        supportWork(testResin, m, 1, raised),
        null,
        null,
        testResin,
        testResinFluid,
      ).minutes.value;
    expect(minutes(true)).toBeCloseTo(resinPlateMinutes(24, testResin).value, 9);
    expect(minutes(false)).toBeCloseTo(resinPlateMinutes(20, testResin).value, 9);
  });
  it("lets the support share fall from small to large without a jump", () => {
    expect(supportShare(5)).toBe(0.25);
    expect(supportShare(5.0001)).toBeCloseTo(0.25, 4);
    expect(supportShare(29.999)).toBeCloseTo(0.1, 4);
  });
});

describe("fit", () => {
  it("takes a part as it lies, turned, or cut", () => {
    expect(fitOn(testFilament, [210, 10, 10])).toEqual({ kind: "fits", turnDeg: 0 });
    expect(fitOn(testFilament, [270, 12, 10]).kind).toBe("fits");
    expect(fitOn(testFilament, [430, 60, 10])).toMatchObject({ kind: "cut", pieces: [3, 1, 1], overMm: 220 });
    expect(fitOn(testFilament, [10, 10, 260])).toMatchObject({ kind: "cut", pieces: [1, 1, 2] });
    expect(fitOn(testResin, [80, 130, 20])).toMatchObject({ kind: "fits", turnDeg: 90 });
  });
});

it("expects 1.33 runs of a machine nobody knows, and fewer as it proves itself", () => {
  const none = { good: 0, failed: 0 };
  // (1 - 0.2^8) / 0.8 with no record; a plate said to fail 74 times in 100 takes 3.5 runs, given up after eight.
  expect(expectedRuns(none, 0.2).value).toBeCloseTo(1.25, 4);
  expect(expectedRuns(none, 0.74).value).toBeCloseTo(3.5, 1);
  expect(expectedRuns({ good: 20, failed: 0 }, 0.2).value).toBeLessThan(1.05);
  expect(expectedRuns({ good: 2, failed: 5 }, 0.2).value).toBeGreaterThan(1.33);
  expect(expectedRuns({ good: 0, failed: 1e6 }, 0.2).value).toBeCloseTo(8, 3);
  for (const risk of [0.05, 0.2, 0.5, 0.9]) {
    const { low, value, high } = expectedRuns(none, risk);
    expect(low <= value && value <= high && low >= 1 && high <= 8).toBe(true);
  }
});

it("lets old failures fade and good runs stay", () => {
  const runs = (n: number, failedAt: number) =>
    Array.from({ length: n }, (_, i) => ({
      outcome: i === failedAt ? ("failed" as const) : ("good" as const),
    }));
  expect(recordOf(runs(10, 3))).toEqual({ good: 9, failed: 1 });
  expect(recordOf(runs(41, 0)).failed).toBeCloseTo(0.95 ** 20, 9);
  // Good runs fade as failures do.
  expect(recordOf(runs(21, -1)).good).toBeCloseTo(21, 9);
  expect(recordOf(runs(22, -1)).good).toBeCloseTo(21 + 0.95, 9);
  expect(recordOf([])).toEqual({ good: 0, failed: 0 });
});

describe("reprint or repair", () => {
  const case1 = {
    reprintMinutes: 300,
    reprintHandsMinutes: 20,
    reprintMinor: 150,
    repairHandsMinutes: 15,
    repairMinor: 20,
    repairHolds: 0.9,
    expectedRuns: 1.3,
    hourWorthMinor: 1200,
    currency: "EUR",
    slackMinutes: null,
    tier: "display",
    seen: true,
  } as const;
  it("counts only what is still to be spent, hands and all", () => {
    const advice = reprintOrRepair(case1);
    expect(advice.better).toBe("repair");
    expect(advice.reprint.value).toBeCloseTo(1.3 * (150 + 400), 9);
    expect(advice.repair.value).toBeCloseTo(20 + 300 + 0.1 * 715, 9);
    expect(reprintOrRepair({ ...case1, repairHandsMinutes: 60 }).better).toBe("reprint");
  });
  it("reprints what is for sale and seen, repairs what would be late or nobody sees", () => {
    expect(reprintOrRepair({ ...case1, tier: "for sale" }).better).toBe("reprint");
    expect(reprintOrRepair({ ...case1, tier: "for sale", seen: false }).better).toBe("repair");
    expect(reprintOrRepair({ ...case1, repairHandsMinutes: 60, slackMinutes: 200 }).better).toBe("repair");
    expect(reprintOrRepair({ ...case1, repairHandsMinutes: 60, slackMinutes: 4000 }).better).toBe("reprint");
    expect(
      reprintOrRepair({ ...case1, repairHandsMinutes: 60, tier: "play", seen: false }).reasons.at(-1),
    ).toMatch(/Nobody will see/);
  });
});
