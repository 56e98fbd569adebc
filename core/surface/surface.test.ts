import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { degToRad } from "#core/units";
import { box, terrain } from "#core/mesh/testing";
import { findTwins } from "#core/mesh/twins";
import { slopePatches } from "#core/mesh/slopes";
import { coatsToReach, cuspHeightMm, stepDepthMm } from "#core/surface/layerSteps";
import {
  contrastSensitivity,
  lookTest,
  lookTestStanding,
  type PrintedBy,
  printedDepthMm,
  unseenDepthMm,
} from "#core/surface/lookTest";
import { surfaceAreas } from "#core/surface/surfaceAreas";
import { defaultSchool, surfaceSchools, treatmentOf, treatments } from "#core/surface/treatments";
import { grits, scratchUm } from "#core/surface/grits";

const patchMm2 = ((600 * 5) / 57.3) ** 2;
const by = (layerMm: number, process: "filament" | "resin" = "filament"): PrintedBy => ({
  layerMm,
  process,
  skinLinesMm: process === "filament" ? 0.4 : null,
});
const look = (process: "filament" | "resin", layerMm: number, deg: number, distance = 600) =>
  lookTest({ ...by(layerMm, process), slopeRad: degToRad(deg), patchMm2 }, distance);

describe("layer steps", () => {
  it("are 0.141 mm deep at 45 degrees in 0.2 mm layers, nothing on a wall", () => {
    expect(cuspHeightMm(0.2, degToRad(45))).toBeCloseTo(0.141, 3);
    expect(cuspHeightMm(0.2, degToRad(90))).toBeCloseTo(0, 12);
  });
  it("deepen with the layer, and filament is never deeper than the stair", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.double({ min: 0.02, max: 1.55, noNaN: true }),
        (t, th) => {
          expect(stepDepthMm(t * 1.2, th, "filament")).toBeGreaterThan(
            stepDepthMm(t, th, "filament") - 1e-12,
          );
          expect(stepDepthMm(t, th, "filament")).toBeLessThanOrEqual(cuspHeightMm(t, th) + 1e-12);
        },
      ),
    );
  });
  it("take more coats the deeper they are", () => {
    const filler = { name: "filler", dryFilmMm: 0.03, k: 1, volumeSolids: 0.35 };
    expect(coatsToReach(0.01, 0.02, filler)).toBe(0);
    expect(coatsToReach(0.1, 0.02, filler)!).toBeGreaterThan(coatsToReach(0.05, 0.02, filler)!);
    expect(coatsToReach(0.3, 0, filler)).toBeNull();
  });
});

describe("contrast sensitivity", () => {
  it.each([
    [1, 264.9],
    [4, 547.3],
    [8, 406.4],
    [20, 105.7],
    [30, 30.5],
    [50, 1.2],
  ])("at %s cycles a degree is %s", (u, s) => {
    expect(contrastSensitivity(u, 5) / s).toBeGreaterThan(0.97);
    expect(contrastSensitivity(u, 5) / s).toBeLessThan(1.03);
  });
  // 5200 e^(-0.0016 u2 (1 + 100/L)^0.08) / sqrt((1 + 144/X2 + 0.64 u2)(63/L^0.83 + 1/(1 - e^(-0.02 u2)))),
  // worked out apart.
  it.each([
    [1, 10, 100, 410.6707],
    [5, 10, 100, 586.313],
    [20, 2, 100, 100.1405],
    [5, 10, 10, 334.9943],
  ])("at %s cycles a degree over %s degrees and %s cd/m2 is %s by the formula", (u, patch, luminance, s) => {
    expect(contrastSensitivity(u, patch, luminance)).toBeCloseTo(s, 3);
  });
  it("is nothing above 60", () => {
    expect(contrastSensitivity(61, 5)).toBe(0);
  });
});

