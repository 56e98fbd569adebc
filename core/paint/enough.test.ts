import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres, type Method, methods, neatMillilitres } from "#core/paint/amount";
import { enoughForCm2, mixFromPots } from "#core/paint/enough";

const acrylic = productOf("acrylic");
const cm2 = (value: number) => exact(value, "cm2", "measured");

describe("C1: what is left in the jar", () => {
  // A glue and paint coat of 0.1 mm at 0.4 solids, 40 to 60.
  const thick = { ...acrylic, filmMm: 0.1, solids: 0.4 };
  const coat = { coats: 1, method: "brush" as const, product: thick, thinnerShare: 0 };
  it("40 to 60 over 150 cm2 is 5.6 ml, 2.2 of glue and 3.4 of paint", () => {
    const ml = coatMillilitres({ ...coat, areaCm2: cm2(150) }).value;
    expect(ml).toBeCloseTo(5.6, 1);
    expect([0.4 * ml, 0.6 * ml].map((v) => Number(v.toFixed(1)))).toEqual([2.2, 3.4]);
  });
  it("2 ml of paint are enough for 82 cm2 of it", () => {
    const parts = [
      { paintId: "glue", parts: 40 },
      { paintId: "paint", parts: 60 },
    ];
    const pots = new Map([
      ["glue", { millilitres: 100 }],
      ["paint", { millilitres: 2 }],
    ]);
    const ml = mixFromPots({ parts, thinnerShare: 0 }, pots);
    expect(ml).toBeCloseTo(2 / 0.6, 9);
    expect(enoughForCm2(ml, coat)).toBeCloseTo(82, 0);
  });
  it("is the amount of a coat the other way round, by every method and however thin", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(methods) as Method[]).filter((m) => m !== "can")),
        fc.double({ min: 60, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (method, area, thinnerShare, coats) => {
          const of = { coats, method, product: acrylic, thinnerShare };
          const ml = coatMillilitres({ ...of, areaCm2: cm2(area) }).value;
          expect(enoughForCm2(ml, of)).toBeCloseTo(area, 4);
        },
      ),
    );
  });
  it("is nothing of a mix without parts, of a pot that is gone, and of less than stays in the tool", () => {
    expect(mixFromPots({ parts: [], thinnerShare: 0 }, new Map())).toBe(0);
    expect(mixFromPots({ parts: [{ paintId: "gone", parts: 1 }], thinnerShare: 0 }, new Map())).toBe(0);
    expect(enoughForCm2(0.3, coat)).toBe(0);
  });
});

describe("C25: thinner in the amounts", () => {
  it("a 1 : 3 wash on 1000 cm2 is 7.0 ml of mix: 1.8 paint and 5.3 water, a film of 4.4 um", () => {
    const ml = coatMillilitres({
      ...{ areaCm2: cm2(1000), coats: 1, method: "wash", product: acrylic, thinnerShare: 3 },
    }).value;
    expect(ml).toBeCloseTo(7.0, 1);
    expect(neatMillilitres(ml, 3)).toBeCloseTo(1.8, 1);
    expect(ml - neatMillilitres(ml, 3)).toBeCloseTo(5.3, 1);
    // 50 um wet, a quarter of it paint of 35 % solids.
    expect((0.05 / 4) * acrylic.solids * 1000).toBeCloseTo(4.4, 1);
  });
  it("half and half by airbrush on 100 cm2 from a pot of 0.35 is 2.1 ml: 1.06 and 1.06", () => {
    const ml = coatMillilitres({
      ...{ areaCm2: cm2(100), coats: 1, method: "airbrush", product: acrylic, thinnerShare: 1 },
    }).value;
    expect(ml).toBeCloseTo(2.1, 1);
    expect(neatMillilitres(ml, 1)).toBeCloseTo(1.06, 2);
  });
  it("a colour coat draws the same paint at 0, 20 and 100 % but for what stays in the tool", () => {
    const neat = [0, 0.2, 1].map((thinnerShare) => {
      const of = { coats: 1, method: "brush", product: acrylic, thinnerShare } as const;
      const ml = coatMillilitres({ ...of, areaCm2: cm2(300) }).value;
      return neatMillilitres(ml - methods.brush.wasteMl * 1.2, thinnerShare);
    });
    for (const v of neat) expect(v).toBeCloseTo(neat[0]!, 9);
  });
});
