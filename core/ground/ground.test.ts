import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { boardGrams, type GroundLayer, groundMaterials, layerAmounts } from "#core/ground/groundLayer";
import { cellShare, ratingFor, chooseResistor, e24, nextE24 } from "#core/ground/resistor";
import { materialOf } from "#core/materials/materials";
import { beamSagMm, ownWeightSagMm, rectangleInertiaMm4 } from "#core/ground/sag";

const board = { widthMm: 420, depthMm: 300 };
const layer = (change: Partial<GroundLayer> = {}): GroundLayer => ({
  id: "l",
  name: "grout",
  material: "grout",
  areaShare: 1,
  depthMm: 8,
  loose: false,
  ...change,
});

const CURED = materialOf("resin").bends!;

describe("ground", () => {
  it("weighs over 6 kg/m2 where a board 1.2 m square took more than 9 kg (common practice)", () => {
    const g = layerAmounts(layer({ depthMm: 4.7 }), { widthMm: 1200, depthMm: 1200 }).grams.value;
    expect(g / 1.44).toBeGreaterThan(6000);
    expect(g).toBeGreaterThan(9000);
  });
  it("grows with depth and area in proportion", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 40, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (depthMm, areaShare) => {
          expect(
            layerAmounts(layer({ depthMm, areaShare }), board).grams.value / (depthMm * areaShare),
          ).toBeCloseTo(layerAmounts(layer({ depthMm: 1 }), board).grams.value, 6);
        },
      ),
    );
  });
  it("asks for binder only where the ground is loose", () => {
    expect(layerAmounts(layer(), board).binderMl).toBeNull();
    expect(layerAmounts(layer({ loose: true, depthMm: 1 }), board).binderMl!.value).toBeCloseTo(
      1260 * 0.1 * 0.4,
      9,
    );
  });
  it("puts a 420 x 300 board of 12 mm plywood, 8 mm grout and a fifth of 6 mm water at about 2.5 kg", () => {
    const layers = [
      layer({ material: "plywood", depthMm: 12 }),
      layer(),
      layer({ material: "water-resin", areaShare: 0.2, depthMm: 6 }),
    ];
    const total = boardGrams(layers, board, exact(120, "g", "computed"));
    expect(total.value).toBeGreaterThan(2300);
    expect(total.value).toBeLessThan(2900);
    expect(total.low).toBeLessThan(total.value);
  });
  it("has every material once, with a range", () => {
    expect(new Set(groundMaterials.map((m) => m.id)).size).toBe(groundMaterials.length);
    for (const m of groundMaterials) expect(m.gPerCm3!.high).toBeGreaterThan(m.gPerCm3!.low);
  });
});

describe("sag", () => {
  it("is 5 w L^4 / 384 E I, and eight times as much at double span per mm of load, twice over", () => {
    expect(beamSagMm(0.001, 100, 2000, rectangleInertiaMm4(10, 1))).toBeCloseTo(
      (5 * 0.001 * 1e8) / (384 * 2000 * (10 / 12)),
      12,
    );
    expect(beamSagMm(1, 200, 1, 1) / beamSagMm(1, 100, 1, 1)).toBeCloseTo(16, 9);
    expect(ownWeightSagMm(72, 12, 0.8, 1.15, CURED)).toBeGreaterThan(0);
    expect(ownWeightSagMm(72, 12, 0.4, 1.15, CURED) / ownWeightSagMm(72, 12, 0.8, 1.15, CURED)).toBeCloseTo(
      4,
      6,
    );
  });
});

describe("resistor", () => {
  it("takes 750 ohm for 9 V, 2.1 V, 10 mA: 9.2 mA and 63 mW", () => {
    const r = chooseResistor({ supplyV: 9, lampV: 2.1, wantedMa: 10, cellMah: null });
    expect(r.ok && r.value).toMatchObject({ ohm: 750 });
    expect(r.ok && r.value.currentMa).toBeCloseTo(9.2, 9);
    expect(r.ok && r.value.milliwatts).toBeCloseTo(63.48, 2);
  });
  it("runs a 225 mAh cell about 22 h at 5 mA", () => {
    const r = chooseResistor({ supplyV: 3, lampV: 2, wantedMa: 5, cellMah: 225 });
    expect(r.ok && r.value.hours).toBeCloseTo(22.5, 0);
  });
  it("lasts on a cell by a curve: no step where the current passes 5 mA", () => {
    const shares = [0.2, 1, 2, 3, 4, 4.99, 5.01, 7, 10, 20, 100].map((ma) => cellShare(ma));
    shares.slice(1).forEach((s, i) => expect(s).toBeLessThanOrEqual(shares[i]! + 1e-12));
    expect(cellShare(4.99) - cellShare(5.01)).toBeLessThan(0.002);
    expect([1, 3, 5, 10].map((ma) => cellShare(ma))).toEqual([0.8, 0.6, 0.5, 0.35]);
  });
  it("gives nearly all of a round cell where a coin cell gives a third", () => {
    const hours = (cell: "coin cell" | "alkaline" | "rechargeable") => {
      const r = chooseResistor({ supplyV: 3, lampV: 2, wantedMa: 10, cellMah: 1000, cell });
      return r.ok ? r.value.hours! : 0;
    };
    expect(hours("alkaline") / hours("coin cell")).toBeCloseTo(0.95 / 0.35, 1);
    expect(hours("rechargeable")).toBeCloseTo(hours("alkaline"), 6);
    for (const kind of ["alkaline", "rechargeable"] as const) {
      const shares = [1, 25, 60, 100, 250, 900, 5000].map((ma) => cellShare(ma, kind));
      shares.slice(1).forEach((s, i) => expect(s).toBeLessThanOrEqual(shares[i]! + 1e-12));
    }
  });
  it("takes the next size that is sold at twice its heat, and is refused where none is", () => {
    expect([63, 62.5, 126, 600].map(ratingFor)).toEqual([0.25, 0.125, 0.5, 2]);
    expect(ratingFor(6000)).toBeNull();
    const hot = chooseResistor({ supplyV: 24, lampV: 2, wantedMa: 500, cellMah: null });
    expect(!hot.ok && hot.problems[0]!.code).toBe("light/too-hot");
    const usual = chooseResistor({ supplyV: 9, lampV: 2.1, wantedMa: 10, cellMah: null });
    expect(usual.ok && usual.value.ratingW).toBe(0.25);
  });
  it("never gives less than was asked, and always a value of E24", () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e6, noNaN: true }), (ohm) => {
        const chosen = nextE24(ohm);
        expect(chosen).toBeGreaterThanOrEqual(ohm * 0.999999);
        // The widest step of the series is from 1.3 to 1.5.
        expect(chosen / ohm).toBeLessThan(1.5 / 1.3 + 1e-6);
        const mantissa = Number((chosen / 10 ** Math.floor(Math.log10(chosen) + 1e-12)).toPrecision(3));
        expect([...e24, 10].some((v) => Math.abs(v - mantissa) < 1e-9)).toBe(true);
      }),
    );
  });
  it("refuses a supply that is too low", () => {
    expect(chooseResistor({ supplyV: 3, lampV: 3.1, wantedMa: 5, cellMah: null }).ok).toBe(false);
  });
});
