import { describe, expect, it } from "vitest";
import { cupOf, partsOf, variantName, withDrop, withoutLast } from "#core/paint/cup";

describe("C1: a mix that writes itself", () => {
  it("grey 3 drops, too light, + 1 black, + 1 black: kept as 3 : 2 with both additions", () => {
    const start = cupOf({ parts: [{ paintId: "grey", parts: 3 }] });
    const cup = withDrop(withDrop(start, "black"), "black");
    expect(partsOf(cup)).toEqual([
      { paintId: "grey", parts: 3 },
      { paintId: "black", parts: 2 },
    ]);
    expect(cup.additions).toEqual([
      { paintId: "black", drops: 1 },
      { paintId: "black", drops: 1 },
    ]);
  });
  it("begins with whole drops of half parts, and ends in smallest whole numbers", () => {
    const cup = cupOf({
      parts: [
        { paintId: "a", parts: 1.5 },
        { paintId: "b", parts: 0.5 },
      ],
    });
    expect([...cup.drops]).toEqual([
      ["a", 3],
      ["b", 1],
    ]);
    expect(partsOf(withDrop(cup, "b"))).toEqual([
      { paintId: "a", parts: 3 },
      { paintId: "b", parts: 2 },
    ]);
    expect(
      partsOf({
        drops: new Map([
          ["a", 4],
          ["b", 2],
        ]),
      }),
    ).toEqual([
      { paintId: "a", parts: 2 },
      { paintId: "b", parts: 1 },
    ]);
  });
  it("takes a drop back that was told by mistake, and nothing that was there before", () => {
    const start = cupOf({ parts: [{ paintId: "a", parts: 2 }] });
    expect(withoutLast(withDrop(start, "b"))).toEqual(start);
    expect(withoutLast(start)).toEqual(start);
  });
});

it("C7: variants are numbered on", () => {
  expect(variantName("Wall brown", ["Wall brown"])).toBe("Wall brown, variant 2");
  expect(variantName("Wall brown, variant 2", ["Wall brown, variant 2"])).toBe("Wall brown, variant 3");
});
