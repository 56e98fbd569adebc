import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { shownLayers } from "#core/surface/shownLayers";

it("shows the steps of a ball near its top and none on the walls of a box", () => {
  const ball = shownLayers(measureMesh(soupOf(sphere(20, 60, 90))).measurement, 1, 0.2, "filament", 600);
  expect(ball.slice(-24, -4).filter(Boolean).length).toBeGreaterThan(15);
  const inResin = shownLayers(measureMesh(soupOf(sphere(20, 60, 90))).measurement, 1, 0.025, "resin", 600);
  expect(inResin.filter(Boolean).length).toBeLessThan(ball.filter(Boolean).length);
  expect(
    shownLayers(measureMesh(soupOf(box(30, 30, 20))).measurement, 1, 0.05, "resin", 600)
      .slice(0, -1)
      .some(Boolean),
  ).toBe(false);
});
