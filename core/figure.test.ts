import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { digits, exact, repeated, spread, sum, times, weakestBasis } from "#core/figure";

const figure = fc
  .tuple(fc.double({ min: 0.01, max: 1e4, noNaN: true }), fc.double({ min: 0, max: 0.5, noNaN: true }))
  .map(([value, share]) => spread(value, share, "min", "computed"));

describe("sum", () => {
  it("is never surer when the cause is shared than when it is not", () => {
    fc.assert(
      fc.property(fc.array(figure, { maxLength: 8 }), (figures) => {
        const independent = sum(figures, "min", "independent");
        const together = sum(figures, "min", "shared");
        expect(together.high - together.low).toBeGreaterThanOrEqual(
          independent.high - independent.low - 1e-9,
        );
        expect(together.value).toBeCloseTo(independent.value, 9);
      }),
    );
  });

  it("adds independent half-widths in quadrature: 3 and 4 make 5", () => {
    const total = sum(
      [
        { ...exact(10, "g", "computed"), low: 7, high: 13 },
        { ...exact(20, "g", "computed"), low: 16, high: 24 },
      ],
      "g",
      "independent",
    );
    expect(total.high).toBeCloseTo(35, 12);
    expect(total.low).toBeCloseTo(25, 12);
  });

  it("takes the weakest basis of its members", () => {
    expect(sum([exact(1, "g", "measured"), exact(1, "g", "practice")], "g", "shared").basis).toBe("practice");
    expect(weakestBasis(["published", "yours"])).toBe("published");
  });
});

it("is as unsure as both, of what is done a number of times that is not sure: 9 to 11 min, once to three times", () => {
  const often = repeated(
    { ...exact(10, "min", "computed"), low: 9, high: 11 },
    { ...exact(1.5, "runs", "practice"), low: 1, high: 3 },
  );
  expect([often.low, often.value, often.high]).toEqual([9, 15, 33]);
  expect([often.unit, often.basis]).toEqual(["min", "practice"]);
});

it("keeps the range around the value when multiplied", () => {
  fc.assert(
    fc.property(figure, fc.double({ min: 0, max: 100, noNaN: true }), (f, factor) => {
      const scaled = times(f, factor);
      expect(scaled.low).toBeLessThanOrEqual(scaled.value);
      expect(scaled.high).toBeGreaterThanOrEqual(scaled.value);
    }),
  );
  expect(() => times(exact(1, "g", "yours"), -1)).toThrow(RangeError);
});

it("prints no more digits than the spread deserves", () => {
  expect(digits(123.456)).toBe("123");
  expect(digits(1.23456)).toBe("1.23");
  expect(digits(1.23456, 0.5)).toBe("1.23");
  expect(digits(12.3456, 3)).toBe("12.3");
  expect(digits(0)).toBe("0");
  expect(digits(Number.NaN)).toBe("–");
});