describe("look test", () => {
  it("does not mind how the scene is turned about the upright, and sees a wall built lying down by its steps", () => {
    const face = { ...by(0.2), patchMm2 };
    const turnedBy = (a: number, [x, y, z]: readonly [number, number, number]): [number, number, number] => [
      x * Math.cos(a) - y * Math.sin(a),
      x * Math.sin(a) + y * Math.cos(a),
      z,
    ];
    const n: [number, number, number] = [Math.sin(0.3), 0, Math.cos(0.3)];
    const b: [number, number, number] = [
      Math.sin(1.1) * Math.cos(0.7),
      Math.sin(1.1) * Math.sin(0.7),
      Math.cos(1.1),
    ];
    const standing = lookTestStanding(face, n, b, 600);
    for (const a of [0.4, 2, -3]) {
      expect(lookTestStanding(face, turnedBy(a, n), turnedBy(a, b), 600).flat).toBeCloseTo(standing.flat, 9);
      expect(lookTestStanding(face, turnedBy(a, n), turnedBy(a, b), 600).raking).toBeCloseTo(
        standing.raking,
        9,
      );
    }
    expect(lookTestStanding(face, [1, 0, 0], [1, 0, 0], 600).look).toBe("unseen");
    // Its steps look up to the viewer; risers that hang down would not be seen from above.
    const tipped: [number, number, number] = [Math.cos(0.2), 0, -Math.sin(0.2)];
    expect(lookTestStanding(face, [1, 0, 0], tipped, 600).flat).toBeGreaterThan(
      lookTestStanding(face, [1, 0, 0], [0, 0, 1], 600).flat,
    );
  });
  it("gives the frequencies and multiples worked out for four faces", () => {
    const shallow = look("filament", 0.2, 10);
    expect(shallow.frequencyPerDegree).toBeCloseTo(14.1, 1);
    expect(shallow.flat).toBeGreaterThan(32 / 1.3);
    expect(shallow.flat).toBeLessThan(32 * 1.3);
    const middle = look("filament", 0.2, 45);
    expect(middle.frequencyPerDegree).toBeCloseTo(38.3, 1);
    expect(middle.flat).toBeGreaterThan(6.9 / 1.3);
    expect(middle.flat).toBeLessThan(6.9 * 1.3);
    expect(middle.raking).toBeGreaterThan(31 / 1.3);
    expect(middle.raking).toBeLessThan(31 * 1.3);
    const resin = look("resin", 0.05, 5);
    expect(resin.frequencyPerDegree).toBeCloseTo(31.8, 1);
    expect(resin.flat).toBeGreaterThan(2.1 / 1.3);
    expect(resin.flat).toBeLessThan(2.1 * 1.3);
    expect(resin.look).toBe("raking only");
    expect(look("resin", 0.05, 20)).toMatchObject({ look: "unseen", flat: 0 });
  });
  it("finds what faces away and level resin unseen", () => {
    expect(look("filament", 0.2, 170).look).toBe("unseen");
    expect(look("resin", 0.05, 0)).toMatchObject({ look: "unseen", flat: 0, raking: 0 });
    expect(look("resin", 0.05, 90)).toMatchObject({ look: "unseen", flat: 0, raking: 0 });
  });
  it.each([
    [0.2, 600, 3.5, 11],
    [0.3, 300, 20, 63],
    [0.16, 600, 2.3, 7.3],
  ])("sees the beads of an upright wall of %s mm from %s mm", (layerMm, distance, flat, raking) => {
    const patch = ((distance * 5) / 57.3) ** 2;
    const wall = lookTest({ ...by(layerMm), slopeRad: degToRad(90), patchMm2: patch }, distance);
    expect(wall.flat / flat).toBeCloseTo(1, 1);
    expect(wall.raking / raking).toBeCloseTo(1, 1);
  });
  it("does not see those of 0.1 mm, nor any once coats have filled them", () => {
    expect(look("filament", 0.1, 90).look).toBe("unseen");
    const wall = { ...by(0.3), slopeRad: degToRad(90), patchMm2 };
    expect(printedDepthMm(wall)).toBeCloseTo(0.28 * 0.3, 9);
    const left = unseenDepthMm(wall, 600);
    expect(left).toBeGreaterThan(0);
    expect(left).toBeLessThan(printedDepthMm(wall));
    expect(lookTest({ ...wall, depthMm: left }, 600).look).not.toBe("plain");
    expect(lookTest({ ...wall, depthMm: 0 }, 600)).toMatchObject({ flat: 0, raking: 0 });
  });
  it("sees the lines of a level top from near and under raking light, none where it was ironed or lies below", () => {
    expect(look("filament", 0.2, 0).look).toBe("raking only");
    expect(look("filament", 0.2, 0, 300).look).toBe("plain");
    const top = { ...by(0.2), slopeRad: 0, patchMm2 };
    expect(lookTest({ ...top, skinLinesMm: null }, 300).look).toBe("unseen");
    expect(lookTest({ ...top, slopeRad: Math.PI }, 300).look).toBe("unseen");
  });
  it("finds slopes of a few degrees plainer than any steeper one, and plainer by every degree up to there", () => {
    const flat = (deg: number) => look("filament", 0.2, deg).flat;
    for (const deg of [20, 40, 60, 90])
      for (const few of [2, 4, 6]) expect(flat(few)).toBeGreaterThan(flat(deg));
    expect(flat(2) / flat(1)).toBeGreaterThan(1.8);
  });
  it("shows less from further and with finer layers, on shallow slopes", () => {
    for (const deg of [5, 10, 20, 30]) {
      expect(look("filament", 0.2, deg, 2000).flat).toBeLessThanOrEqual(
        look("filament", 0.2, deg, 600).flat + 1e-9,
      );
      expect(look("resin", 0.025, deg).flat).toBeLessThanOrEqual(look("resin", 0.05, deg).flat + 1e-9);
    }
  });
  it("finds the depth at which steps stop showing", () => {
    const face = { ...by(0.2), slopeRad: degToRad(15), patchMm2 };
    const depth = unseenDepthMm(face, 600);
    expect(depth).toBeGreaterThan(0);
    expect(lookTest({ ...face, depthMm: depth * 0.98 }, 600).look).not.toBe("plain");
    expect(lookTest({ ...face, depthMm: depth * 1.05 }, 600).look).toBe("plain");
  });
});

