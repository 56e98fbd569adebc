import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { clearances, clearanceVerdict, fits } from "#core/joints/clearance";

describe("clearance", () => {
  it("wants what is usual, what fitted, and what copies differ by, without a trace of adding", () => {
    const wanted = (kept: number | null, spread: number) =>
      clearanceVerdict("filament", "clip", 0.2, 0, kept, spread).wanted;
    expect(wanted(null, 0)).toEqual([0.15, 0.2]);
    expect(wanted(0.23, 0)).toEqual([0.23, 0.28]);
    expect(wanted(null, 0.08)).toEqual([0.23, 0.28]);
    expect(wanted(0.23, 0.02)).toEqual([0.25, 0.3]);
  });
  it("of a clip drawn right at full size is far too tight at 1:72", () => {
    const v = clearanceVerdict("filament", "clip", 0.2 / 72, 0.1);
    expect(v.verdict).toBe("too tight");
    expect(v.gapMm).toBeCloseTo(0.0028, 4);
    expect(v.correctMm).toBeCloseTo(0.15 + 0.1 - 0.2 / 72, 9);
  });
  it("that is good bare can be closed by paint", () => {
    expect(clearanceVerdict("resin", "snug", 0.06, 0).verdict).toBe("good");
    expect(clearanceVerdict("resin", "snug", 0.06, 0.05).verdict).toBe("closed by paint");
  });
  it("is loose at 0.14 mm where 0.05 to 0.08 is wanted", () => {
    expect(clearanceVerdict("resin", "clip", 0.14, 0)).toMatchObject({
      verdict: "too loose",
      wanted: [0.05, 0.08],
    });
  });
  it("is good again after the correction it asks for", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("filament" as const, "resin" as const),
        fc.constantFrom(...fits),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (process, fit, gap, films) => {
          const v = clearanceVerdict(process, fit, gap, films);
          if (v.verdict === "too loose") return;
          expect(["good", "too loose"]).toContain(
            clearanceVerdict(process, fit, gap + v.correctMm + 1e-9, films).verdict,
          );
        },
      ),
    );
  });
  it("has a range for every fit, wider for slides than for presses", () => {
    for (const process of ["filament", "resin"] as const) {
      for (const fit of fits)
        expect(clearances[process][fit][1]).toBeGreaterThanOrEqual(clearances[process][fit][0]);
      expect(clearances[process].slide[0]).toBeGreaterThan(clearances[process].press[1]);
    }
  });
});
