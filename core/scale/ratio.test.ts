import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { realMm } from "#core/units";
import { parseRatio, ratioText, toModel, toReal } from "#core/scale/ratio";
import { convert } from "#core/scale/converter";
import { rescale } from "#core/scale/rescale";
import { detailAdvice, sightLimits, smallestPrinted } from "#core/scale/limits";
import { namedScales, nearestNamedScale } from "#core/scale/namedScales";
import { judgeFeature, referenceFeatures } from "#core/scale/features";
import { modelText, realText } from "#core/scale/lengthFormat";

const denominatorOf = (text: string) => {
  const outcome = parseRatio(text);
  return outcome.ok ? outcome.value.denominator : outcome.problems[0]!.code;
};

describe("parseRatio", () => {
  it.each([
    ["1:72", 72],
    ["1/72", 72],
    ["72", 72],
    ["1:87.1", 87.1],
    ["35th", 35],
    ["72nd", 72],
    ["4 mm/ft", 76.2],
    ["3.5 mm to the foot", 304.8 / 3.5],
    ['1/4" scale', 48],
    ["1/4 in/ft", 48],
    ["3/16 in = 1 ft", 64],
    // Two lengths as on a drawing: the smaller is the bench, whichever stands first.
    [`1/4" = 1'`, 48],
    ["1 in = 6 ft", 72],
    ["3 mm : 1 ft", 304.8 / 3],
    ["2 m = 25 mm", 80],
    ["50 %", 2],
    ["2:1", 0.5],
    ["full size", 1],
    ["1 in 48", 48],
  ])("reads %s", (text, n) => {
    expect(denominatorOf(text)).toBeCloseTo(n as number, 9);
  });

  it("reads a figure size as a band from the eye to the crown", () => {
    const outcome = parseRatio("28mm figure");
    if (!outcome.ok) throw new Error("must be read");
    expect(outcome.value.band!.low).toBeCloseTo(58.5, 1);
    expect(outcome.value.band!.high).toBeCloseTo(62.5, 6);
    expect(denominatorOf("28mm figure to the crown")).toBeCloseTo(62.5, 6);
  });

  it.each([
    ["", "ratio/empty"],
    ["1:0", "ratio/absurd"],
    ["0", "ratio/absurd"],
    ["-72", "ratio/not-understood"],
    ["1:-5", "ratio/not-understood"],
    ["banana", "ratio/not-understood"],
    // A comma of thousands or of decimals is asked back.
    ["1:1,000", "ratio/comma"],
    ["1,250", "ratio/comma"],
    ["9999mm figure", "ratio/absurd"],
  ])("refuses “%s”", (text, code) => {
    expect(denominatorOf(text)).toBe(code);
  });

  it("goes there and back", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1000, noNaN: true }),
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        (n, mm) => {
          expect(toReal(toModel(realMm(mm), n), n)).toBeCloseTo(mm, 6);
          expect(denominatorOf(ratioText(n))).toBeCloseTo(n, 2);
        },
      ),
    );
  });
});

describe("convert", () => {
  it("takes a length both ways", () => {
    const outcome = convert(`6'8"`, 72);
    if (!outcome.ok || outcome.value.kind !== "length") throw new Error("must be a length");
    expect(outcome.value.asModelMm).toBeCloseTo(2032 / 72, 9);
    expect(outcome.value.asRealMm).toBeCloseTo(2032 * 72, 9);
  });
  it.each([
    ["1:76 -> 1:72", 76 / 72],
    ["1:87.1 to 1:72", 1.2097],
    ["28mm figure to 15mm figure", 0.536],
  ])("gives the factor of %s", (text, factor) => {
    const outcome = convert(text, 72);
    if (!outcome.ok || outcome.value.kind !== "factor") throw new Error("must be a factor");
    expect(outcome.value.factor).toBeCloseTo(factor, 3);
  });
  it("finds the ratio from a real and a model size", () => {
    const outcome = convert("2 m = 27.8 mm", 1);
    expect(outcome.ok && outcome.value.kind === "ratio-from-sizes" && outcome.value.denominator).toBeCloseTo(
      71.94,
      2,
    );
  });
  it.each([
    [`1/4" = 1'`, 48],
    ["1 in = 6 ft", 72],
    ["25 mm = 2 m", 80],
  ])("takes the smaller of two sizes for the bench: %s", (text, n) => {
    const outcome = convert(text, 1);
    expect(outcome.ok && outcome.value.kind === "ratio-from-sizes" && outcome.value.denominator).toBeCloseTo(
      n,
      6,
    );
  });
  it("asks back which a comma means, of a length and of a scale", () => {
    for (const text of ["1,981 mm", "1:1,000", "1,200 -> 1:72"]) {
      const outcome = convert(text, 72);
      expect(!outcome.ok && outcome.problems[0]!.message, text).toMatch(
        /the comma can mean 1\d{3} or 1\.\d{3}\. Type it without the comma/,
      );
    }
    expect(convert("1,5 m", 72).ok).toBe(true);
    expect(convert("2,54 cm", 72).ok).toBe(true);
  });
  it("tells scales from lengths", () => {
    const kind = (text: string) => {
      const o = convert(text, 72);
      return o.ok ? o.value.kind : "refused";
    };
    expect(kind("28mm figure")).toBe("ratio");
    expect(kind("28 mm")).toBe("length");
    expect(kind("35th")).toBe("ratio");
    expect(kind("4 mm/ft")).toBe("ratio");
    expect(kind('1/4" scale')).toBe("ratio");
    expect(kind('1/4"')).toBe("length");
    expect(kind("17 1/2 in")).toBe("length");
    expect(kind("")).toBe("refused");
    expect(kind("1:0")).toBe("refused");
  });
  it("never throws on any text", () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        convert(text, 72);
      }),
    );
  });
});