describe("areas by class", () => {
  const of = (mesh: ReturnType<typeof box>, layer: number) =>
    surfaceAreas(slopePatches(mesh, findTwins(mesh).twin), 1, by(layer), 600);
  it("add up to the surface that is not on the bed", () => {
    const m = terrain(30, 60, 4);
    const a = of(m, 0.2);
    const slopes = slopePatches(m, findTwins(m).twin);
    const total = slopes.filter((p) => !p.onBed).reduce((s, p) => s + p.area, 0) / 100;
    expect(a.unseen.value + a.raking.value + a.visible.value).toBeCloseTo(total, 6);
    expect(a.visible.low).toBeLessThanOrEqual(a.visible.value);
    expect(a.visible.high).toBeGreaterThanOrEqual(a.visible.value);
    expect(a.worst!.times).toBeGreaterThan(3);
  });
  it("find the walls of a box plain and its top under raking light only, in filament of 0.2 mm", () => {
    const a = of(box(20, 20, 5), 0.2);
    expect(a.visible.value).toBeCloseTo(4, 6);
    expect(a.raking.value).toBeCloseTo(4, 6);
    expect(a.worst!.slopeDeg).toBe(90);
    expect(of(box(20, 20, 5), 0.1).visible.value).toBe(0);
  });
});

describe("treatments", () => {
  it("say for every school why, and never flame resin", () => {
    for (const school of surfaceSchools) expect(treatmentOf(school).because.length).toBeGreaterThan(20);
    expect(treatments.map((t) => t.school)).toEqual([...surfaceSchools]);
    expect(treatmentOf("flame first").notOn).toContain("resin");
    expect(defaultSchool("play", "filament")).toBe("live with it");
  });
  it("list grits from coarse to fine with their scratch", () => {
    grits.forEach((g, i) => {
      if (i > 0) expect(g.grainUm).toBeLessThan(grits[i - 1]!.grainUm);
    });
    expect(scratchUm(240)).toEqual({ low: 9.75, high: 14.625 });
    expect(scratchUm(7)).toBeNull();
  });
});
