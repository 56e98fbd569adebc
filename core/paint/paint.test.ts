import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { bestMixes } from "#core/paint/bestMixes";
import { ciede2000 } from "#core/paint/ciede2000";
import { hexOfLab, labOfHex, oklabLightness } from "#core/paint/colour";
import { labOfXyz, type LabD65, xyzOfLab } from "#core/paint/lab";
import { filmOver, mixLab, mixReflectance, pigmentOf } from "#core/paint/mixing";
import { observerRows, weights, WHITE } from "#core/paint/observer";
import { luckOf } from "#core/random";
import { type Paint, pigmentOfPaint, predictMix } from "#core/paint/paint";
import { smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";
import { type ProductId, productOf } from "#core/materials/products";
import { type CoatAmount, coatMillilitres, dropsFor, gramsFor, neatMillilitres } from "#core/paint/amount";

const lab = (hex: string): LabD65 => {
  const outcome = labOfHex(hex);
  if (!outcome.ok) throw new Error(outcome.problems[0]!.message);
  return outcome.value;
};
const hexes = fc
  .tuple(
    fc.integer({ min: 15, max: 240 }),
    fc.integer({ min: 15, max: 240 }),
    fc.integer({ min: 15, max: 240 }),
  )
  .map((rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, "0")).join("")}`);
/** A seeded colour. */
const hexOf = (luck: () => number) =>
  `#${[0, 1, 2]
    .map(() =>
      Math.floor(20 + 210 * luck())
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;
const paint = (id: string, hex: string): Paint => ({
  id,
  name: id,
  product: "acrylic",
  thinner: null,
  hex,
  lab: lab(hex),
  opacity: "opaque",
  sheen: "matte",
  millilitres: 17,
  strength: null,
});

describe("colour", () => {
  it("goes from hex to Lab and back", () => {
    fc.assert(
      fc.property(hexes, (hex) => {
        expect(hexOfLab(lab(hex))).toBe(hex);
      }),
    );
  });
  it("has mid grey at L* 53.585 (IEC 61966-2-1)", () => {
    expect(lab("#808080").l).toBeCloseTo(53.585, 3);
  });
  it("refuses what is no colour", () => {
    expect(labOfHex("reddish").ok).toBe(false);
  });
  it("has white at OKLab lightness 1", () => {
    expect(oklabLightness(lab("#ffffff"))).toBeCloseTo(1, 4);
  });
  it("has an observer whose own white is D65", () => {
    const sums = [0, 1, 2].map((k) => observerRows.reduce((s, row) => s + row[k]! * row[3], 0));
    expect(sums[0]! / sums[1]!).toBeCloseTo(0.9504, 3);
    expect(sums[2]! / sums[1]!).toBeCloseTo(1.0888, 2);
    weights.forEach((w, k) => {
      expect(w.reduce((s, v) => s + v, 0)).toBeCloseTo(WHITE[k]!, 12);
    });
  });
});

describe("smoothest reflectance", () => {
  it("looks like the colour it was made from, and stays between 0 and 1", () => {
    fc.assert(
      fc.property(hexes, (hex) => {
        const target = xyzOfLab(lab(hex));
        const { reflectance, moved } = smoothestReflectance(target);
        for (const r of reflectance) expect(r > 0 && r < 1).toBe(true);
        const back = labOfXyz(xyzOfReflectance(reflectance));
        if (!moved) expect(ciede2000(back, lab(hex))).toBeLessThan(1e-4);
      }),
      { numRuns: 60 },
    );
  });
  it("leaves a grey as it is, and says when a colour is too pure for a paint", () => {
    const movedOf = (hex: string) => smoothestReflectance(xyzOfLab(lab(hex))).moved;
    expect(["#808080", "#6b5a44", "#3f5f3a"].map(movedOf)).toEqual([false, false, false]);
    const beyond = xyzOfLab({ l: 50, a: 120, b: 0 });
    expect(smoothestReflectance(beyond).moved).toBe(true);
  });
});

describe("mixing", () => {
  it("of a paint with itself is itself", () => {
    fc.assert(
      fc.property(hexes, fc.integer({ min: 1, max: 9 }), (hex, parts) => {
        const p = pigmentOf(lab(hex));
        expect(ciede2000(mixLab([p, p], [parts, 10 - parts]), mixLab([p], [1]))).toBeLessThan(1e-6);
      }),
      { numRuns: 40 },
    );
  });
  it("does not depend on order or on how a part is split", () => {
    const a = pigmentOf(lab("#7a4b32"));
    const b = pigmentOf(lab("#d8c9a3"));
    const one = mixLab([a, b], [3, 2]);
    expect(ciede2000(mixLab([b, a], [2, 3]), one)).toBeLessThan(1e-9);
    expect(ciede2000(mixLab([a, b, a], [1, 2, 2]), one)).toBeLessThan(1e-6);
    expect(ciede2000(mixLab([a, b], [30, 20]), one)).toBeLessThan(1e-9);
  });
  it("makes green of a greenish blue and a cool yellow", () => {
    const mixed = mixLab([pigmentOf(lab("#0a6f8c")), pigmentOf(lab("#f2dc2e"))], [1, 1]);
    expect(mixed.a).toBeLessThan(-20);
    expect(mixed.l).toBeGreaterThan(30);
  });
  it("darkens more than light would: black and white make less than the middle grey of light", () => {
    expect(mixLab([pigmentOf(lab("#111111")), pigmentOf(lab("#f4f4f0"))], [1, 1]).l).toBeLessThan(75);
  });
  it("refuses a mix of nothing", () => {
    expect(() => mixReflectance([pigmentOf(lab("#808080"))], [0])).toThrow(RangeError);
  });
  it("of a thick film is the paint, of none what is below", () => {
    const top = smoothestReflectance(xyzOfLab(lab("#c9b27c"))).reflectance;
    const below = smoothestReflectance(xyzOfLab(lab("#303030"))).reflectance;
    filmOver(top, below, 60).forEach((r, i) => {
      expect(r).toBeCloseTo(top[i]!, 4);
    });
    filmOver(top, below, 1e-9).forEach((r, i) => {
      expect(r).toBeCloseTo(below[i]!, 6);
    });
  });
});

describe("recipes", () => {
  const pots = [
    paint("brick", "#8a4a32"),
    paint("bone", "#d9cfb4"),
    paint("slate", "#4d5a63"),
    paint("reed", "#c2a860"),
  ];
  const byId = new Map(pots.map((p) => [p.id, p]));
  it("are predicted with their distance from the target and a band", () => {
    const target = mixLab([pigmentOf(lab("#8a4a32")), pigmentOf(lab("#d9cfb4"))], [2, 1]);
    const p = predictMix(
      {
        id: "r",
        name: "wall",
        parts: [
          { paintId: "brick", parts: 2 },
          { paintId: "bone", parts: 1 },
        ],
        thinnerShare: 0,
        target,
      },
      byId,
    )!;
    expect(p.difference).toBeLessThan(1e-6);
    expect(ciede2000(p.low, p.high)).toBeGreaterThan(1);
    expect(
      predictMix(
        { id: "r", name: "", parts: [{ paintId: "gone", parts: 1 }], thinnerShare: 0, target: null },
        byId,
      ),
    ).toBeNull();
  });
  it("are found again by the search", () => {
    const target = mixLab([pigmentOf(lab("#4d5a63")), pigmentOf(lab("#c2a860"))], [3, 7]);
    const best = bestMixes(target, pots)[0]!;
    expect(best.difference).toBeLessThan(0.01);
    expect(best.parts).toEqual([
      { paintId: "reed", parts: 7 },
      { paintId: "slate", parts: 3 },
    ]);
    expect(bestMixes(target, [...pots].reverse())).toEqual(bestMixes(target, pots));
  });
  it("of three pots are those of trying every one, over twenty seeded targets", () => {
    const luck = luckOf(7);
    const some = Array.from({ length: 9 }, (_, i) => paint(`p${i}`, hexOf(luck)));
    for (let n = 0; n < 20; n++) {
      const target = lab(hexOf(luck));
      let least = Infinity;
      for (const [i, a] of some.entries())
        for (const [j, b] of some.entries())
          for (const [k, c] of some.entries())
            if (i < j && j < k)
              for (let x = 1; x < 9; x++)
                for (let y = 1; x + y < 10; y++)
                  least = Math.min(
                    least,
                    ciede2000(mixLab([a, b, c].map(pigmentOfPaint), [x, y, 10 - x - y]), target),
                  );
      const found = bestMixes(target, some, 1000).filter((m) => m.parts.length === 3);
      expect(Math.min(...found.map((m) => m.difference))).toBeCloseTo(least, 9);
    }
  });
  it("of four pots find a colour that takes four, and say that they are the best found", () => {
    const hexes4 = ["#8a3b2e", "#c2a860", "#4d5a63", "#e8e2d4"];
    const four = hexes4.map((hex, i) => paint(`c${i}`, hex));
    const target = mixLab(four.map(pigmentOfPaint), [4, 3, 2, 1]);
    const found = bestMixes(target, [...four, paint("x", "#2f6f3a"), paint("y", "#1c1c22")], 200);
    const best = found.find((m) => m.parts.length === 4)!;
    expect(best.difference).toBeLessThan(0.2);
    expect(best.isBest).toBe(false);
    expect(found.filter((m) => m.parts.length < 4).every((m) => m.isBest)).toBe(true);
    // No set of pots stands there twice.
    const names = found.map((m) => m.parts.map((p) => p.paintId).join());
    expect(new Set(names).size).toBe(names.length);
  });
});

describe("amounts", () => {
  const of = (product: ProductId, given: Partial<CoatAmount> = {}) =>
    coatMillilitres({
      areaCm2: exact(200, "cm2", "measured"),
      coats: 2,
      method: "brush",
      product: productOf(product),
      thinnerShare: 0,
      ...given,
    }).value;
  it("of a body coat are the same paint however it is thinned: 0, 20 and 100 %", () => {
    const waste = 0.5 * 1.2;
    const neat = [0, 0.2, 1].map((thinnerShare) =>
      neatMillilitres(of("acrylic", { thinnerShare }) - waste, thinnerShare),
    );
    // 200 cm2 x 2 coats x 17 um / 0.35 solids, nine tenths of it on the part, a fifth over.
    for (const ml of neat) expect(ml).toBeCloseTo(((20 * 2 * 0.017) / 0.35 / 0.9) * 1.2, 9);
  });
  it("of a wash are told by its wet film: 50 um of 1:3 over 1,000 cm2 are 5 ml, planned 7, a quarter of it paint", () => {
    const given = {
      areaCm2: exact(1000, "cm2", "measured"),
      coats: 1,
      method: "wash",
      thinnerShare: 3,
    } as const;
    const planned = of("acrylic wash", given);
    expect(planned).toBeCloseTo((5 / 0.9 + 0.3) * 1.2, 9);
    expect(planned).toBeCloseTo(7, 1);
    expect(neatMillilitres(planned, 3)).toBeCloseTo(planned / 4, 9);
    expect(of("acrylic wash", { ...given, thinnerShare: 0 })).toBeCloseTo(planned, 9);
  });
  it("follow the film and the solids of the product: resin that is all solids goes further than its film says", () => {
    const waste = 0.5 * 1.2;
    const ratio = (of("UV resin") - waste) / (of("acrylic") - waste);
    expect(ratio).toBeCloseTo(0.1 / 0.95 / (0.017 / 0.35), 9);
    expect(of("filler primer can", { method: "can" })).toBeCloseTo(((20 * 2 * 0.03) / 0.35 / 0.4) * 1.2, 9);
  });
  it("come out in whole drops, at least one of each", () => {
    expect(dropsFor([3, 1], 1.6)).toEqual([34, 11]);
    expect(dropsFor([20, 1], 0.1)).toEqual([3, 1]);
  });
});

describe("grams of a mix", () => {
  it("are the mass of all of it, shared as the parts are: 10 ml of 2 + 2 + 1 weigh 11.5 g (common practice)", () => {
    expect(gramsFor([2, 2, 1], 10).map((g) => Number(g.toFixed(6)))).toEqual([4.6, 4.6, 2.3]);
    expect(gramsFor([3], 0)).toEqual([0]);
  });
});
