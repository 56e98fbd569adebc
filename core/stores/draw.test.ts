import { expect, it } from "vitest";
import { between } from "#core/figure";
import {
  amountText,
  countedAs,
  drawStores,
  type Need,
  type StockItem,
  takenFrom,
  toBuy,
} from "#core/stores/draw";

const stock: StockItem[] = [
  { id: "s1", needKey: "varnish", name: "Still Water", unit: "ml", left: 20, pricePerUnit: 10 },
];
const need = (value: number, high: number, forWhat: string, needKey = "varnish"): Need => ({
  needKey,
  name: needKey,
  unit: "ml",
  amount: between(value * 0.8, value, high, "ml", "practice"),
  forWhat,
});

it("says enough, close and short, and in which use it runs out", () => {
  expect(drawStores(stock, [need(8, 9, "cottage")])[0]).toMatchObject({ state: "enough", runsOutIn: null });
  expect(drawStores(stock, [need(18, 25, "cottage")])[0]).toMatchObject({ state: "close" });
  expect(drawStores(stock, [need(12, 13, "cottage"), need(12, 13, "quay")])[0]).toMatchObject({
    state: "short",
    runsOutIn: "quay",
    needed: 24,
  });
  expect(drawStores(stock, [need(1, 2, "x", "glue")])[0]).toMatchObject({ state: "none", left: 0 });
});

it("buys the shortfall at the 90 % amount, and nothing where there is enough", () => {
  const lines = drawStores(stock, [need(12, 13, "a"), need(12, 13, "b")]);
  expect(toBuy(lines)[0]!.buy).toBeCloseTo(4 + Math.SQRT2, 9);
  expect(toBuy(drawStores(stock, [need(1, 1, "a")]))).toEqual([]);
});

it("counts sheets whole, one that is begun as one, and everything else as it is", () => {
  expect([0, 0.07, 1, 1.02, 2].map((v) => amountText(v, "sheets"))).toEqual([
    "0 sheets",
    "1 sheet",
    "1 sheet",
    "2 sheets",
    "2 sheets",
  ]);
  expect([amountText(24.3, "ml"), amountText(820, "g")]).toEqual(["24.3 ml", "820 g"]);
});

it("takes from the oldest of several first, and counts what is more into the newest", () => {
  const jar = (id: string, left: number, madeOn: string): StockItem => ({
    ...{ id, needKey: "recipe:r", name: "wall", unit: "ml", left, pricePerUnit: 0 },
    batch: { madeOn, madeMl: 20, forWhat: "" },
  });
  const jars = [jar("new", 6, "2026-02-01"), jar("old", 5, "2026-01-01")];
  const left = (now: ReadonlyMap<string, number>) => [now.get("old"), now.get("new")];
  expect(left(takenFrom(jars, 3))).toEqual([2, 6]);
  expect(left(takenFrom(jars, 7))).toEqual([0, 4]);
  expect(left(takenFrom(jars, 50))).toEqual([0, 0]);
  expect(left(countedAs(jars, 8))).toEqual([2, 6]);
  expect(left(countedAs(jars, 13))).toEqual([5, 8]);
  expect(left(countedAs(jars, 11))).toEqual([5, 6]);
  expect(countedAs([], 4).size).toBe(0);
});
