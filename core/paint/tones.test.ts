import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testPaint } from "#core/plan/testing";
import { tonesFrom, wholeRatio } from "#core/paint/tones";

const grey = testPaint("grey", "#5a5a5a");
const white = testPaint("white", "#f2f0ea");
const black = testPaint("black", "#1c1c1e");
const brown = testPaint("brown", "#6f4a33");
const pots = new Map([grey, white, black, brown].map((p) => [p.id, p]));
const one = [{ paintId: "grey", parts: 1 }];

describe("C12: tones from one base, in parts", () => {
  it("of grey with one part of white is 0.65 light, with three 0.75", () => {
    const top = (topParts: number) => tonesFrom(one, white, pots, { count: 2, topParts }).at(-1)!.lightness;
    expect(tonesFrom(one, white, pots, { count: 2, topParts: 1 })[0]!.lightness).toBeCloseTo(0.47, 2);
    expect(Math.abs(top(1) - 0.65)).toBeLessThan(0.01);
    expect(Math.abs(top(3) - 0.75)).toBeLessThan(0.01);
  });
  it("are three at 0.47, 0.61 and 0.75 with about 0.65 and 3 parts of white", () => {
    const tones = tonesFrom(one, white, pots, { count: 3, topParts: 3 });
    expect(tones.map((t) => Math.round(100 * t.wanted) / 100)).toEqual([0.47, 0.61, 0.75]);
    expect(tones.map(({ ratio }) => ratio.toward / ratio.base)).toEqual([0, 2 / 3, 3]);
    expect(tones[1]!.parts).toEqual([
      { paintId: "grey", parts: 3 },
      { paintId: "white", parts: 2 },
    ]);
    for (const t of tones) expect(Math.abs(t.lightness - t.wanted)).toBeLessThan(0.01);
  });
  it("go darker with black, and take a base of several pots, also one that holds the other pot", () => {
    const darker = tonesFrom(one, black, pots, { count: 4, topParts: 2 }).map((t) => t.lightness);
    expect([...darker].sort((a, b) => b - a)).toEqual(darker);
    const mixed = [
      { paintId: "brown", parts: 3 },
      { paintId: "white", parts: 1 },
    ];
    const [base, top] = tonesFrom(mixed, white, pots, { count: 2, topParts: 1 });
    expect(base!.parts).toEqual([
      { paintId: "brown", parts: 0.75 },
      { paintId: "white", parts: 0.25 },
    ]);
    expect(top!.parts).toEqual([
      { paintId: "brown", parts: 0.75 },
      { paintId: "white", parts: 1.25 },
    ]);
  });
  it("climb evenly from any pot to any other that is lighter, near enough for small ratios", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 1, max: 8 }), (count, topParts) => {
        const tones = tonesFrom([{ paintId: "brown", parts: 2 }], white, pots, { count, topParts });
        expect(tones).toHaveLength(count);
        for (const t of tones) expect(Math.abs(t.lightness - t.wanted)).toBeLessThan(0.02);
      }),
    );
  });
  it("are none of a base whose pots are gone", () => {
    expect(tonesFrom([{ paintId: "gone", parts: 1 }], white, pots, { count: 3, topParts: 3 })).toEqual([]);
  });
});

describe("ratios that are measured out", () => {
  it("are small whole numbers near what is asked", () => {
    expect(wholeRatio(0)).toEqual({ base: 1, toward: 0 });
    expect(wholeRatio(1)).toEqual({ base: 1, toward: 1 });
    expect(wholeRatio(0.65)).toEqual({ base: 3, toward: 2 });
    expect(wholeRatio(3)).toEqual({ base: 1, toward: 3 });
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 10, noNaN: true }), (parts) => {
        const { base, toward } = wholeRatio(parts);
        expect(Math.abs(Math.log(toward / base / parts))).toBeLessThan(0.25);
      }),
    );
  });
});
