import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { moveSeconds } from "#core/print/bead";
import { addMove, cornerSpeed, loopSeconds, moveList, rowSeconds } from "#core/print/kinematics";

const motion = { acceleration: 1000, cornerMm: 0.02 };
const row = (list: readonly (readonly [length: number, limit: number, corner: number])[]) => {
  const moves = moveList(2);
  for (const m of list) addMove(moves, ...m);
  return rowSeconds(moves, 1000);
};

describe("a row of moves", () => {
  it("of one is L / v + v / a, or 2 sqrt(L / a) where full speed is never reached", () => {
    expect(row([[100, 50, 0]])).toBeCloseTo(moveSeconds(100, 50, 1000), 12);
    expect(row([[1, 50, 0]])).toBeCloseTo(2 * Math.sqrt(1 / 1000), 12);
  });
  it("straight on is one long move", () => {
    expect(
      row([
        [30, 50, 0],
        [30, 50, Infinity],
        [40, 50, Infinity],
      ]),
    ).toBeCloseTo(moveSeconds(100, 50, 1000), 12);
  });
  it("back and forth is each from rest to rest", () => {
    expect(
      row([
        [30, 50, 0],
        [30, 50, 0],
      ]),
    ).toBeCloseTo(2 * moveSeconds(30, 50, 1000), 12);
  });
  it("through a corner at 10 mm/s is two trapezoids worked by hand", () => {
    // 20 mm: up to 50 in 1.25 mm, down to 10 in 1.2 mm, the rest 17.55 mm at 50; and the same mirrored.
    const half = 50 / 1000 + 40 / 1000 + 17.55 / 50;
    expect(
      row([
        [20, 50, 0],
        [20, 50, 10],
      ]),
    ).toBeCloseTo(2 * half, 9);
  });
  it("never passes a corner that it could not brake for", () => {
    // 1 mm before a full stop at 1000 mm/s2 can be entered at sqrt(2000) = 44.7 mm/s at most.
    const fast = row([
      [100, 200, 0],
      [1, 200, Infinity],
    ]);
    expect(fast).toBeCloseTo(moveSeconds(101, 200, 1000), 9);
  });
  it("takes longer with more length, lower limits, slower corners, less acceleration", () => {
    const move = fc.tuple(
      fc.double({ min: 0.01, max: 50, noNaN: true }),
      fc.double({ min: 5, max: 300, noNaN: true }),
      fc.double({ min: 0, max: 100, noNaN: true }),
    );
    fc.assert(
      fc.property(fc.array(move, { minLength: 1, maxLength: 40 }), (list) => {
        const seconds = row(list);
        expect(seconds).toBeGreaterThanOrEqual(list.reduce((s, [l, v]) => s + l / v, 0) - 1e-9);
        expect(row(list.map(([l, v, c]) => [1.1 * l, v, c]))).toBeGreaterThan(seconds - 1e-9);
        expect(row(list.map(([l, v, c]) => [l, 0.9 * v, c]))).toBeGreaterThan(seconds - 1e-9);
        expect(row(list.map(([l, v, c]) => [l, v, 0.5 * c]))).toBeGreaterThan(seconds - 1e-9);
      }),
    );
  });
});

describe("a corner", () => {
  it("is free straight on, a stop back the way, and slower the sharper", () => {
    expect(cornerSpeed(1, 10, motion)).toBe(Infinity);
    expect(cornerSpeed(-1, 10, motion)).toBeCloseTo(0, 9);
    // A right angle: s = 0.7071, v = sqrt(1000 x 0.02 x 0.7071 / 0.2929) = 6.95 mm/s.
    expect(cornerSpeed(0, 10, motion)).toBeCloseTo(6.949, 3);
    const turns = [10, 30, 60, 90, 120, 170].map((deg) =>
      cornerSpeed(Math.cos((deg * Math.PI) / 180), 10, motion),
    );
    turns.slice(1).forEach((v, i) => expect(v).toBeLessThan(turns[i]!));
  });
});

describe("a closed line", () => {
  it("that is a square takes its four sides with three corners between", () => {
    const v = cornerSpeed(0, 20, motion);
    expect(loopSeconds([0, 0, 20, 0, 20, 20, 0, 20], 0, 4, 60, motion, moveList())).toBeCloseTo(
      row([
        [20, 60, 0],
        [20, 60, v],
        [20, 60, v],
        [20, 60, v],
      ]),
      9,
    );
  });
  it("that is a circle runs faster than the square of the same length, and in the same time however finely it is cut", () => {
    const circle = (n: number) =>
      Array.from({ length: 2 * n }, (_, i) =>
        i % 2 === 0 ? 12.73 * Math.cos((Math.PI * i) / n) : 12.73 * Math.sin((Math.PI * (i - 1)) / n),
      );
    const t = (n: number) => loopSeconds(circle(n), 0, n, 60, motion, moveList());
    expect(t(64)).toBeLessThan(loopSeconds([0, 0, 20, 0, 20, 20, 0, 20], 0, 4, 60, motion, moveList()));
    expect(t(256) / t(64)).toBeCloseTo(1, 1);
    // Round a radius of 1 mm no faster than sqrt(a r) = 31.6 mm/s, though 60 is asked for.
    const small = circle(200).map((v) => v / 12.73);
    expect(loopSeconds(small, 0, 200, 60, motion, moveList())).toBeGreaterThan((2 * Math.PI) / 32);
  });
});
