import { polygonArea, polygonHull } from "d3-polygon";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { convexHull, type HullSide } from "#core/mesh/convexHull";
import { meshFlaws } from "#core/mesh/flaws";
import { meshPlanHull, planHull, smallestRectangle } from "#core/mesh/footprint";
import { isClosed, meshHealth } from "#core/mesh/health";
import { mendMesh, weldTolerance } from "#core/mesh/mend";
import { restingSides } from "#core/mesh/resting";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, insideOut, moved, sphere, terrain, together, torus, withoutFaces } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

const flawsOf = (m: TriangleMesh) => meshFlaws(m, findTwins(m));
const cloud = (n: number, seed: number) =>
  Float32Array.from({ length: 3 * n }, (_, i) => 100 * chanceOf(seed, i) - 50);

describe("flaws", () => {
  it("tells a hole by the length and the place of its rim", () => {
    const open = withoutFaces(box(10, 20, 30), 2);
    const { openLoops, loops } = flawsOf(open);
    expect(loops).toBe(1);
    expect(openLoops[0]).toMatchObject({ edges: 4, closed: true });
    expect(openLoops[0]!.length).toBeCloseTo(60, 4);
    expect(openLoops[0]!.at).toEqual([5, 10, 0]);
  });
  it("counts holes one by one, the longest rim first", () => {
    const many = together(withoutFaces(box(1, 1, 1), 2), moved(withoutFaces(box(5, 5, 5), 2), 20, 0, 0));
    expect(flawsOf(many).openLoops.map((l) => Math.round(l.length))).toEqual([20, 4]);
  });
  it("tells a hollow from a shell that is inside out, and a part from one sunk in another", () => {
    const hollow = together(sphere(10, 20, 20), insideOut(sphere(6, 20, 20)));
    expect(flawsOf(hollow).shells.map((s) => s.kind)).toEqual(["solid", "hollow"]);
    expect(flawsOf(insideOut(sphere(6, 12, 12))).shells.map((s) => s.kind)).toEqual(["inside out"]);
    expect(flawsOf(together(sphere(10, 20, 20), sphere(4, 20, 20))).shells.map((s) => s.kind)).toEqual([
      "solid",
      "inside another",
    ]);
    expect(flawsOf(together(box(5, 5, 5), moved(box(2, 2, 2), 20, 0, 0))).shells.map((s) => s.kind)).toEqual([
      "solid",
      "solid",
    ]);
  });
  it("finds a solid floating in a hollow to be solid again", () => {
    const nested = together(sphere(10, 24, 24), insideOut(sphere(8, 24, 24)), sphere(3, 12, 12));
    expect(flawsOf(nested).shells.map((s) => s.kind)).toEqual(["solid", "hollow", "solid"]);
  });
  it("counts patches that look the other way", () => {
    const ball = sphere(10, 12, 12);
    const triangles = ball.triangles.slice();
    for (const f of [3, 100])
      [triangles[3 * f + 1], triangles[3 * f + 2]] = [triangles[3 * f + 2]!, triangles[3 * f + 1]!];
    expect(flawsOf({ ...ball, triangles }).flippedPatches).toBe(2);
  });
  it("knows hundreds of shells", () => {
    const grains = together(
      ...Array.from({ length: 300 }, (_, i) => moved(box(1, 1, 1), 3 * (i % 20), 3 * Math.floor(i / 20), 0)),
    );
    expect(flawsOf(grains).shellCount).toBe(300);
  });
});

