import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { clearances, clearanceVerdict, fits } from "#core/joints/clearance";
import { glues, gluesFor, substrates } from "#core/joints/glues";

describe("clearance", () => {
  it("of a clip drawn right at full size is far too tight at 1:72", () => {
    const v = clearanceVerdict("filament", "clip", 0.2, 1 / 72, 0.1);
    expect(v.verdict).toBe("too tight");
    expect(v.gapMm).toBeCloseTo(0.0028, 4);
    expect(v.correctMm).toBeCloseTo(0.15 + 0.1 - 0.2 / 72, 9);
  });
  it("that is good bare can be closed by paint", () => {
    expect(clearanceVerdict("resin", "snug", 0.06, 1, 0).verdict).toBe("good");
    expect(clearanceVerdict("resin", "snug", 0.06, 1, 0.05).verdict).toBe("closed by paint");
  });
  it("is good again after the correction it asks for", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("filament" as const, "resin" as const),
        fc.constantFrom(...fits),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (process, fit, gap, films) => {
          const v = clearanceVerdict(process, fit, gap, 1, films);
          if (v.verdict === "too loose") return;
          expect(["good", "too loose"]).toContain(
            clearanceVerdict(process, fit, gap + v.correctMm + 1e-9, 1, films).verdict,
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

describe("glues", () => {
  it("never put cyanoacrylate on foam or clear sheet", () => {
    for (const s of substrates)
      for (const bad of ["foam", "clear sheet"] as const)
        expect(gluesFor(s, bad, 0.05).some((g) => g.family === "cyanoacrylate")).toBe(false);
  });
  it("offer something for every pair with a close fit", () => {
    for (const a of substrates)
      for (const b of substrates) expect(gluesFor(a, b, 0.05).length).toBeGreaterThan(0);
  });
  it("leave out what does not fill the gap", () => {
    expect(gluesFor("PLA", "PLA", 0.5).some((g) => g.family === "cyanoacrylate")).toBe(false);
    expect(gluesFor("PLA", "PLA", 5)).toEqual([]);
    expect(glues.every((g) => g.because.length > 10)).toBe(true);
  });
});
