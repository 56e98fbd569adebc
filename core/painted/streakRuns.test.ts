import { describe, expect, it } from "vitest";
import { box, moved, sphere, together } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";
import { foundShare, layerLies } from "#core/painted/layerLies";
import { streakRuns } from "#core/painted/streakRuns";
import { faceNumbers, meanBy, readyToPaint, testLayer } from "#core/painted/testing";

/** A roof of two slopes of 60 mm at 45 degrees under a ridge of 60 mm, closed below. */
function roof(): TriangleMesh {
  const s = 60 / Math.SQRT2;
  const [a, b, c, d] = [
    [0, -s, 0],
    [60, -s, 0],
    [60, s, 0],
    [0, s, 0],
  ] as const;
  const [r, q] = [
    [0, 0, s],
    [60, 0, s],
  ] as const;
  const faces = [
    [a, b, q],
    [a, q, r],
    [c, d, r],
    [c, r, q],
    [b, c, q],
    [d, a, r],
    [a, c, b],
    [a, d, c],
  ];
  return weld({ corners: Float32Array.from(faces.flat(2)) });
}
/** A course of slates, 60 mm long: a sheet of 0.6 mm on a slope of 45 degrees, from its lower edge up; corners. */
function slate(i: number): number[] {
  const at = (x: number, along: number, out: number) => {
    const [u, v] = [along / Math.SQRT2, out / Math.SQRT2];
    return [x, u - v, u + v];
  };
  const [from, to] = [5 * i, 5 * i + 6.5];
  // Its head lies under the next course.
  const corners = [
    [from, 0.05],
    [to, -0.6],
    [to, 0],
    [from, 0.65],
  ] as const;
  const quad = (a: number[], b: number[], c: number[], d: number[]) => [a, b, c, a, c, d].flat();
  const [l, r] = [0, 60].map((x) => corners.map(([along, out]) => at(x, along, out)));
  const sides = [0, 1, 2, 3].flatMap((k) => {
    const j = (k + 1) % 4;
    return quad(l![k]!, l![j]!, r![j]!, r![k]!);
  });
  return [...sides, ...quad(r![0]!, r![1]!, r![2]!, r![3]!), ...quad(l![3]!, l![2]!, l![1]!, l![0]!)];
}
const ready = readyToPaint(roof(), 1);
const all = (of: { area: Float32Array }) => faceNumbers(of.area.length);
/** The faces of the front slope. */
const slope = all(ready.shape).filter((f) => ready.shape.normal[3 * f + 1]! < -0.5);

