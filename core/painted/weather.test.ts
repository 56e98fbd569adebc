import { describe, expect, it } from "vitest";
import { box, moved, terrain, tower, wallWith } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { weatherMapNames } from "#core/paint/paintPlace";
import { faceShape } from "#core/painted/faceShape";
import { layerLies } from "#core/painted/layerLies";
import { paintMesh } from "#core/painted/paintMesh";
import { rainFlow } from "#core/painted/rainFlow";
import { mudHeights, weatherOnFaces } from "#core/painted/weatherOnFaces";
import { faceNumbers, meanBy, readyToPaint, testLayer } from "#core/painted/testing";
import { chanceOf } from "#core/random";

/** A roof slope of so many mm, its corners pushed about within it so that no edge runs straight down. */
function slope(long: number, wide: number, pitch: number, cells: number): TriangleMesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  const side = cells + 1;
  for (let r = 0; r <= cells; r++)
    for (let c = 0; c <= cells; c++) {
      const inside = r > 0 && r < cells && c > 0 && c < cells ? 0.35 : 0;
      const u = (r + inside * (chanceOf(3, r, c) - 0.5) * 2) / cells;
      const v = (c + inside * (chanceOf(4, r, c) - 0.5) * 2) / cells;
      positions.push(v * wide, u * long * Math.cos(pitch), (1 - u) * long * Math.sin(pitch) + 5);
    }
  for (let r = 0; r < cells; r++)
    for (let c = 0; c < cells; c++) {
      const a = r * side + c;
      // Seen from above against the clock: y runs down the slope.
      triangles.push(a, a + 1, a + side + 1, a, a + side + 1, a + side);
    }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

describe("H13: what stands round a part in the scene", () => {
  it("keeps rain off what stands under it, and leaves the rest, sprays and the share as they are", () => {
    const wall = box(30, 4, 20);
    const paint = paintMesh(wall, new Uint8Array(12), 1);
    const shed = moved(box(14, 40, 1), -1, -18, 22);
    const alone = faceShape(paint, wall, 72);
    const under = faceShape(paint, wall, 72, () => {}, [shed]);
    expect(under.sky).toEqual(alone.sky);
    const tops = faceNumbers(alone.area.length).filter((f) => alone.normal[3 * f + 2]! > 0.9);
    const mean = (shape: typeof alone, isIn: (x: number) => boolean) => {
      const own = tops.filter((f) => isIn(shape.centre[3 * f]!));
      return own.reduce((sum, f) => sum + shape.skyHere[f]!, 0) / own.length;
    };
    expect(mean(under, (x) => x < 8)).toBeLessThan(0.2);
    expect(mean(under, (x) => x > 20)).toBeCloseTo(
      mean(alone, (x) => x > 20),
      1,
    );
    const [dry, wet] = [rainFlow(under), rainFlow(alone)];
    expect(dry.fallen).toBeLessThan(0.75 * wet.fallen);
    expect(Math.abs(dry.fallen - dry.left - dry.pooled)).toBeLessThan(1e-9 * dry.fallen);
    const layer = testLayer("d", "dust", { weather: "rain", coverage: 0.2 });
    const share = ({ cover }: { cover: Float32Array }) => meanBy(alone.area, (f) => cover[f]!);
    const all = faceNumbers(alone.area.length);
    expect(share(layerLies(under, all, layer))).toBeCloseTo(0.2, 2);
    expect(layerLies(under, all, layer).cover).not.toEqual(layerLies(alone, all, layer).cover);
    const spray = testLayer("s", "colour", { method: "airbrush", from: { azimuthDeg: 0, elevationDeg: 90 } });
    expect(layerLies(under, all, spray).film).toEqual(layerLies(alone, all, spray).film);
  });
});

