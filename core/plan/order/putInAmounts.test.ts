import { describe, expect, it } from "vitest";
import { boardFacesCm2, withAmounts } from "#core/plan/order/putInAmounts";
import { testStep } from "#core/order/testing";

const board = { widthMm: 600, depthMm: 400, thickMm: 9 };

describe("what is put in takes its product from the shelf", () => {
  it("seals both faces and all edges of a board: 600 x 400 x 9 mm are 4,980 cm2 and two coats of them", () => {
    expect(boardFacesCm2(600, 400, 9)).toBeCloseTo((2 * 600 * 400 + 2 * 1000 * 9) / 100, 9);
    const seal = testStep({
      id: "s",
      action: "seal",
      product: "varnish",
      targets: ["ground:g", "board"],
      insertedBy: "O74",
    });
    const [sealed] = withAmounts([seal], board);
    expect(sealed!.areaCm2).toBeCloseTo(4980, 6);
    // 4,980 cm2, two coats of 15 um dry at 35 % solids, 90 % of it on the board, half a ml in the brush, a fifth over.
    expect(sealed!.mixMl!.value).toBeCloseTo(((498 * 2 * 0.015) / 0.35 / 0.9 + 0.5) * 1.2, 0);
    // Two coats at 20 min a square metre.
    expect(sealed!.handsMinutes.value).toBeCloseTo(2 * 0.498 * 20, 6);
    const thin = withAmounts([seal], { ...board, thickMm: null })[0]!;
    expect(thin.areaCm2).toBeGreaterThan(sealed!.areaCm2!);
  });
  it("seals the bed of water twice where the water stands, not the whole board, and iron once", () => {
    const seal = testStep({
      id: "s",
      action: "seal",
      product: "varnish",
      targets: ["ground:g", "board"],
      areaCm2: 100,
    });
    const ml = (insertedBy: string) => withAmounts([{ ...seal, insertedBy }], board)[0]!.mixMl!.value;
    expect(ml("O66")).toBeCloseTo(((10 * 2 * 0.015) / 0.35 / 0.9 + 0.5) * 1.2, 6);
    expect(ml("O67") - 0.6).toBeCloseTo((ml("O66") - 0.6) / 2, 6);
  });
  it("primes a whole face, and of filled spots a tenth of it", () => {
    const prime = testStep({
      id: "p",
      action: "prime",
      product: "brush primer",
      areaCm2: 200,
      insertedBy: "O13",
    });
    const ml = (insertedBy: string) => withAmounts([{ ...prime, insertedBy }], board)[0]!.mixMl!.value;
    expect(ml("O13")).toBeGreaterThan(ml("O44"));
    expect((ml("O13") - 0.6) / (ml("O44") - 0.6)).toBeCloseTo(10, 6);
  });
  it("leaves alone what the stages told, and what lays nothing", () => {
    const steps = [
      testStep({ id: "a", action: "prime", product: "brush primer", areaCm2: 200, insertedBy: null }),
      testStep({ id: "b", action: "wash", product: null, areaCm2: 200, insertedBy: "O6" }),
      testStep({ id: "c", action: "prime", product: "brush primer", areaCm2: null, insertedBy: "O13" }),
    ];
    expect(withAmounts(steps, board)).toEqual(steps);
  });
});
