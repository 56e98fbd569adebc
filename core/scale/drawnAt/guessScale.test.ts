import { describe, expect, it } from "vitest";
import { box, moved, sphere, together } from "#core/mesh/testing";
import { guessScale, guessTogether, SURE } from "#core/scale/drawnAt/guessScale";
import { signsOf, testThing } from "#core/scale/drawnAt/testing";
import { nameSigns } from "#core/scale/drawnAt/words";

describe("names", () => {
  it.each([
    ["mill_wheel_1-48.stl", [48]],
    ["Shed 1to35", [35]],
    ["wall 1:72 v3", [72]],
    ["HO fence", [87.1]],
    ["station scale87", [87]],
    ["N gauge platform", [160]],
    ["letter n", []],
    ["version 1-2", []],
    ["house 2021-35", []],
  ])("%s says %j", (name, ratios) => {
    expect(nameSigns(name).ratios.map((r) => r.denominator)).toEqual(ratios);
  });
  it("say figures, units, full size and what a thing is", () => {
    expect(nameSigns("guard 28mm").figuresMm).toEqual([{ mm: 28, word: "28mm" }]);
    expect(nameSigns("screw 3mm").figuresMm).toEqual([]);
    expect(nameSigns("bolt inch").units.map((u) => u.unit)).toEqual(["inch"]);
    expect(nameSigns("barn full size").fullSize).toBe("full size");
    expect(nameSigns("barn full-size.stl").fullSize).toBe("full size");
    expect(nameSigns("door 1:1").fullSize).toBe("1:1");
    expect(nameSigns("quay 1 1-72").fullSize).toBeNull();
    expect(nameSigns("tile 1-1-48").fullSize).toBeNull();
    expect(nameSigns("old barrels").kind?.word).toBe("barrel");
    expect(nameSigns("benches").kind?.word).toBe("bench");
    expect(nameSigns("a hare").scaleless).toBe("hare");
    expect(nameSigns("toll house half 1").pieceOf).toBe(true);
    expect(nameSigns("toll house").pieceOf).toBe(false);
  });
});

/** A ladder of ten rungs 280 apart, in real mm, drawn at 1:n. */
const ladder = (n: number) => {
  const rail = box(60 / n, 30 / n, 3080 / n);
  const rungs = Array.from({ length: 10 }, (_, i) =>
    moved(box(402 / n, 28 / n, 28 / n), 59 / n, 1 / n, (280 * (i + 1)) / n),
  );
  return together(rail, moved(rail, 460 / n, 0, 0), ...rungs);
};

describe("readings", () => {
  it("have shares that add up to no more than one, the largest first, and reasons", () => {
    for (let i = 0; i < 40; i++) {
      const { readings } = guessScale(testThing(i).given, 72);
      const shares = readings.map((r) => r.share);
      expect(shares).toEqual([...shares].sort((a, b) => b - a));
      expect(shares.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(1 + 1e-9);
      expect(readings.every((r) => r.realMm > 0 && r.reasons.length <= 3)).toBe(true);
      const apart = readings.every((r, k) =>
        readings.every((o, j) => j === k || Math.abs(r.realMm / o.realMm - 1) >= 0.01),
      );
      expect(apart).toBe(true);
    }
  });
  it("do not change when the mesh lies elsewhere", () => {
    const there = guessScale(signsOf(moved(ladder(48), 300, -200, 50), "ladder"), 72);
    const here = guessScale(signsOf(ladder(48), "ladder"), 72);
    expect(there.readings[0]!.realMm).toBe(here.readings[0]!.realMm);
    expect(there.readings[0]!.share).toBeCloseTo(here.readings[0]!.share, 2);
  });
  it("of a scene at the very ratio are favoured, and a word of another ratio is stronger", () => {
    expect(guessScale(signsOf(ladder(87), "ladder"), 87).readings[0]!.source).toEqual({
      kind: "ratio",
      denominator: 87,
    });
    const told = guessScale(signsOf(ladder(48), "ladder 1-48"), 87);
    expect(told.readings[0]!.source).toEqual({ kind: "ratio", denominator: 48 });
    expect(told.readings[0]!.reasons.join()).toContain("its name says 1-48");
    expect(told.state).toBe("sure");
  });
  it("of a half of a house follow its name, for a half is smaller than a house", () => {
    const half = signsOf(box(20, 30, 30), "toll house half 1 1-72");
    expect(guessScale(half, 76).readings[0]!.source).toEqual({ kind: "ratio", denominator: 72 });
    expect(guessScale(half, 76).readings[0]!.share).toBeGreaterThan(0.8);
  });
  it("know a thing drawn at full size, in whatever unit", () => {
    expect(guessScale(signsOf(ladder(1), "ladder"), 72).readings[0]!.source.kind).toBe("full");
    const metres = guessScale(signsOf(ladder(1000), "ladder full size"), 72).readings[0]!;
    expect([metres.source.kind, metres.unit]).toEqual(["full", "meter"]);
  });
  it("of what has no true scale are never told as sure", () => {
    const hare = signsOf(
      together(moved(sphere(20, 12, 18), 0, 0, 20), moved(sphere(10, 9, 12), 20, 0, 40)),
      "hare 1-72",
    );
    expect(guessScale(hare, 72).state).toBe("open");
    expect(guessScale(hare, 72).scaleless).toBe("hare");
  });
  it("of files that came together lean on each other", () => {
    const clear = signsOf(ladder(48), "ladder 1-48", "a folder");
    const unclear = signsOf(box(30, 20, 25), "thing", "a folder");
    const alone = guessScale(unclear, 72).readings;
    const [, beside] = guessTogether([clear, unclear], 72);
    const share = (readings: typeof alone) =>
      readings.find(
        (r) => r.source.kind === "ratio" && r.source.denominator === 48 && r.unit === "millimeter",
      )?.share ?? 0;
    expect(share(beside!.readings)).toBeGreaterThan(share(alone));
    expect(guessTogether([unclear], 72)[0]).toEqual(guessScale(unclear, 72));
  });
});

/** Common practice is what the generated things are made of; the odd ones were not looked at while tuning. */
describe("over generated things of known drawing", () => {
  const cases = Array.from({ length: 200 }, (_, i) => testThing(2 * i + 1)).map((thing) => ({
    thing,
    guess: guessScale(thing.given, 72),
  }));
  const real = cases.filter((c) => c.thing.realMm !== null);
  const right = ({ thing, guess }: (typeof cases)[number], k: number) =>
    Math.abs((guess.readings[k]?.realMm ?? 0) / thing.realMm! - 1) < 0.07;
  it("three of five are right at first, five of six among the three that are drawn", () => {
    expect(real.filter((c) => right(c, 0)).length / real.length).toBeGreaterThan(0.6);
    expect(real.filter((c) => [0, 1, 2].some((k) => right(c, k))).length / real.length).toBeGreaterThan(0.82);
  });
  it("what is told as sure is wrong in at most one of twenty", () => {
    const sure = real.filter((c) => c.guess.readings[0]!.share >= SURE);
    expect(sure.length).toBeGreaterThan(30);
    expect(sure.filter((c) => !right(c, 0)).length / sure.length).toBeLessThanOrEqual(0.05);
  });
  it("and nothing without a true scale is told as sure", () => {
    const none = cases.filter((c) => c.thing.realMm === null);
    expect(none.length).toBeGreaterThan(5);
    expect(none.filter((c) => c.guess.state === "sure")).toEqual([]);
  });
});
