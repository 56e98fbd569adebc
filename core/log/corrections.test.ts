import { expect, it } from "vitest";
import { learnedFactor } from "#core/log/corrections";

const runs = (ratio: number, n: number) =>
  Array.from({ length: n }, () => ({ key: "longbed", estimated: 100, actual: 100 * ratio }));

it("is one with nothing on record and moves toward the truth as runs come in", () => {
  expect(learnedFactor([], "longbed")).toMatchObject({ value: 1, basis: "practice" });
  const few = learnedFactor(runs(1.3, 2), "longbed").value;
  const many = learnedFactor(runs(1.3, 40), "longbed").value;
  expect(few).toBeGreaterThan(1);
  expect(many).toBeGreaterThan(few);
  expect(many).toBeCloseTo(1.3, 1);
});

it("learns only from its own kind, and narrows when runs agree", () => {
  expect(learnedFactor(runs(2, 10), "other").value).toBe(1);
  const steady = learnedFactor(runs(1.1, 30), "longbed");
  expect(steady.high - steady.low).toBeLessThan(
    learnedFactor([], "longbed").high - learnedFactor([], "longbed").low,
  );
});
