import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testPaint } from "#core/plan/testing";
import type { SchemeLayer } from "#core/paint/scheme";
import { coatsToCover, COVERED, POWER_PER_COAT } from "#core/paint/cover";
import { layerCovers } from "#core/paint/layerCover";
import { BANDS } from "#core/paint/observer";

const even = (r: number) => new Float64Array(BANDS).fill(r);
const share = fc.double({ min: 0.03, max: 0.95, noNaN: true });

describe("coats of the layers of a scheme", () => {
  const white = { ...testPaint("white", "#f2f0ea"), opacity: "semi" as const };
  const black = testPaint("black", "#1c1c1e");
  const shelf = { paints: [white, black], recipes: [] };
  const layer = (id: string, paint: string | null, given: Partial<SchemeLayer> = {}): SchemeLayer => ({
    ...{ id, kind: "colour", product: "acrylic", method: "brush", coats: 1, coverage: 1, sheen: "matte" },
    colour: paint === null ? null : { kind: "paint", id: paint },
    ...given,
  });
  it("follow what lies below them as it is typed: white over black takes more than over itself", () => {
    const over = (below: SchemeLayer) =>
      layerCovers([below, layer("top", "white")], shelf).get("top")!.coats!;
    expect(over(layer("a", "black"))).toBeGreaterThan(over(layer("a", "white", { coats: 6 })));
    expect(over(layer("a", "white", { coats: 6 }))).toBe(1);
  });
  it("are none of a wash, of what lies on a part of its zone, of a pot that is gone or not told", () => {
    const none = [
      layer("a", "black", { kind: "shade" }),
      layer("b", "black", { coverage: 0.4 }),
      layer("c", "gone"),
      layer("d", null),
    ];
    expect([...layerCovers(none, shelf).keys()]).toEqual([]);
    // And they are no ground for the next.
    expect(layerCovers([...none, layer("top", "white")], shelf).get("top")).toEqual(
      layerCovers([layer("top", "white")], shelf).get("top"),
    );
  });
  it("are more of a coat from the airbrush, whose film is thinner than a brushed one", () => {
    const of = (method: SchemeLayer["method"]) =>
      layerCovers([layer("a", "black"), layer("top", "white", { method })], shelf).get("top")!.coats!;
    expect(of("airbrush")).toBeGreaterThan(of("brush"));
  });
  it("are more of a mix that is thinned", () => {
    const mix = (thinnerShare: number) => {
      const recipe = {
        id: "m",
        name: "m",
        parts: [{ paintId: "white", parts: 1 }],
        thinnerShare,
        target: null,
      };
      const top = layer("top", null, { colour: { kind: "recipe", id: "m" } });
      return layerCovers([layer("a", "black"), top], { ...shelf, recipes: [recipe] }).get("top")!.coats!;
    };
    expect(mix(1)).toBeGreaterThan(mix(0));
  });
});

describe("C18: coats until what lies below is not seen", () => {
  it("are two of opaque white over middling grey: 2.7 after the first, 0.9 after the second", () => {
    const { differences, coats } = coatsToCover(even(0.9), even(0.184), POWER_PER_COAT.opaque);
    expect(coats).toBe(2);
    expect(differences[0]).toBeCloseTo(2.7, 1);
    expect(differences[1]).toBeCloseTo(0.9, 1);
  });
  it("are four of a white that half covers over black: about 8.8, 4.2, 2.5 and 1.7", () => {
    const { differences, coats } = coatsToCover(even(0.9), even(0.03), POWER_PER_COAT.semi);
    expect(coats).toBe(4);
    [8.8, 4.2, 2.5, 1.7].forEach((d, n) => expect(Math.abs(differences[n]! - d)).toBeLessThan(0.15));
  });
  it("are one where both are alike, never more of a stronger paint, never fewer of a thinned one", () => {
    fc.assert(
      fc.property(share, share, (full, below) => {
        expect(coatsToCover(even(full), even(full), 1).coats).toBe(1);
        const of = (power: number, thinner = 0) =>
          coatsToCover(even(full), even(below), power, thinner).coats ?? Infinity;
        expect(of(3)).toBeLessThanOrEqual(of(1.5));
        expect(of(1.5, 1)).toBeGreaterThanOrEqual(of(1.5));
      }),
    );
  });
  it("come nearer with every coat, down to what is not seen", () => {
    fc.assert(
      fc.property(share, share, (full, below) => {
        const { differences, coats } = coatsToCover(even(full), even(below), 1.5);
        for (let n = 1; n < differences.length; n++)
          expect(differences[n]!).toBeLessThanOrEqual(differences[n - 1]! + 1e-9);
        if (coats !== null) expect(differences.at(-1)!).toBeLessThan(COVERED);
      }),
    );
  });
});