describe("C16: streaks start where water does and run down", () => {
  it("a roof slope of 60 mm has 10 to 15 runs from the ridge, none longer than 30 mm", () => {
    const { runs } = streakRuns(ready.shape, slope, null, 1);
    expect(runs.length).toBeGreaterThanOrEqual(10);
    expect(runs.length).toBeLessThanOrEqual(15);
    const ridge = 60 / Math.SQRT2;
    for (const { path, lengthMm, slopeMm } of runs) {
      expect(path[2]).toBeCloseTo(ridge, 3);
      expect(slopeMm).toBeCloseTo(60, 0);
      expect(lengthMm).toBeLessThanOrEqual(30 + 1e-6);
      expect(lengthMm).toBeGreaterThan(10);
      // Straight down the slope: it does not follow the edges of the mesh.
      expect(path.at(-3)! - path[0]!).toBeCloseTo(0, 3);
      const [dy, dz] = [path.at(-2)! - path[1]!, path.at(-1)! - path[2]!];
      expect(Math.hypot(dy, dz)).toBeCloseTo(lengthMm, 3);
      expect(dz).toBeCloseTo(dy, 3);
    }
  });
  it("one, three, five on each edge: so many, and more of it is covered", () => {
    const shares = [1, 3, 5].map((perSlope) => {
      const runs = { perSlope, count: 0, longestMm: 0 };
      const layer = testLayer("s", "streak", { method: "wash", place: "runs", runs, coverage: 0.1 });
      const found = foundShare(ready.shape, slope, layer);
      expect(found.runs!.count).toBe(perSlope);
      expect(found.runs!.longestMm).toBeLessThanOrEqual(30 + 1e-6);
      const { cover } = layerLies(ready.shape, slope, layer);
      const area = slope.reduce((sum, f) => sum + ready.shape.area[f]!, 0);
      const covered = slope.reduce((sum, f, i) => sum + ready.shape.area[f]! * cover[i]!, 0);
      expect(found.share).toBeCloseTo(covered / area, 9);
      return found.share;
    });
    expect(shares[1]!).toBeGreaterThan(1.5 * shares[0]!);
    expect(shares[2]!).toBeGreaterThan(shares[1]!);
    // What a run covers by its law: half of 0.6 mm at its start and 0.25 at its end, thinning to a half: 2/3 mm2 a mm.
    const { runs } = streakRuns(ready.shape, slope, 5, 1);
    const long = runs.reduce((sum, r) => sum + r.lengthMm, 0);
    expect((shares[2]! * 3600) / (long * 2 * (0.6 - 0.325 + 0.175 / 3))).toBeCloseTo(1, 1);
  });
  it("the other slope has its own; what is level or hangs over has none", () => {
    const whole = streakRuns(ready.shape, all(ready.shape), 3, 1).runs;
    const front = whole.filter((r) => r.path.at(-2)! < r.path[1]! - 1);
    const back = whole.filter((r) => r.path.at(-2)! > r.path[1]! + 1);
    expect([front.length, back.length]).toEqual([3, 3]);
    const flat = readyToPaint(box(30, 30, 1), 1).shape;
    const top = all(flat).filter((f) => flat.normal[3 * f + 2]! > 0.9);
    expect(streakRuns(flat, top, null, 1).runs).toEqual([]);
  });
  it("on a wall they start below the sill that stands out of it, and stay off its other side", () => {
    const { shape } = readyToPaint(together(box(40, 1, 40), moved(box(12, 2, 2), 14, -2, 25)), 1);
    const { cover, runs } = streakRuns(shape, all(shape), 3, 2);
    expect(runs.length).toBeGreaterThan(5);
    const backs = all(shape).filter((f) => shape.normal[3 * f + 1]! > 0.9);
    expect(backs.some((f) => cover[f]! > 0)).toBe(true);
    const front = streakRuns(
      shape,
      all(shape).filter((f) => shape.normal[3 * f + 1]! < -0.9),
      3,
      2,
    );
    for (const f of backs) expect(front.cover[f]).toBe(0);
  });
  it("goes on over the lips of slates: it starts under the ridge alone, and not at each of them", () => {
    // Twelve courses of 5 mm up a slope of 45 degrees, each lying 0.6 mm over the one below.
    const courses = Array.from({ length: 12 }, (_, i) => slate(i));
    const { shape } = readyToPaint(weld({ corners: Float32Array.from(courses.flat()) }), 1);
    const up = all(shape).filter((f) => shape.normal[3 * f + 1]! < -0.5 && shape.normal[3 * f + 2]! > 0.5);
    const { runs } = streakRuns(shape, up, null, 1);
    expect(runs.length).toBeGreaterThanOrEqual(10);
    expect(runs.length).toBeLessThanOrEqual(15);
    for (const { path, lengthMm, slopeMm } of runs) {
      expect(path[2]).toBeGreaterThan(38);
      expect(slopeMm).toBeGreaterThan(50);
      expect(lengthMm).toBeGreaterThan(9);
    }
  });
  it("is the same again with its seed; a ball without an edge has runs from its top alone or none", () => {
    const one = streakRuns(ready.shape, slope, null, 4);
    expect(streakRuns(ready.shape, slope, null, 4).runs).toEqual(one.runs);
    expect(streakRuns(ready.shape, slope, null, 5).runs).not.toEqual(one.runs);
    const ball = readyToPaint(sphere(10, 16, 24), 1).shape;
    const { runs } = streakRuns(ball, all(ball), null, 1);
    for (const { path } of runs) expect(path.at(-1)!).toBeLessThan(path[2]!);
    expect(meanBy(ball.area, (f) => streakRuns(ball, new Uint32Array(), null, 1).cover[f]!)).toBe(0);
  });
});
