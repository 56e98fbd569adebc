import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { besideOthers, sides, wantedSize } from "#core/scale/wantedSize";

const length = fc.double({ min: 0.5, max: 5000, noNaN: true });

describe("a wanted size", () => {
  it("R1: a chimney 128 mm wide that is to be 90 mm is at 70.3 %, its walls of 1.4 mm under a millimetre", () => {
    const wanted = wantedSize([128, 96, 210], 1.4, 1, "width", 90)!;
    expect(100 * wanted.ownFactor).toBeCloseTo(70.3, 1);
    expect(wanted.thinnestMm).toBeCloseTo(0.98, 2);
    expect(wanted.sizeMm.map((v) => Math.round(v))).toEqual([90, 68, 148]);
    expect(besideOthers(wanted.ownFactor)).toBe("30 % below the others of the scene");
  });
  it("is had on that side, whatever the part was before, and all else follows alike", () => {
    fc.assert(
      fc.property(length, length, length, length, fc.constantFrom(...sides), (w, d, h, wanted, side) => {
        const at = sides.indexOf(side);
        const made = wantedSize([w, d, h], 1, 0.8, side, wanted)!;
        expect(made.sizeMm[at]).toBeCloseTo(wanted, 6);
        expect(made.sizeMm[0] / made.sizeMm[1]).toBeCloseTo(w / d, 6);
        expect(made.thinnestMm! / made.sizeMm[2]).toBeCloseTo(1 / h, 6);
        // Once more the same is no change.
        expect(wantedSize(made.sizeMm, null, made.ownFactor, side, wanted)!.ownFactor).toBeCloseTo(
          made.ownFactor,
          9,
        );
      }),
    );
  });
  it("is none of a side without length, or of no length", () => {
    expect(wantedSize([0, 1, 1], null, 1, "width", 9)).toBeNull();
    expect(wantedSize([1, 1, 1], null, 1, "width", Number.NaN)).toBeNull();
    expect(wantedSize([1, 1, 1], null, 1, "width", -3)).toBeNull();
  });
  it("is told beside the others", () => {
    expect(besideOthers(1.001)).toBe("true to scale");
    expect(besideOthers(1.25)).toBe("25 % above the others of the scene");
  });
});