describe("mending", () => {
  it("leaves a sound mesh as it is", () => {
    const m = torus(20, 5, 30, 12);
    const { mesh, report } = mendMesh(m);
    expect(report).toEqual({ joinedVertices: 0, droppedFaces: 0, turnedFaces: 0 });
    expect(soupOf(mesh).corners).toEqual(soupOf(m).corners);
  });
  it("closes cracks narrower than the tolerance, and no wider ones", () => {
    const cracked = (gap: number) => {
      const soup = soupOf(box(10, 10, 10));
      for (let i = 0; i < soup.corners.length; i++) soup.corners[i]! += gap * chanceOf(5, i);
      return weld(soup);
    };
    const fine = mendMesh(cracked(1e-5)).mesh;
    expect(isClosed(meshHealth(fine, findTwins(fine)))).toBe(true);
    const wide = mendMesh(cracked(0.05)).mesh;
    expect(isClosed(meshHealth(wide, findTwins(wide)))).toBe(false);
  });
  it("turns flipped faces, whole inside-out shells, and no hollow", () => {
    const ball = sphere(10, 12, 12);
    const triangles = ball.triangles.slice();
    for (const f of [3, 50, 51])
      [triangles[3 * f + 1], triangles[3 * f + 2]] = [triangles[3 * f + 2]!, triangles[3 * f + 1]!];
    const mended = mendMesh({ ...ball, triangles });
    expect(mended.report.turnedFaces).toBe(3);
    expect(solidProperties(mended.mesh).volume).toBeCloseTo(solidProperties(ball).volume, 3);
    expect(solidProperties(mendMesh(insideOut(ball)).mesh).volume).toBeGreaterThan(0);
    const hollow = together(sphere(10, 20, 20), insideOut(sphere(6, 20, 20)));
    expect(mendMesh(hollow).report.turnedFaces).toBe(0);
  });
  it("drops faces without area and repeated ones, and is done after once", () => {
    const b = box(4, 5, 6);
    const spoilt = {
      positions: b.positions,
      triangles: Uint32Array.from([...b.triangles, 0, 0, 1, ...b.triangles.slice(0, 3)]),
    };
    const once = mendMesh(spoilt);
    expect(once.report.droppedFaces).toBe(2);
    expect(mendMesh(once.mesh).report).toEqual({ joinedVertices: 0, droppedFaces: 0, turnedFaces: 0 });
  });
  it("widens its tolerance where single precision is coarse", () => {
    expect(weldTolerance(moved(box(1, 1, 1), 1e6, 0, 0))).toBeGreaterThan(0.2);
    expect(weldTolerance(box(100, 1, 1))).toBeCloseTo(1e-3, 5);
  });
});

/** How far the point furthest out of a hull lies beyond one of its sides. */
function furthestOut(points: Float32Array, sides: readonly HullSide[]): number {
  let most = -Infinity;
  for (let i = 0; i < points.length; i += 3)
    for (const { normal, offset } of sides)
      most = Math.max(
        most,
        normal[0] * points[i]! + normal[1] * points[i + 1]! + normal[2] * points[i + 2]! - offset,
      );
  return most;
}

describe("convex hull", () => {
  it("holds every point, and all its corners are points", () => {
    for (const seed of [1, 2, 3]) {
      const points = cloud(500, seed);
      const { sides, triangles } = convexHull(points);
      expect(furthestOut(points, sides)).toBeLessThan(0.4);
      // Euler: a closed surface of triangles has 2 v - 4 of them.
      expect(triangles.length).toBe(2 * new Set(triangles.flat()).size - 4);
    }
  });
  it("of a box has its six sides with their areas", () => {
    const { sides } = convexHull(box(2, 3, 5).positions);
    expect(sides.map((s) => Math.round(s.area * 1000) / 1000)).toEqual([15, 15, 10, 10, 6, 6]);
    expect(sides.every((s) => s.corners.length === 4)).toBe(true);
  });
  it("of a ball is nearly the ball", () => {
    const ball = sphere(10, 30, 40);
    const { triangles } = convexHull(ball.positions);
    const hull = { positions: ball.positions, triangles: Uint32Array.from(triangles.flat()) };
    expect(solidProperties(hull).volume).toBeCloseTo(solidProperties(ball).volume, 0);
    expect(isClosed(meshHealth(hull, findTwins(hull)))).toBe(true);
  });
  it("of many points is what it is of them all, found the long way round", () => {
    const cube = Float32Array.from({ length: 3 * 9000 }, (_, i) => chanceOf(8, i));
    const { sides } = convexHull(cube);
    expect(furthestOut(cube, sides)).toBeLessThan(1e-3);
    const land = terrain(80, 240, 3);
    expect(convexHull(land.positions).sides[0]!.area).toBeCloseTo(240 * 240, 0);
  });
  it.each([240, 387, 774])(
    "of waves on a grid of %i, whose crests lie level, holds every point and ends",
    (g) => {
      const waves = new Float32Array(3 * (g + 1) ** 2);
      for (let i = 0; i <= g; i++)
        for (let j = 0; j <= g; j++)
          waves.set([i / 5, j / 5, 5 * Math.sin(i / 40) * Math.cos(j / 33)], 3 * (i * (g + 1) + j));
      const from = performance.now();
      const { sides } = convexHull(waves);
      expect(performance.now() - from).toBeLessThan(20_000);
      // Half a degree over the longest side that is taken for flat.
      expect(furthestOut(waves, sides)).toBeLessThan(0.2);
    },
  );
  it("of points in a plane is empty", () => {
    expect(
      convexHull(Float32Array.from({ length: 30 }, (_, i) => (i % 3 === 2 ? 0 : chanceOf(1, i)))).triangles,
    ).toEqual([]);
  });
});

