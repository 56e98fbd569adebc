import { describe, expect, it } from "vitest";
import { chooseResistor } from "#core/ground/resistor";
import { lampLines, stackedLayers } from "./view";

const layer = (id: string, depthMm: number) => ({ ground: { id, depthMm } }) as never;

describe("the section through a board", () => {
  it("lies from the bottom up: the last layer at the top, the first at the foot", () => {
    const { layers, thickMm } = stackedLayers([layer("board", 9), layer("foam", 20), layer("sand", 1)]);
    expect(thickMm).toBe(30);
    expect(layers.map((l) => [l.ground.id, l.belowTopMm])).toEqual([
      ["board", 21],
      ["foam", 1],
      ["sand", 0],
    ]);
    expect(stackedLayers([])).toEqual({ layers: [], thickMm: 0 });
  });
});

describe("a lamp", () => {
  it("names the resistor, its heat and size, and the hours of a cell where it has one", () => {
    const of = (cellMah: number | null) => {
      const choice = chooseResistor({ supplyV: 9, lampV: 2.1, wantedMa: 10, cellMah });
      if (!choice.ok) throw new Error("must be one");
      return Object.fromEntries(lampLines(choice.value));
    };
    expect(of(null)).toMatchObject({ resistor: "750 Ω", heat: "63 mW", "size to buy": "0.25 W or more" });
    expect(of(null)["cell lasts"]).toBeUndefined();
    expect(of(500)["cell lasts"]).toMatch(/^about \d+ h$/);
  });
});
