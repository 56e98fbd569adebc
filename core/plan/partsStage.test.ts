import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { billOfParts, statesOf } from "#core/plan/stores/bill";
import { cutList } from "#core/plan/parts/cutList";
import { compareWays } from "#core/plan/parts/makeOrBuy";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { planPart } from "#core/plan/parts/planPart";
import { scaleAudit } from "#core/plan/rule/scaleAudit";
import { largestWholeRatio, scaleSweep } from "#core/plan/rule/scaleSweep";
import type { Part } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";

const scene = newScene({ id: "s", name: "Trial", denominator: 72, startOn: "2026-03-02" });
const workshop: Workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
};
const wall = measureMesh(soupOf(box(3600, 200, 2880))).measurement;
const ball = measureMesh(soupOf(sphere(500, 20, 30))).measurement;
const part = (given: PartPatch): Part =>
  patchedPart(
    newPart({
      id: "p",
      sceneId: "s",
      name: "wall",
      meshId: "wall",
      size: { source: { kind: "full" } },
    }),
    given,
  );
const measurementOf = (p: Part) => (p.meshId === "wall" ? wall : p.meshId === "ball" ? ball : null);
const planned = (given: PartPatch) =>
  planPart(part(given), measurementOf(part(given)), measurementOf(part(given)), scene, workshop);
const input = (...parts: Part[]): PlanInput =>
  planInputOf({
    scene,
    parts,
    workshop,
    measurements: new Map([
      ["wall", wall],
      ["ball", ball],
    ]),
    now: { today: "2026-03-02", minute: 0, ms: 0 },
  });

describe("the scale audit", () => {
  it("P12: says of bought figures of 28 mm in a scene at 1:72 that they stand 2.2 m tall here", () => {
    const bought = { made: "bought", meshId: null } as const;
    const figure = { kind: "figure", figureMm: 28, convention: "eye" } as const;
    const kit = planned({ ...bought, name: "guests", size: { boxMm: [12, 12, 30], source: figure } });
    const audit = scaleAudit([kit], 72);
    expect(audit.lines[0]).toMatchObject({ evidence: "figure size", advice: "buy another size" });
    expect(audit.lines[0]!.standsMm! / 1000).toBeCloseTo(2.2, 1);
    expect(audit.odd).toHaveLength(1);
    // The two that are meant to be so large, and what says nothing of a scale.
    const meant = planned({ ...bought, size: { boxMm: [12, 12, 30], source: figure, ownFactor: 1.25 } });
    expect(scaleAudit([meant], 72).lines[0]).toMatchObject({ advice: "a variant" });
    const untold = planned({ ...bought, size: { boxMm: [12, 12, 30], source: { kind: "unknown" } } });
    expect(scaleAudit([untold], 72).lines).toEqual([]);
    expect(scaleAudit([kit], 57.7).lines[0]!.advice).toBe("right");
  });
  it("finds the odd one by a feature of known size, and leaves what has its own size alone", () => {
    const audit = scaleAudit(
      [
        planned({
          id: "right",
          size: { features: [{ featureId: "door-height", name: "door", realMm: 1981, fileSize: 1981 }] },
        }),
        planned({
          id: "odd",
          size: {
            source: { kind: "ratio", denominator: 1 },
            features: [{ featureId: "door-height", name: "door", realMm: 1981, fileSize: 2400 }],
          },
        }),
        planned({ id: "clip", size: { source: { kind: "real-object" } } }),
        planned({ id: "unknown", size: { source: { kind: "unknown" } } }),
      ],
      72,
    );
    expect(audit.lines.map((l) => l.advice)).toEqual(["right", "rescale", "stays as it is", "say its scale"]);
    expect(audit.odd.map((l) => l.partId)).toEqual(["odd", "unknown"]);
    expect(audit.lines[1]!.offShare).toBeCloseTo(2400 / 1981 - 1, 9);
    expect(audit.spreadShare).toBeCloseTo(2400 / 1981 - 1, 9);
  });
  it("takes a variant for what it is", () => {
    expect(scaleAudit([planned({ size: { ownFactor: 1.2 } })], 72).lines[0]).toMatchObject({
      advice: "a variant",
    });
    expect(scaleAudit([planned({ size: { ownFactor: 1.2 } })], 72).lines[0]!.offShare).toBeCloseTo(0.2, 9);
  });
  it("does not mind the unit of the file", () => {
    const inches = planned({ size: { unitMm: 25.4, source: { kind: "ratio", denominator: 48 } } });
    expect(scaleAudit([inches], 72).lines[0]).toMatchObject({ drawnAt: 48, advice: "right" });
    expect(scaleAudit([inches], 72).lines[0]!.madeAt).toBeCloseTo(72, 9);
  });
});