describe("resting sides", () => {
  it("of a box are six, and its tip angle is that of its edge", () => {
    const m = box(10, 20, 40);
    const sides = restingSides(m.positions, solidProperties(m).centroid);
    expect(sides.length).toBe(6);
    const foot = sides.find((s) => s.down[2] < -0.99)!;
    expect(foot.tipDeg).toBeCloseTo((Math.atan(5 / 20) * 180) / Math.PI, 3);
    expect(foot.height).toBeCloseTo(20, 4);
  });
  it("leave out a side that the centroid is not above", () => {
    // A slab leaning far out over its foot.
    const leaning = box(4, 20, 40);
    for (let v = 0; v < 8; v++) leaning.positions[3 * v]! += leaning.positions[3 * v + 2]!;
    const sides = restingSides(leaning.positions, solidProperties(leaning).centroid);
    expect(sides.some((s) => s.down[2] < -0.99)).toBe(false);
    expect(sides.length).toBeGreaterThan(0);
  });
});

describe("footprint", () => {
  it("has the hull that a general-purpose library finds", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), {
          minLength: 3,
          maxLength: 60,
        }),
        (points) => {
          const theirs = polygonHull(points as [number, number][]);
          const ours = planHull(
            points.map((p) => p[0]),
            points.map((p) => p[1]),
          );
          expect(Math.abs(polygonArea(ours as [number, number][]))).toBeCloseTo(
            theirs ? Math.abs(polygonArea(theirs)) : 0,
            6,
          );
        },
      ),
    );
  });
  it("passes no vertex over that matters", () => {
    const m = moved(terrain(20, 60, 4), 10, -5, 0, 0.4);
    const whole = planHull(
      Array.from({ length: m.positions.length / 3 }, (_, v) => m.positions[3 * v]!),
      Array.from({ length: m.positions.length / 3 }, (_, v) => m.positions[3 * v + 1]!),
    );
    expect(Math.abs(polygonArea(meshPlanHull(m.positions) as [number, number][]))).toBeCloseTo(
      Math.abs(polygonArea(whole as [number, number][])),
      6,
    );
  });
  it("has the turned rectangle back from any turn", () => {
    for (const turn of [0, 0.3, 1.1, 2.5]) {
      const b = smallestRectangle(meshPlanHull(moved(box(60, 20, 5), 7, 8, 9, turn).positions));
      expect(b.width).toBeCloseTo(60, 3);
      expect(b.depth).toBeCloseTo(20, 3);
      const off = (((b.turnDeg - (turn * 180) / Math.PI) % 180) + 180) % 180;
      expect(Math.min(off, 180 - off)).toBeLessThan(0.01);
    }
  });
});
