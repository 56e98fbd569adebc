import fc from "fast-check";
import { expect, it } from "vitest";
import { nearestDistance, squareToFace } from "#core/mesh/nearest";
import { buildRayTree } from "#core/mesh/rayTree";
import { box, sphere, terrain } from "#core/mesh/testing";
import { chanceOf } from "#core/random";

const number = fc.double({ min: -5, max: 5, noNaN: true });

it("is to a face what a fine raster of the face says", () => {
  fc.assert(
    fc.property(fc.array(number, { minLength: 12, maxLength: 12 }), (n) => {
      const [px, py, pz, ax, ay, az, ux, uy, uz, vx, vy, vz] = n as [
        number,
        number,
        number,
        number,
        number,
        number,
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      let least = Infinity;
      const steps = 60;
      for (let i = 0; i <= steps; i++)
        for (let j = 0; i + j <= steps; j++) {
          const s = i / steps;
          const t = j / steps;
          least = Math.min(
            least,
            Math.hypot(px - ax - s * ux - t * vx, py - ay - s * uy - t * vy, pz - az - s * uz - t * vz),
          );
        }
      const exact = Math.sqrt(squareToFace(px, py, pz, ax, ay, az, ux, uy, uz, vx, vy, vz));
      expect(exact).toBeLessThanOrEqual(least + 1e-9);
      expect(exact).toBeGreaterThan(least - (Math.hypot(ux, uy, uz) + Math.hypot(vx, vy, vz)) / steps - 1e-9);
    }),
    { numRuns: 200 },
  );
});
it("is to a mesh the least over all its faces", () => {
  const land = terrain(20, 50, 4);
  const tree = buildRayTree(land);
  for (let k = 0; k < 200; k++) {
    const p = [60 * chanceOf(1, k) - 5, 60 * chanceOf(2, k) - 5, 40 * chanceOf(3, k) - 10] as const;
    let least = Infinity;
    for (let t = 0; t < land.triangles.length; t += 3) {
      const [a, b, c] = [0, 1, 2].map((j) =>
        [0, 1, 2].map((i) => land.positions[3 * land.triangles[t + j]! + i]!),
      ) as [number[], number[], number[]];
      least = Math.min(
        least,
        squareToFace(
          ...p,
          a[0]!,
          a[1]!,
          a[2]!,
          b[0]! - a[0]!,
          b[1]! - a[1]!,
          b[2]! - a[2]!,
          c[0]! - a[0]!,
          c[1]! - a[1]!,
          c[2]! - a[2]!,
        ),
      );
    }
    expect(nearestDistance(tree, ...p)).toBeCloseTo(Math.sqrt(least), 6);
  }
});
it("is known for a box and a ball, and never over what was asked", () => {
  const cube = buildRayTree(box(10, 10, 10));
  expect(nearestDistance(cube, 5, 5, 5)).toBeCloseTo(5, 6);
  expect(nearestDistance(cube, 13, 14, 5)).toBeCloseTo(5, 6);
  expect(nearestDistance(cube, 100, 0, 0, 7)).toBe(7);
  expect(nearestDistance(buildRayTree(sphere(10, 60, 90)), 3, 0, 0)).toBeCloseTo(7, 1);
});