describe("the scale sweep", () => {
  const lines = scaleSweep(input(part({})), [36, 72, 144]);
  it("follows the laws: walls with 1 / N, mass of a solid with its cube, area with its square", () => {
    expect(lines[0]!.thinnestMm! / lines[1]!.thinnestMm!).toBeCloseTo(2, 6);
    expect(lines[1]!.areaCm2 / lines[2]!.areaCm2).toBeCloseTo(4, 6);
    expect(lines[0]!.footprintCm2 / lines[2]!.footprintCm2).toBeCloseTo(16, 6);
    expect(lines[0]!.minutes.value).toBeGreaterThan(lines[1]!.minutes.value);
  });
  it("knows what fits whole", () => {
    const big = scaleSweep(input(part({})), [8])[0]!;
    expect(big.cut).toBe(1);
    expect(big.pieces).toBeGreaterThan(1);
    expect(lines[1]).toMatchObject({ whole: 1, cut: 0 });
  });
  it("finds the largest ratio at which all of it fits", () => {
    const largest = largestWholeRatio(input(part({}), part({ id: "b", name: "ball", meshId: "ball" })))!;
    expect(largest.tightest).toBe("wall");
    const at = (n: number) =>
      scaleSweep(input(part({}), part({ id: "b", name: "ball", meshId: "ball" })), [n])[0]!.cut;
    expect(at(largest.denominator * 1.001)).toBe(0);
    expect(at(largest.denominator * 0.98)).toBe(1);
    expect(largestWholeRatio(input())).toBe(null);
  });
});

describe("make, buy or build", () => {
  const other = {
    buyEachMinor: 400,
    buildEachMinor: 50,
    buildEachHours: 2,
    makeOnceHours: 3,
    hourWorthMinor: 500,
  };
  it("breaks even where both cost the same, and not one earlier", () => {
    const print = { eachMinor: 100, eachHours: 0.1 };
    const { breakEven } = compareWays(1, print, other, "EUR");
    const buy = breakEven.find((b) => b.against === "buy")!;
    expect(buy.count).toBe(Math.ceil(1500 / (400 - 150)));
    const together = (n: number, way: string) =>
      compareWays(n, print, other, "EUR").ways.find((w) => w.way === way)!.together.value;
    expect(together(buy.count!, "print")).toBeLessThanOrEqual(together(buy.count!, "buy"));
    expect(together(buy.count! - 1, "print")).toBeGreaterThan(together(buy.count! - 1, "buy"));
  });
  it("says when printing never pays, and puts the cheapest first", () => {
    const bench = "Cutting foam and wood wants 0.5 m² of bench and a blade: there is none here.";
    const cheap = { ...other, buildEachMinor: 1, buildEachHours: 0 };
    const barred = compareWays(3, { eachMinor: 100, eachHours: 0.1 }, cheap, "EUR", bench).ways;
    expect(compareWays(3, { eachMinor: 100, eachHours: 0.1 }, cheap, "EUR").ways[0]!.way).toBe(
      "build by hand",
    );
    expect(barred.at(-1)).toMatchObject({ way: "build by hand", lacks: bench });
    expect(barred[0]!.lacks).toBeNull();
    const { ways, breakEven } = compareWays(10, { eachMinor: 1000, eachHours: 0 }, other, "EUR");
    expect(breakEven.find((b) => b.against === "buy")!.count).toBe(null);
    expect(ways[0]!.way).toBe("buy");
  });
});

describe("the bill", () => {
  it("counts each copy in one state", () => {
    expect(statesOf(["printed", "spoilt", "in place", "printed"], 6)).toEqual({
      "to make": 2,
      printed: 2,
      spoilt: 1,
      finished: 0,
      "in place": 1,
    });
    expect(statesOf(["printed", "printed", "printed"], 2).printed).toBe(2);
  });
  it("has a line for every part with its source, whatever it is made of", () => {
    const lines = billOfParts([
      planned({
        count: 2,
        origin: {
          fileName: "wall.stl",
          from: "a shelf",
          licence: "own use",
          nativeScale: "1:1",
          priceMinor: 350,
        },
      }),
      planned({ id: "b", meshId: null, made: "bought", size: { boxMm: [10, 10, 10] } }),
      planned({
        id: "c",
        meshId: null,
        size: { boxMm: [90, 60, 40] },
        listing: {
          priceMinor: 1200,
          from: "a market",
          supports: "not told",
          smallestDetailMm: null,
          bought: false,
        },
      }),
    ]);
    expect(lines.map((l) => l.made)).toEqual([expect.any(String), "bought", "to buy"]);
    expect(lines[0]).toMatchObject({ count: 2, licence: "own use", priceMinor: 350, nativeScale: "1:1" });
    expect(lines[2]!.costMinor).toBe(1200);
  });
});

describe("what is cut from sheet and strip", () => {
  it("adds up: sheet by area, strip by length, and every side", () => {
    const list = cutList([
      {
        id: "a",
        form: "sheet",
        madeOf: null,
        material: "card",
        lengthMm: 100,
        widthMm: 50,
        thicknessMm: 1,
        count: 2,
      },
      {
        id: "b",
        form: "strip",
        madeOf: null,
        material: "styrene",
        lengthMm: 200,
        widthMm: 2,
        thicknessMm: 1,
        count: 3,
      },
    ]);
    expect(list.sheetCm2).toBe(100);
    expect(list.stripMm).toBe(600);
    expect(list.surfaceCm2).toBeCloseTo((2 * (2 * (5000 + 100 + 50)) + 3 * 2 * (400 + 200 + 2)) / 100, 9);
    expect(
      planned({
        meshId: null,
        made: "by hand",
        cutPieces: [
          {
            id: "a",
            form: "sheet",
            madeOf: null,
            material: "card",
            lengthMm: 100,
            widthMm: 50,
            thicknessMm: 1,
            count: 1,
          },
        ],
      }).areaCm2.value,
    ).toBeCloseTo(103, 6);
  });
});
