import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labOfHex } from "#core/paint/colour";
import { mixLab, pigmentOf } from "#core/paint/mixing";
import { predictMix } from "#core/paint/paint";
import { strengthFromSwatch, SWATCH_FITS } from "#core/paint/swatch";
import { testPaint } from "#core/plan/testing";

const lab = (hex: string) => {
  const read = labOfHex(hex);
  if (!read.ok) throw new Error(hex);
  return read.value;
};
const white = lab("#f4f2ec");

describe("the strength of a pot from one swatch", () => {
  it("is the strength that the swatch was mixed with, whatever the paint", () => {
    const hex = fc.constantFrom("#7a2b1e", "#20406a", "#2f4a2a", "#141414", "#b58a3a");
    fc.assert(
      fc.property(hex, fc.double({ min: -3, max: 2.5, noNaN: true }), (colour, x) => {
        const strength = Math.exp(x);
        const swatch = mixLab([pigmentOf(white, 1), pigmentOf(lab(colour), strength)], [1, 1]);
        const found = strengthFromSwatch(white, lab(colour), swatch);
        expect(Math.abs(Math.log(found.strength / strength))).toBeLessThan(0.02);
        expect(found.residual).toBeLessThan(0.1);
      }),
      { numRuns: 40 },
    );
  });
  it("is less for a swatch that dried lighter", () => {
    const of = (hex: string) => strengthFromSwatch(white, lab("#20406a"), lab(hex)).strength;
    expect(of("#b0bccb")).toBeLessThan(of("#8fa2b8"));
  });
  it("says that a swatch does not fit which no strength can give", () => {
    expect(strengthFromSwatch(white, lab("#20406a"), lab("#c04030")).residual).toBeGreaterThan(SWATCH_FITS);
  });
});

describe("the band of a mix", () => {
  const pots = new Map(
    [testPaint("chalk", "#efe9da"), testPaint("umber", "#4a3526"), testPaint("moss", "#44502c")].map(
      (p) => [p.id, p] as const,
    ),
  );
  const mix = (...parts: (readonly [string, number])[]) => ({
    id: "m",
    name: "m",
    thinnerShare: 0,
    target: null,
    parts: parts.map(([paintId, n]) => ({ paintId, parts: n })),
  });
  const width = (recipe: ReturnType<typeof mix>, paints = pots) => {
    const p = predictMix(recipe, paints)!;
    expect(p.low.l).toBeLessThanOrEqual(p.lab.l + 1e-9);
    expect(p.high.l).toBeGreaterThanOrEqual(p.lab.l - 1e-9);
    return p.high.l - p.low.l;
  };
  it("swings every pot without a swatch together with the others, and holds the mix", () => {
    const three = mix(["chalk", 2], ["umber", 1], ["moss", 1]);
    const all = width(three);
    const known = (...ids: string[]) =>
      new Map([...pots].map(([id, p]) => [id, ids.includes(id) ? { ...p, strength: 0.5 } : p]));
    // White against both dark ones at once: wider than one of them alone.
    expect(all).toBeGreaterThan(width(three, known("umber", "moss")));
    expect(width(three, known("chalk", "umber", "moss"))).toBeCloseTo(0, 9);
  });
  it("has no width for one pot, which is itself", () => {
    expect(width(mix(["umber", 3]))).toBeCloseTo(0, 9);
  });
});
