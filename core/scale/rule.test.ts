import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { featuresWith, referenceFeatures } from "#core/scale/features";
import { ledgerLine } from "#core/scale/ledger";
import { readLedgerCsv, writeLedgerCsv } from "#core/scale/ledgerCsv";
import { neighbourScales } from "#core/scale/namedScales";
import { guessUnit } from "#core/scale/unitGuess";

const filament = { process: "filament", nozzleMm: 0.4, layerMm: 0.2 } as const;
const resin = { process: "resin", pixelMm: 0.05, layerMm: 0.05 } as const;

describe("the ledger", () => {
  it("brings a height to whole layers", () => {
    const line = ledgerLine(1981, "height", 72, filament);
    expect(line.drawMm).toBeCloseTo(27.514, 3);
    expect(line.step).toEqual({ what: "layer", sizeMm: 0.2, count: 138 });
    expect(line.errorRealMm).toBeCloseTo((138 * 0.2 - 1981 / 72) * 72, 6);
  });
  it("brings a thin wall to whole lines and leaves a wide one as it is", () => {
    expect(ledgerLine(45, "bed", 72, filament).step).toMatchObject({ what: "line", count: 1 });
    expect(ledgerLine(5000, "bed", 72, filament)).toMatchObject({ errorRealMm: 0, step: { what: "none" } });
    expect(ledgerLine(45, "bed", 72, resin).step).toMatchObject({ what: "pixel", count: 13 });
  });
  it("is never off by more than half a step, once there is a step of it at all", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 50_000, noNaN: true }),
        fc.constantFrom("bed" as const, "height" as const),
        fc.constantFrom(filament, resin),
        fc.integer({ min: 10, max: 200 }),
        (real, along, printer, n) => {
          const { drawMm, madeMm, step, errorRealMm } = ledgerLine(real, along, n, printer);
          expect(errorRealMm).toBeCloseTo((madeMm - drawMm) * n, 6);
          if (drawMm >= step.sizeMm / 2)
            expect(Math.abs(madeMm - drawMm)).toBeLessThanOrEqual(step.sizeMm / 2 + 1e-9);
          else expect(madeMm).toBe(step.sizeMm);
        },
      ),
    );
  });
  it("goes out as CSV and comes back, whatever the names are", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            name: fc
              .string({ minLength: 1, maxLength: 20 })
              .map((s) => s.trim())
              .filter((s) => s !== "" && !/^[=+\-@\t\r]/.test(s)),
            realMm: fc.integer({ min: 1, max: 1_000_000 }).map((v) => v / 100),
            along: fc.constantFrom("bed" as const, "height" as const),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (entries) => {
          const back = readLedgerCsv(writeLedgerCsv(entries));
          expect(back).toEqual({ ok: true, value: entries });
        },
      ),
    );
  });
  it("reads feet, semicolons and a missing direction", () => {
    expect(readLedgerCsv(`Name;Real\nDoor;6'6"\n`)).toEqual({
      ok: true,
      value: [{ name: "Door", realMm: expect.closeTo(1981.2, 6), along: "bed" }],
    });
  });
  it("names every line that is wrong and takes none", () => {
    const outcome = readLedgerCsv("name,real,along\n,3 m,bed\nsill,banana,bed\npost,2 m,sideways\n");
    expect(outcome.ok ? [] : outcome.problems.map((p) => p.path)).toEqual([
      ["line", 2],
      ["line", 3],
      ["line", 4],
    ]);
    expect(readLedgerCsv("").ok).toBe(false);
  });
});

describe("neighbouring scales", () => {
  it("say what a 1:76 part looks like in a 1:72 scene", () => {
    const four = neighbourScales(72).find((n) => n.scale.denominator > 76 && n.scale.denominator < 77)!;
    expect(four.largerShare).toBeCloseTo(72 / 76.2 - 1, 9);
    expect(four.adultOffMm).toBeCloseTo(1750 / 76.2 - 1750 / 72, 9);
  });
  it("are nearest first, and the scale itself is the first", () => {
    const near = neighbourScales(87).map((n) => Math.abs(n.largerShare));
    expect(near[0]).toBe(0);
    expect(near).toEqual([...near].sort((a, b) => a - b));
  });
});

describe("the unit of a file that has none", () => {
  it.each([
    [120, "millimeter"],
    [3, "inch"],
    [0.2, "inch"],
    [0.05, "meter"],
    [5000, "millimeter"],
  ])("of a thing %s long is taken for %s", (longest, unit) => {
    const [first, ...rest] = guessUnit(longest);
    expect(first).toMatchObject({ unit, likely: true });
    expect(rest.length).toBe(3);
    expect(rest.every((g) => !g.likely)).toBe(true);
  });
});

describe("reference features", () => {
  it("have a range, a source and a name of their own", () => {
    expect(new Set(referenceFeatures.map((f) => f.id)).size).toBe(referenceFeatures.length);
    for (const f of referenceFeatures) {
      expect(f.lowMm).toBeLessThan(f.highMm);
      expect(f.source.length).toBeGreaterThan(5);
    }
  });
  it("give way to the builder's own of the same id", () => {
    const own = {
      id: "door-height",
      name: "door leaf, height",
      lowMm: 1700,
      highMm: 1800,
      source: "measured at the mill",
    };
    const all = featuresWith([own, { ...own, id: "paddle", name: "sluice paddle" }]);
    expect(all.filter((f) => f.id === "door-height")).toEqual([own]);
    expect(all.length).toBe(referenceFeatures.length + 1);
  });
});
