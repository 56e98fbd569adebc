import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseLength } from "#core/scale/lengthText";
import { realText } from "#core/scale/lengthFormat";

const mmOf = (text: string) => {
  const outcome = parseLength(text);
  return outcome.ok ? outcome.value.mm : outcome.problems[0]!.code;
};

describe("parseLength", () => {
  it.each([
    [`6'8"`, 2032],
    ["6 ft 8", 2032],
    [`6' 8 1/2"`, 2044.7],
    ["17 1/2 in", 444.5],
    ["17-1/2 in", 444.5],
    ['5 3/16"', 131.7625],
    ["1/4 in", 6.35],
    ["2.1 m", 2100],
    ["2,1 m", 2100],
    ["1 m 20", 1200],
    ["210cm", 2100],
    ["27.8 mm", 27.8],
    ["½ in", 12.7],
    ['6½"', 165.1],
    ["3 yd", 2743.2],
    ["250 µm", 0.25],
    ["6 feet 8 inches", 2032],
  ])("reads %s", (text, mm) => {
    expect(mmOf(text)).toBeCloseTo(mm as number, 9);
  });

  it.each([
    ["", "length/empty"],
    ["abc", "length/not-understood"],
    ["12", "length/no-unit"],
    ["0 mm", "length/absurd"],
    ["1/0 in", "length/not-understood"],
    ["1,981 mm", "length/comma"],
    ["2 m 1,250 mm", "length/comma"],
    ["3 furlongs", "length/not-understood"],
    ["8 in 6 ft", "length/not-understood"],
    ["999999 km", "length/absurd"],
    ["-5 mm", "length/not-understood"],
  ])("refuses “%s” with a sentence", (text, code) => {
    const outcome = parseLength(text);
    expect(outcome.ok).toBe(false);
    if (!outcome.ok) {
      expect(outcome.problems[0]!.code).toBe(code);
      expect(outcome.problems[0]!.message).toMatch(/\.$/);
    }
  });

  it("never throws and never gives something that is no length", () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const outcome = parseLength(text);
        if (outcome.ok) expect(outcome.value.mm).toBeGreaterThan(0);
      }),
    );
  });

  it("reads back what it writes, to the half inch", () => {
    fc.assert(
      fc.property(fc.double({ min: 305, max: 100_000, noNaN: true }), (mm) => {
        expect(Math.abs((mmOf(realText(mm, "inch")) as number) - mm)).toBeLessThanOrEqual(6.3501);
      }),
    );
  });
});
