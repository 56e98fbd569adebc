import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chanceOfCount, piecesFor } from "#core/print/reprints";

describe("spares that pay", () => {
  it("T18: thirty posts at 81 in 100 take thirty-nine", () => {
    expect(piecesFor(30, 0.81)).toBe(39);
    expect(chanceOfCount(30, 39, 0.81)).toBeGreaterThanOrEqual(0.8);
    expect(chanceOfCount(30, 38, 0.81)).toBeLessThan(0.8);
  });
  it("are counted as a coin is: exact for few pieces", () => {
    expect(chanceOfCount(1, 2, 0.5)).toBeCloseTo(0.75, 12);
    expect(chanceOfCount(2, 3, 0.5)).toBeCloseTo(0.5, 12);
    expect(chanceOfCount(3, 3, 0.9)).toBeCloseTo(0.729, 12);
    expect(piecesFor(1, 0.9)).toBe(1);
    expect(piecesFor(1, 0.5)).toBe(3);
  });
  it("agree with the tables of the binomial: 15 or more of 20 at 0.8, 8 or more of 10 at 0.7", () => {
    // Cumulative binomial tables to four places, as in any handbook of statistics (from memory).
    expect(chanceOfCount(15, 20, 0.8)).toBeCloseTo(0.8042, 4);
    expect(chanceOfCount(8, 10, 0.7)).toBeCloseTo(0.3828, 4);
    expect(chanceOfCount(16, 20, 0.9)).toBeCloseTo(0.9568, 4);
  });
  it("are none where all come out, and end where nothing does", () => {
    expect(piecesFor(12, 1)).toBe(12);
    expect(piecesFor(12, 0)).toBe(48);
    expect(chanceOfCount(0, 0, 0.3)).toBe(1);
  });
  it("never fall when it fails more often, and make the count likely wherever they are given", () => {
    const share = fc.double({ min: 0.3, max: 0.999, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), share, share, (count, a, b) => {
        const [worse, better] = [Math.min(a, b), Math.max(a, b)];
        expect(piecesFor(count, worse)).toBeGreaterThanOrEqual(piecesFor(count, better));
        const made = piecesFor(count, better);
        if (made < 4 * count) expect(chanceOfCount(count, made, better)).toBeGreaterThanOrEqual(0.8);
      }),
    );
  });
});
