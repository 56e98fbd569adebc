import { intersectD, type PathsD, FillRule, areaPathsD, inflatePathsD, JoinType, EndType } from "clipper2-ts";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chanceOf } from "#core/random";
import { isClear, areaOf, nest, type NestOptions, type NestPiece, type NestResult } from "#core/print/nest";
import { boundsOf, type NestOutline, turnedOutline } from "#core/print/nestShape";

const rectangle = (w: number, d: number): NestOutline => [[0, 0, w, 0, w, d, 0, d]];
const ell = (w: number, d: number, t: number): NestOutline => [[0, 0, w, 0, w, t, t, t, t, d, 0, d]];
const yoke = (w: number, d: number, t: number): NestOutline => [
  [0, 0, w, 0, w, d, w - t, d, w - t, t, t, t, t, d, 0, d],
];
const ring = (r: number, inner: number): NestOutline => [
  Array.from({ length: 64 }, (_, i) =>
    i % 2 === 0 ? r + r * Math.cos((Math.PI * i) / 32) : r + r * Math.sin((Math.PI * (i - 1)) / 32),
  ),
  Array.from({ length: 64 }, (_, i) =>
    i % 2 === 0 ? r + inner * Math.cos((-Math.PI * i) / 32) : r + inner * Math.sin((-Math.PI * (i - 1)) / 32),
  ),
];
const piece = (id: string, outline: NestOutline, given: Partial<NestPiece> = {}): NestPiece => ({
  id,
  shape: given.shape ?? id,
  outline,
  ...given,
});
const bed: NestOptions = { widthMm: 235, depthMm: 235, spacingMm: 2 };

/** The true outline of a piece where it lies. */
const laidOutline = (
  pieces: readonly NestPiece[],
  n: { id: string; xMm: number; yMm: number; turnDeg: number },
) =>
  turnedOutline(pieces.find((p) => p.id === n.id)!.outline, n.turnDeg).map((line) =>
    line.map((v, i) => v + (i % 2 === 0 ? n.xMm : n.yMm)),
  );
const paths = (lines: readonly (readonly number[])[]): PathsD =>
  lines.map((line) =>
    Array.from({ length: line.length / 2 }, (_, i) => ({ x: line[2 * i]!, y: line[2 * i + 1]! })),
  );

/** Held against an independent polygon library, on the outlines as they were given. */
function checked(pieces: readonly NestPiece[], options: NestOptions, result: NestResult): void {
  expect([...result.plates.flat().map((n) => n.id), ...result.tooLarge].sort()).toEqual(
    pieces.map((p) => p.id).sort(),
  );
  for (const plate of result.plates) {
    const all = plate.map((n) => laidOutline(pieces, n));
    for (const lines of all) {
      const b = boundsOf(lines);
      expect(
        b.x0 > -1e-6 && b.y0 > -1e-6 && b.x1 < options.widthMm + 1e-6 && b.y1 < options.depthMm + 1e-6,
      ).toBe(true);
    }
    all.forEach((a, i) =>
      all.slice(i + 1).forEach((b) => {
        const [ba, bb] = [boundsOf(a), boundsOf(b)];
        if (ba.x0 > bb.x1 + 2 || bb.x0 > ba.x1 + 2 || ba.y0 > bb.y1 + 2 || bb.y0 > ba.y1 + 2) return;
        // One of them widened by the spacing, less a hair, must not meet the other.
        const wide = inflatePathsD(paths(a), options.spacingMm - 0.01, JoinType.Round, EndType.Polygon, 2, 4);
        expect(Math.abs(areaPathsD(intersectD(wide, paths(b), FillRule.NonZero, 4)))).toBeLessThan(0.02);
      }),
    );
  }
}

it("lays the first piece into the corner of the bed, whatever is kept between pieces", () => {
  for (const spacingMm of [2, 6, 12]) {
    const options = { ...bed, spacingMm };
    const [laid] = nest([piece("a", rectangle(40, 30))], options).plates[0]!;
    const { x0, y0 } = boundsOf(laidOutline([piece("a", rectangle(40, 30))], laid!));
    expect([x0, y0]).toEqual([expect.closeTo(0, 0), expect.closeTo(0, 0)]);
  }
});

