import { describe, expect, it } from "vitest";
import { normalBins } from "#core/mesh/normalBins";
import { posedMesh, type Vec3 } from "#core/mesh/pose";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, terrain, together, torus } from "#core/mesh/testing";
import { boundingBox, boxSize, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { recordOf } from "#core/print/reprints";
import { failureOdds } from "#core/print/simulatedRun";
import { testFilament, testResin } from "#core/print/testing";
import { type Lay, type LayWishes, spreadDirections, waysUp } from "#core/print/wayUp";

/** Steps show on slopes, not on walls and flats: enough of the look test for these. */
const steps = (n: Vec3, b: Vec3) => {
  const c = Math.abs(n[0] * b[0] + n[1] * b[1] + n[2] * b[2]);
  return c > 0.15 && c < 0.999 ? c : 0;
};
const wishes: LayWishes = { school: null, front: null, minutesPerMm3: 0.004 };
const ways = (
  m: TriangleMesh,
  printer: Parameters<typeof waysUp>[3] = testFilament,
  given: Partial<LayWishes> = {},
): readonly Lay[] => waysUp(m, findTwins(m).twin, 1, printer, steps, { ...wishes, ...given });
const best = (lays: readonly Lay[], at: string) => lays.find((l) => l.bestAt.includes(at))!;

describe("surface by where it looks", () => {
  it("is all of it, and of a box six sides with their areas", () => {
    for (const m of [sphere(10, 20, 30), torus(10, 3, 20, 10), box(2, 3, 5)])
      expect(normalBins(m).reduce((s, b) => s + b.area, 0)).toBeCloseTo(solidProperties(m).area, 3);
    expect(
      normalBins(box(2, 3, 5))
        .map((b) => Math.round(b.area))
        .sort((p, q) => p - q),
    ).toEqual([6, 6, 10, 10, 15, 15]);
  });
  it("of spread directions leaves no large gap", () => {
    const all = spreadDirections(500);
    for (let k = 0; k < 200; k++) {
      const d = spreadDirections(200)[k]!;
      expect(Math.max(...all.map((a) => a[0] * d[0] + a[1] * d[1] + a[2] * d[2]))).toBeGreaterThan(
        Math.cos((7 * Math.PI) / 180),
      );
    }
  });
});

describe("ways up", () => {
  it("lay a thing that was drawn on its head on its foot", () => {
    // A mushroom: wide head on a thin stem.
    const mushroom = together(box(4, 4, 20), moved(box(30, 30, 4), -13, -13, 20));
    const lay = best(ways(mushroom), "least support");
    expect(lay.pose.down[2]).toBeGreaterThan(0.99);
    expect(lay.supportMm2).toBeLessThan(20);
    expect(lay.bedMm2).toBeCloseTo(900, 0);
  });
  it("lay a tall board down where time counts, and say how high it is each way", () => {
    const board = box(60, 4, 100);
    const lays = ways(board, testResin);
    // 4 mm, or 8 on supports.
    expect(best(lays, "soonest done").heightMm).toBeLessThan(10);
    for (const l of lays) {
      const size = boxSize(boundingBox(posedMesh(board, l.pose).positions));
      expect(size[2]).toBeCloseTo(l.heightMm, 2);
      expect(Math.max(size[0], size[1])).toBeCloseTo(l.widthMm, 1);
      expect(size[0]).toBeGreaterThanOrEqual(size[1] - 1e-3);
    }
  });
  it("always show the way it was drawn, and only ways that fit where any does", () => {
    const lays = ways(box(100, 60, 150), testResin);
    expect(lays.some((l) => l.pose.down[2] < -0.999)).toBe(true);
    expect(lays.filter((l) => l.fits).length).toBeGreaterThan(0);
    expect(best(lays, "all together").fits).toBe(true);
  });
  it("keep supports off the front", () => {
    // A relief plate: its face looks along -y.
    const plate = together(box(60, 6, 40), moved(box(40, 3, 20), 10, -3, 10));
    const lay = best(ways(plate, testResin, { front: [0, -1, 0] }), "all together");
    expect(lay.frontScarMm2).toBeLessThan(50);
    expect(-lay.pose.down[1]).toBeLessThan(0.71);
  });
  it("follow the school: fewer supports where they are avoided, no way on the plate where all is tilted", () => {
    const m = posedMesh(terrain(24, 40, 2), { down: [0, 0, -1], turnDeg: 0 });
    const support = (school: LayWishes["school"]) =>
      best(ways(m, testResin, { school }), "all together").supportMm2;
    expect(support("avoid supports")).toBeLessThanOrEqual(support("tilt") + 1e-6);
    const flat = best(ways(box(60, 40, 3), testResin, { school: "flat on the plate" }), "all together");
    expect(flat.bedMm2).toBeGreaterThan(2000);
    expect(flat.raised).toBe(false);
    expect(best(ways(box(60, 40, 3), testResin, { school: "tilt" }), "all together").raised).toBe(true);
  });
  it("are gentler to the film tilted than flat", () => {
    const lays = ways(box(70, 50, 5), testResin);
    expect(best(lays, "gentlest peel").largestMm2).toBeLessThan(1000);
    expect(lays.find((l) => l.pose.down[2] < -0.999)!.largestMm2).toBeCloseTo(3500, 0);
  });
  it("are the same however its faces are listed, and stop when told to", () => {
    const m = torus(20, 6, 24, 12);
    expect(
      ways({
        positions: m.positions,
        triangles: m.triangles
          .slice()
          .reverse()
          .map((_, i, all) => all[i - (i % 3) + 2 - (i % 3)]!),
      }).length,
    ).toBeGreaterThan(0);
    expect(waysUp(m, findTwins(m).twin, 1, testFilament, steps, wishes, () => false)).toEqual([]);
  });
});

it("says of each way how often it fails, by the odds that a plate of it alone would have", () => {
  const lays = ways(box(20, 20, 90));
  const odds = (slender: number, baseMm: number) =>
    failureOdds(
      "filament",
      [{ pieceId: "a", name: "", slender, flatMm2: 0, baseMm, islands: 0 }],
      recordOf([]),
    ).total;
  const standing = lays.find((l) => l.heightMm > 89 && l.heightMm < 91)!;
  const lying = lays.find((l) => l.heightMm > 19 && l.heightMm < 21)!;
  expect(standing.failsShare).toBeCloseTo(odds(4.5, 20), 6);
  expect(lying.failsShare).toBeCloseTo(odds(1, 90), 6);
  // A thin plank for resin is not stood on its end, however little support that takes.
  const [plank] = ways(box(80, 10, 6), testResin);
  expect(plank!.heightMm).toBeLessThan(75);
});
