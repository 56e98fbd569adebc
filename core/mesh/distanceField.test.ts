import { describe, expect, it } from "vitest";
import { affordableStep, BEYOND, depthGrid } from "#core/mesh/distanceField";
import { buildRayTree } from "#core/mesh/rayTree";
import { box, moved, sphere } from "#core/mesh/testing";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

/**
 * How far nodes are under and over a depth known by arithmetic; nodes on the surface itself may fall to
 * either side.
 */
function off(
  m: TriangleMesh,
  step: number,
  band: number,
  truth: (x: number, y: number, z: number) => number,
  least: number,
): { under: number; over: number } {
  const g = depthGrid(m, findTwins(m).twin, buildRayTree(m), boundingBox(m.positions), step, band)!;
  let under = 0;
  let over = 0;
  for (let node = 0; node < g.depth.length; node++) {
    const i = node % g.columns;
    const j = Math.floor(node / g.columns) % g.rows;
    const k = Math.floor(node / (g.columns * g.rows));
    const t = truth(g.origin[0] + step * i, g.origin[1] + step * j, g.origin[2] + step * k);
    const d = g.depth[node]!;
    // In the last step of the band some nodes are reached and some are not.
    if (Math.abs(t) < least || (t > band - step && t < band + least)) continue;
    const by = t < 0 ? (d < 0 ? 0 : 1) : t > band ? (d === BEYOND ? 0 : 1) : d - t;
    under = Math.max(under, -by);
    over = Math.max(over, by);
  }
  return { under, over };
}

describe("depth under a surface", () => {
  it("of a box is the distance to its nearest side, also where sides lie on nodes of the grid", () => {
    for (const [x, y, z] of [
      [20, 12, 9],
      [14, 8.5, 15],
      [10.3, 7.1, 8.9],
    ] as const) {
      const { under, over } = off(
        box(x, y, z),
        0.5,
        4,
        (px, py, pz) => Math.min(px, py, pz, x - px, y - py, z - pz),
        1e-4,
      );
      expect(Math.max(under, over)).toBeLessThan(1e-3);
    }
  });
  it("of a ball is what its radius leaves: never less, and a quarter of a step more at most", () => {
    for (const [m, x0, y0, z0] of [
      [sphere(12, 120, 180), 0, 0, 0],
      [moved(sphere(12, 120, 180), 300, -200, 50), 300, -200, 50],
    ] as const) {
      const { under, over } = off(m, 0.6, 4, (x, y, z) => 12 - Math.hypot(x - x0, y - y0, z - z0), 0.02);
      expect(under).toBeLessThan(0.02);
      expect(over).toBeLessThan(0.15);
    }
  });
  it("stops when it is told to, and takes a coarser step where the nodes would be too many", () => {
    const m = sphere(5, 8, 8);
    expect(
      depthGrid(m, findTwins(m).twin, buildRayTree(m), boundingBox(m.positions), 0.5, 2, () => false),
    ).toBeNull();
    const step = affordableStep({ min: [0, 0, 0], max: [400, 300, 300] }, 0.5);
    expect(step).toBeGreaterThan(1);
    expect((400 / step) * (300 / step) * (300 / step)).toBeLessThan(24e6);
    expect(affordableStep({ min: [0, 0, 0], max: [40, 30, 30] }, 0.5)).toBe(0.5);
  });
});
