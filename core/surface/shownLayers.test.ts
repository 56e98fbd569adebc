import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import type { PrintedBy } from "#core/surface/lookTest";
import { shownLayers } from "#core/surface/shownLayers";

const by = (layerMm: number, process: "filament" | "resin"): PrintedBy => ({
  layerMm,
  process,
  skinLinesMm: process === "filament" ? 0.4 : null,
});

it("shows the steps of a ball near its top, the ridges of an upright wall in filament, and no wall in fine resin", () => {
  const ball = shownLayers(measureMesh(soupOf(sphere(20, 60, 90))).measurement, 1, by(0.2, "filament"), 600);
  expect(ball.slice(-24, -4).filter(Boolean).length).toBeGreaterThan(15);
  const inResin = shownLayers(
    measureMesh(soupOf(sphere(20, 60, 90))).measurement,
    1,
    by(0.025, "resin"),
    600,
  );
  expect(inResin.filter(Boolean).length).toBeLessThan(ball.filter(Boolean).length);
  const walls = (of: PrintedBy) =>
    shownLayers(measureMesh(soupOf(box(30, 30, 20))).measurement, 1, of, 600).slice(0, -1);
  expect(walls(by(0.05, "resin")).some(Boolean)).toBe(false);
  expect(walls(by(0.1, "filament")).some(Boolean)).toBe(false);
  expect(walls(by(0.3, "filament")).every(Boolean)).toBe(true);
});