describe("rescale", () => {
  it("is one when source and scene agree, and composes", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 500, noNaN: true }),
        (a, b) => {
          expect(rescale({ kind: "ratio", denominator: a }, 1, a).factor).toBeCloseTo(1, 12);
          expect(
            rescale({ kind: "ratio", denominator: a }, 1, b).factor *
              rescale({ kind: "ratio", denominator: b }, 1, a).factor,
          ).toBeCloseTo(1, 9);
        },
      ),
    );
  });
  it("knows 1:87.1 to 1:72, inches at full size, and a door", () => {
    expect(rescale({ kind: "ratio", denominator: 87.1 }, 1, 72).factor).toBeCloseTo(1.2097, 4);
    expect(rescale({ kind: "full" }, 25.4, 72).factor).toBeCloseTo(25.4 / 72, 12);
    expect(
      rescale({ kind: "feature", featureId: "door-height", realSizeMm: 1981, fileSize: 40 }, 1, 72).factor,
    ).toBeCloseTo(1981 / 72 / 40, 12);
  });
  it("leaves things with a real size of their own alone", () => {
    expect(rescale({ kind: "real-object" }, 1, 72).factor).toBe(1);
  });
});

describe("limits", () => {
  it("reads a shape at one arc minute: 0.175 mm at 600 mm", () => {
    expect(sightLimits(600).shapeMm).toBeCloseTo(0.175, 3);
    expect(sightLimits(600).lineMm).toBeCloseTo(0.035, 3);
  });
  it("grows with distance, nozzle and pixel", () => {
    expect(sightLimits(1200).pairMm).toBeCloseTo(2 * sightLimits(600).pairMm, 12);
    expect(smallestPrinted({ process: "filament", nozzleMm: 0.6, layerMm: 0.2 }).value).toBeGreaterThan(
      smallestPrinted({ process: "filament", nozzleMm: 0.4, layerMm: 0.2 }).value,
    );
    expect(smallestPrinted({ process: "resin", pixelMm: 0.035, layerMm: 0.05 }).high).toBeCloseTo(0.105, 9);
  });
  it("thickens up to three times, then paints", () => {
    const sight = sightLimits(600);
    expect(detailAdvice(1, 0.45, sight).verdict).toBe("keep");
    expect(detailAdvice(0.3, 0.45, sight)).toMatchObject({ verdict: "thicken", exaggeration: 1.5 });
    expect(detailAdvice(0.1, 0.45, sight).verdict).toBe("paint or leave off");
  });
});

describe("tables", () => {
  it("names every scale once, largest model first, each with its source", () => {
    expect(new Set(namedScales.map((s) => s.name)).size).toBe(namedScales.length);
    for (const [i, s] of namedScales.entries()) {
      expect(s.source.length).toBeGreaterThan(5);
      if (i > 0) expect(s.denominator).toBeGreaterThanOrEqual(namedScales[i - 1]!.denominator);
    }
    expect(nearestNamedScale(76.2).scale.name).toBe("4 mm to the foot");
    expect(nearestNamedScale(76).offShare).toBeCloseTo(76 / 76.2 - 1, 9);
  });
  it("gives every feature a range and a source, and judges by it", () => {
    for (const f of referenceFeatures) expect(f.highMm > f.lowMm && f.source.length > 5).toBe(true);
    const door = referenceFeatures.find((f) => f.id === "door-height")!;
    expect(judgeFeature(door, 27.5, 72).plausible).toBe(true);
    expect(judgeFeature(door, 41.3, 72)).toMatchObject({ plausible: false });
    expect(judgeFeature(door, 41.3, 72).factorToMiddle).toBeCloseTo(48 / 72, 2);
  });
});

it("writes lengths in both systems", () => {
  expect(modelText(27.778)).toBe("27.8 mm");
  expect(modelText(27.778, "inch")).toBe("1 3/32 in");
  expect(realText(2000)).toBe("2.00 m");
  expect(realText(1981, "inch")).toBe("6 ft 6 in");
  expect(realText(215)).toBe("215 mm");
});
