import { describe, expect, it } from "vitest";
import { bestBuys, type Offered } from "#core/paint/bestBuy";
import { labOfHex } from "#core/paint/colour";
import { bestMixes } from "#core/paint/bestMixes";
import { testPaint } from "#core/plan/testing";
import { chanceOf } from "#core/random";

const lab = (hex: string) => {
  const read = labOfHex(hex);
  if (!read.ok) throw new Error(hex);
  return read.value;
};
const offer = (name: string, hex: string): Offered => ({ name, hex, lab: lab(hex) });
const grey = [testPaint("white", "#f2f0ea"), testPaint("black", "#262626")];

describe("one pot more", () => {
  it("that is the wanted colour itself comes first, and is told to leave nothing", () => {
    const buys = bestBuys([lab("#a03020")], grey, [offer("sand", "#c8b48c"), offer("red", "#a03020")]);
    expect(buys[0]).toMatchObject({ offered: { name: "red" }, helps: 1 });
    expect(buys[0]!.with).toBeLessThan(0.01);
    expect(buys[0]!.without).toBeGreaterThan(20);
  });
  it("that is owned already, or is no help, is not named", () => {
    expect(bestBuys([lab("#a03020")], grey, [offer("white again", "#f2f0ea")])).toEqual([]);
    expect(bestBuys([], grey, [offer("red", "#a03020")])).toEqual([]);
  });
  it("never makes a target worse, and names the largest gain over all of them", () => {
    const colour = (seed: number) =>
      `#${[0, 1, 2]
        .map((c) =>
          Math.floor(40 + 180 * chanceOf(seed, c))
            .toString(16)
            .padStart(2, "0"),
        )
        .join("")}`;
    const targets = [1, 2, 3].map((s) => lab(colour(s)));
    const offers = [11, 12, 13, 14, 15].map((s) => offer(`pot ${s}`, colour(s)));
    const buys = bestBuys(targets, grey, offers);
    for (const b of buys) expect(b.with).toBeLessThanOrEqual(b.without);
    const sums = buys.map((b) => b.with);
    expect(sums).toEqual([...sums].sort((a, b) => a - b));
    // Beside the search of mixes: with the pot on the shelf, pairs in tenths are what it finds at the most.
    const [best] = buys;
    const shelf = [...grey, { ...testPaint("bought", best!.offered.hex), id: "bought" }];
    const found = targets.map((t) =>
      Math.min(
        ...bestMixes(t, shelf, 50)
          .filter((m) => m.parts.length <= 2)
          .map((m) => m.difference),
      ),
    );
    expect(found.reduce((sum, d) => sum + d, 0)).toBeCloseTo(best!.with, 1);
  });
  it("is found beside no medium, varnish or glue: these are no colours to mix with", () => {
    const medium = { ...testPaint("medium", "#a03020"), kind: "medium" as const };
    const target = [lab("#a03020")];
    expect(bestBuys(target, [...grey, medium], [offer("red", "#a03020")])[0]!.with).toBeLessThan(0.01);
    expect(
      bestMixes(target[0]!, [...grey, medium]).some((m) => m.parts.some((p) => p.paintId === "medium")),
    ).toBe(false);
  });
  it("is found for an empty shelf too", () => {
    const [first] = bestBuys([lab("#a03020")], [], [offer("red", "#a03020"), offer("sand", "#c8b48c")]);
    expect(first!.offered.name).toBe("red");
    expect(Number.isFinite(first!.without)).toBe(true);
  });
});