describe("H13: rain", () => {
  it.each([
    ["a cube", box(20, 20, 20)],
    ["rough ground", terrain(40, 40, 7)],
    ["a tower", tower(30, 8, 5)],
    ["a roof slope", slope(40, 30, 0.7, 24)],
  ])("on %s comes to what runs off and what is pooled, to 1e-9", (_, mesh) => {
    const { fallen, left, pooled } = rainFlow(readyToPaint(mesh).shape);
    expect(fallen).toBeGreaterThan(0);
    expect(Math.abs(left + pooled - fallen) / fallen).toBeLessThan(1e-9);
  });
  it("grows evenly from the ridge to the eave of a slope whose mesh leans every way", () => {
    const mesh = slope(60, 60, 0.7, 48);
    const { shape } = readyToPaint(mesh, 5);
    const { past } = rainFlow(shape);
    const p = shape.mesh.positions;
    const bands = Array.from({ length: 6 }, () => ({ flow: 0, corners: 0 }));
    for (let v = 0; v < past.length; v++) {
      const down = p[3 * v + 1]! / (60 * Math.cos(0.7));
      const across = p[3 * v]! / 60;
      if (across < 0.1 || across > 0.9 || down >= 0.999) continue;
      const band = bands[Math.min(5, Math.floor(6 * down))]!;
      band.flow += past[v]!;
      band.corners++;
    }
    const means = bands.map((b) => b.flow / b.corners);
    // Linear: each band as much more than the one above it.
    const steps = means.slice(1).map((m, i) => m - means[i]!);
    const mean = steps.reduce((a, b) => a + b) / steps.length;
    for (const s of steps) expect(Math.abs(s - mean) / mean).toBeLessThan(0.25);
  });
  it("runs evenly round a cone", () => {
    const { shape } = readyToPaint(tower(30, 15, 0.5, 60), 1);
    const { past } = rainFlow(shape);
    const p = shape.mesh.positions;
    const sectors = new Float64Array(8);
    for (let v = 0; v < past.length; v++) {
      const z = p[3 * v + 2]!;
      if (z < 8 || z > 12) continue;
      sectors[
        Math.min(7, Math.floor(((Math.atan2(p[3 * v + 1]!, p[3 * v]!) + Math.PI) / (2 * Math.PI)) * 8))
      ]! += past[v]!;
    }
    const mean = sectors.reduce((a, b) => a + b) / 8;
    for (const s of sectors) expect(Math.abs(s - mean) / mean).toBeLessThan(0.3);
  });
});

describe("C9: dirt, wear and the foot of things", () => {
  const cube = readyToPaint(box(30, 30, 30)).shape;
  const all = faceNumbers(cube.area.length);
  it("at 1:72 the two mud heights are 4.2 and 2.1 mm", () => {
    expect(mudHeights(72).map((mm) => Number(mm.toFixed(1)))).toEqual([4.2, 2.1]);
  });
  it("mud lies at the foot, wear on edges, dust on what looks up", () => {
    const at = (weather: "mud" | "wear" | "dust", coverage: number) =>
      layerLies(cube, all, testLayer(weather, "dust", { weather, coverage })).cover;
    const mud = at("mud", 0.15);
    const dust = at("dust", 0.15);
    const height = meanBy(
      cube.area.map((a, f) => a * mud[f]!),
      (f) => cube.centre[3 * f + 2]!,
    );
    expect(height).toBeLessThan(6);
    const up = meanBy(
      cube.area.map((a, f) => a * dust[f]!),
      (f) => cube.normal[3 * f + 2]!,
    );
    expect(up).toBeGreaterThan(0.85);
    const wear = at("wear", 0.1);
    const rounded = meanBy(
      cube.area.map((a, f) => a * wear[f]!),
      (f) => cube.curve[f]!,
    );
    expect(rounded).toBeGreaterThan(3 * meanBy(cube.area, (f) => cube.curve[f]!));
  });
  it("dirt is deeper in a sheltered pocket than on an open lid", () => {
    // A block with a slot cut into its top.
    const { shape } = readyToPaint(wallWith(20, 6, 20, [[9, 4, 2, 2]]), 0.5);
    const dirt = weatherOnFaces(shape, "dirt");
    const mean = (is: (f: number) => boolean) =>
      meanBy(
        shape.area.map((a, f) => (is(f) && shape.normal[3 * f + 2]! > 0.5 ? a : 0)),
        (f) => dirt[f]!,
      );
    expect(mean((f) => shape.open[f]! < 0.75)).toBeGreaterThan(mean((f) => shape.open[f]! > 0.95));
  });
  it.each(weatherMapNames)("%s covers the share that is typed, and is the same again", (weather) => {
    for (const coverage of [0.05, 0.4]) {
      const { cover } = layerLies(cube, all, testLayer("w", "dust", { weather, coverage }));
      expect(meanBy(cube.area, (f) => cover[f]!)).toBeCloseTo(coverage, 2);
    }
    expect([...weatherOnFaces(cube, weather)].every((v) => Number.isFinite(v))).toBe(true);
  });
});