describe("nesting", () => {
  it("never lays two pieces over or near each other, nor over the edge, whatever they are", () => {
    const one = fc.tuple(
      fc.integer({ min: 0, max: 3 }),
      fc.double({ min: 8, max: 90, noNaN: true }),
      fc.double({ min: 8, max: 90, noNaN: true }),
      fc.double({ min: 2, max: 6, noNaN: true }),
    );
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 24 }), (list) => {
        const pieces = list.map(([kind, w, d, t], i) =>
          piece(
            `p${i}`,
            kind === 0
              ? rectangle(w, d)
              : kind === 1
                ? ell(w, d, t)
                : kind === 2
                  ? yoke(w, d, Math.min(t, w / 3))
                  : ring(w / 2, w / 4),
          ),
        );
        const options = { ...bed, widthMm: 135, depthMm: 81 };
        checked(pieces, options, nest(pieces, options));
      }),
      { numRuns: 40 },
    );
  });
  it("is the same however the pieces are listed", () => {
    const pieces = Array.from({ length: 40 }, (_, i) =>
      piece(
        `p${i}`,
        i % 2 === 0
          ? ell(20 + 60 * chanceOf(3, i), 20 + 60 * chanceOf(4, i), 8)
          : rectangle(10 + 50 * chanceOf(5, i), 10 + 50 * chanceOf(6, i)),
      ),
    );
    expect(nest([...pieces].reverse(), bed)).toEqual(nest(pieces, bed));
  });
  it("takes at least a tenth fewer plates by outline than by box on pieces shaped like L and U", () => {
    const pieces = Array.from({ length: 200 }, (_, i) =>
      piece(
        `p${i}`,
        i % 2 === 0
          ? ell(40 + 50 * chanceOf(1, i), 40 + 50 * chanceOf(2, i), 12)
          : yoke(40 + 50 * chanceOf(1, i), 40 + 50 * chanceOf(2, i), 12),
      ),
    );
    const result = nest(pieces, bed);
    const boxes = nest(
      pieces.map((p) => {
        const { x0, y0, x1, y1 } = boundsOf(p.outline);
        return piece(p.id, rectangle(x1 - x0, y1 - y0));
      }),
      bed,
    ).plates.length;
    expect(result.plates.length).toBeLessThanOrEqual(0.9 * boxes);
    expect(result.plates.length).toBeGreaterThanOrEqual(result.bound);
    checked(pieces, bed, result);
  });
  it("stays within 1.15 of the known best where pieces tile the bed", () => {
    // 9 squares of 77 mm with 2 mm between them tile 235 mm exactly; 81 of them fill nine plates.
    const squares = Array.from({ length: 81 }, (_, i) =>
      piece(`s${i}`, rectangle(77, 77), { shape: "square" }),
    );
    expect(nest(squares, bed).plates.length).toBeLessThanOrEqual(10);
    // Two L of 113 x 76 by 36.5 make a rectangle of 113 x 114.5: eight to a plate.
    const corners = Array.from({ length: 64 }, (_, i) =>
      piece(`l${i}`, ell(113, 76, 36.5), { shape: "ell" }),
    );
    expect(nest(corners, bed).plates.length).toBeLessThanOrEqual(9);
  });
  it("puts small pieces into the holes of large ones", () => {
    const pieces = [
      piece("ring", ring(100, 80)),
      ...Array.from({ length: 6 }, (_, i) => piece(`d${i}`, rectangle(40, 40), { shape: "d" })),
    ];
    expect(nest(pieces, { ...bed, widthMm: 202, depthMm: 202 }).plates.length).toBe(1);
  });
  it("leaves locked pieces where they are and lays the others round them", () => {
    const pieces = [
      piece("a", rectangle(60, 60)),
      piece("b", rectangle(50, 50)),
      piece("c", ell(80, 80, 20)),
    ];
    const locked = [{ id: "a", plate: 0, xMm: 77.3, yMm: 90.1, turnDeg: 30 }];
    const result = nest(pieces, { ...bed, locked });
    expect(result.plates.flat().find((n) => n.id === "a")).toEqual({
      id: "a",
      xMm: 77.3,
      yMm: 90.1,
      turnDeg: 30,
    });
    checked(pieces, bed, result);
  });
  it("holds no more weight on a plate than allowed, but for a single piece, and puts the tallest together", () => {
    const pieces = Array.from({ length: 12 }, (_, i) =>
      piece(`p${i}`, rectangle(30, 30), { shape: "p", weight: i === 0 ? 900 : 200 }),
    );
    const plates = nest(pieces, { ...bed, mostWeight: 600 }).plates;
    for (const plate of plates)
      expect(
        plate.length === 1 ||
          plate.reduce((s, n) => s + pieces.find((p) => p.id === n.id)!.weight!, 0) <= 600,
      ).toBe(true);
    const tall = Array.from({ length: 20 }, (_, i) =>
      piece(`t${String(i).padStart(2, "0")}`, rectangle(100, 100), {
        shape: "t",
        rank: i % 5 === 0 ? 100 : 20,
      }),
    );
    const [first] = nest(tall, bed).plates;
    expect(first!.map((n) => tall.find((p) => p.id === n.id)!.rank)).toEqual([100, 100, 100, 100]);
  });
  it("says what is too large, and lays nothing of nothing", () => {
    expect(nest([piece("huge", rectangle(300, 10))], bed)).toMatchObject({ plates: [], tooLarge: ["huge"] });
    expect(nest([], bed)).toEqual({ plates: [], tooLarge: [], bound: 0 });
  });
  it("goes slantwise only where it was allowed to", () => {
    const long = [piece("long", rectangle(300, 10))];
    expect(nest(long, { ...bed, turns: 8 }).plates.length).toBe(1);
    checked(long, bed, nest(long, { ...bed, turns: 8 }));
  });
});

describe("the distance test", () => {
  it("agrees with the widened outline of an independent library", () => {
    for (let k = 0; k < 60; k++) {
      const a = turnedOutline(ell(30, 20, 6), 360 * chanceOf(7, k));
      const b = turnedOutline(yoke(24, 24, 5), 360 * chanceOf(8, k));
      const x = 60 * chanceOf(9, k) - 30;
      const y = 60 * chanceOf(10, k) - 30;
      const moved = b.map((line) => line.map((v, i) => v + (i % 2 === 0 ? x : y)));
      const meets = (by: number) =>
        Math.abs(
          areaPathsD(
            intersectD(
              inflatePathsD(paths(a), by, JoinType.Round, EndType.Polygon, 2, 4),
              paths(moved),
              FillRule.NonZero,
              4,
            ),
          ),
        ) > 1e-3;
      const free = isClear(a, 0, 0, boundsOf(a), b, x, y, 3);
      if (meets(2.95)) expect(free).toBe(false);
      if (!meets(3.05)) expect(free).toBe(true);
    }
  });
  it("knows the area of an outline with its sign", () => {
    expect(areaOf(rectangle(3, 4)[0]!)).toBe(12);
    expect(areaOf([...rectangle(3, 4)[0]!].reverse().map((_, i, r) => r[i % 2 === 0 ? i + 1 : i - 1]!))).toBe(
      -12,
    );
  });
});
