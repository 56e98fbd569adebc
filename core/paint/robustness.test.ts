import { describe, expect, it } from "vitest";
import { robustnessOf } from "#core/paint/robustness";
import { testPaint } from "#core/plan/testing";

const pots = [testPaint("white", "#f2f0ea"), testPaint("black", "#1d1c1b"), testPaint("grey", "#8a8a88")];
const paints = new Map(pots.map((p) => [p.id, p]));
const of = (...parts: readonly (readonly [string, number])[]) =>
  robustnessOf(
    parts.map(([paintId, n]) => ({ paintId, parts: n })),
    paints,
  );

describe("how much a mix forgives", () => {
  it("is nothing of a pot alone, and more of white with a little black than of two that are alike", () => {
    expect(of(["white", 1])).toEqual({ dropMissing: 0, strengthOff: 0 });
    const risky = of(["white", 9], ["black", 1])!;
    expect(risky.dropMissing).toBeGreaterThan(of(["white", 5], ["grey", 5])!.dropMissing);
    expect(risky.dropMissing).toBeGreaterThan(5);
  });
  it("is nothing of strength where all pots have a swatch, and is scale free", () => {
    const measured = new Map(pots.map((p) => [p.id, { ...p, strength: 0.8 }]));
    const parts = [
      { paintId: "white", parts: 3 },
      { paintId: "black", parts: 1 },
    ];
    expect(robustnessOf(parts, measured)!.strengthOff).toBe(0);
    expect(of(["white", 3], ["black", 1])!.strengthOff).toBeGreaterThan(0);
    expect(of(["white", 6], ["black", 2])!.dropMissing).toBeCloseTo(
      of(["white", 3], ["black", 1])!.dropMissing,
      9,
    );
  });
  it("is not told of a mix whose pot is gone, or of none", () => {
    expect(of(["gone", 1])).toBeNull();
    expect(of()).toBeNull();
  });
});
