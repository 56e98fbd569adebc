import { describe, expect, it } from "vitest";
import {
  feelWalls,
  type FirstFigures,
  measureBeside,
  measureMesh,
  type MeshMeasurement,
} from "#core/mesh/measure";
import { outlineArea, silhouette } from "#core/mesh/silhouette";
import { slopePatches } from "#core/mesh/slopes";
import { box, insideOut, moved, sphere, terrain, together, torus, withoutFaces } from "#core/mesh/testing";
import { sampleThickness, shareThinner, thicknessAt } from "#core/mesh/thickness";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

describe("thickness", () => {
  it("of a slab is the slab's, on both faces", () => {
    const s = sampleThickness(box(60, 60, 1.5), 2000);
    expect(thicknessAt(s, 0.5)).toBeCloseTo(1.5, 4);
    expect(thicknessAt(s, 0.01)).toBeCloseTo(1.5, 4);
  });
  it("of a cube is its side", () => {
    expect(thicknessAt(sampleThickness(box(8, 8, 8), 1000), 0.5)).toBeCloseTo(8, 3);
  });
  it("of a ball is its diameter, less what the leaning rays cut off: 2 R cos 15", () => {
    const s = sampleThickness(sphere(10, 60, 90), 1500);
    expect(thicknessAt(s, 0.5) / 20).toBeGreaterThan(0.955);
    expect(thicknessAt(s, 0.5) / 20).toBeLessThan(0.972);
  });
  it("tells how much is thin where two slabs differ", () => {
    const s = sampleThickness(together(box(90, 100, 3), moved(box(10, 100, 1), 200, 0, 0)), 6000);
    expect(shareThinner(s, 2)).toBeGreaterThan(0.06);
    expect(shareThinner(s, 2)).toBeLessThan(0.16);
    expect(s.felt[0]!.thickness).toBeCloseTo(1, 3);
    expect(s.felt[0]!.at[0]).toBeGreaterThan(199);
  });
  it("does not depend on where the mesh is or which way it is turned", () => {
    const at = (m: TriangleMesh) => thicknessAt(sampleThickness(m, 800), 0.3);
    expect(at(moved(box(20, 30, 2), 500, 40, 3, 0.7))).toBeCloseTo(at(box(20, 30, 2)), 3);
  });
});

describe("silhouette", () => {
  const plan = (m: TriangleMesh, view: "plan" | "front" = "plan") =>
    silhouette(m, boundingBox(m.positions), view);
  it("of a box is its rectangle, to a cell", () => {
    const lines = plan(box(40, 20, 5));
    expect(lines.length).toBe(1);
    expect(outlineArea(lines[0]!) / 800).toBeCloseTo(1, 1);
    expect(outlineArea(plan(box(40, 20, 5), "front")[0]!) / 200).toBeGreaterThan(0.97);
  });
  it("of a ring has its hole, running the other way", () => {
    const lines = plan(torus(20, 5, 60, 20));
    expect(lines.length).toBe(2);
    const total = lines.reduce((sum, l) => sum + outlineArea(l), 0);
    expect(total / (Math.PI * (25 ** 2 - 15 ** 2))).toBeCloseTo(1, 1);
    expect(lines.filter((l) => outlineArea(l) < 0).length).toBe(1);
  });
});

describe("slopes", () => {
  const of = (m: TriangleMesh) => slopePatches(m, findTwins(m).twin);
  it("of a box are one top, one bottom on the bed, and walls in one patch", () => {
    const s = of(box(10, 20, 5));
    expect(s.map((p) => [p.slopeDeg, Math.round(p.area), p.onBed])).toEqual([
      [0, 200, false],
      [90, 300, false],
      [180, 200, true],
    ]);
  });
  it("add up to the whole surface", () => {
    const m = terrain(40, 60, 2);
    const { measurement } = measureMesh(soupOf(m));
    expect(measurement.slopes.reduce((sum, p) => sum + p.area, 0) / measurement.area).toBeCloseTo(1, 6);
  });
});

describe("measureMesh", () => {
  it("reports progress that never goes back and ends at 1", () => {
    const seen: number[] = [];
    measureMesh(soupOf(sphere(5, 10, 10)), (share) => seen.push(share));
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(seen.at(-1)).toBe(1);
  });
  it("gives an open mesh its volume as a range and everything else as it is", () => {
    const { measurement: m } = measureMesh(soupOf(withoutFaces(sphere(10, 30, 40), 80)));
    expect(m.health.openEdges).toBeGreaterThan(0);
    expect(m.volumeLow).toBeLessThan(m.volumeHigh);
    expect(m.area).toBeGreaterThan(1000);
    const whole = measureMesh(soupOf(sphere(10, 30, 40))).measurement;
    expect(whole.volumeLow).toBe(whole.volumeHigh);
    expect(m.volumeLow).toBeLessThan(whole.volume);
    expect(m.volumeHigh).toBeGreaterThan(whole.volume);
  });
  it("does not write into what it was given", () => {
    const soup = soupOf(box(1, 2, 3));
    const before = soup.corners.slice();
    measureMesh(soup);
    expect(soup.corners).toEqual(before);
  });
});

describe("measured with the walls felt by somebody else", () => {
  const asText = (m: MeshMeasurement) =>
    JSON.stringify(m, (_, v: unknown) => (ArrayBuffer.isView(v) ? Array.from(v as Uint8Array) : v));
  it.each([
    ["country", terrain(30, 40, 5)],
    ["a shell", together(sphere(10, 30, 40), insideOut(sphere(8.5, 30, 40)))],
    ["an open box", withoutFaces(box(5, 6, 7), 3)],
  ])("%s comes out the same to the byte, copied there and back", async (_, mesh) => {
    const soup = soupOf(mesh);
    const shares: number[] = [];
    const beside = await measureBeside(
      soup,
      async (given, twin) => {
        const sent = structuredClone({ given, twin });
        await Promise.resolve();
        return structuredClone(feelWalls(sent.given, sent.twin));
      },
      (share) => shares.push(share),
    );
    expect(asText(beside)).toBe(asText(measureMesh(soup).measurement));
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
  });
  it("tells size and volume before the rest is known", () => {
    const told: FirstFigures[] = [];
    measureMesh(soupOf(box(3, 4, 5)), (share, _, first) => {
      if (first) told.push(first);
      if (told.length === 0) expect(share).toBeLessThanOrEqual(0.15);
    });
    expect(told).toEqual([
      { triangles: 12, box: { min: [0, 0, 0], max: [3, 4, 5] }, volume: expect.closeTo(60, 6) },
    ]);
  });
  it("fails with what failed there, once the rest is done", async () => {
    const failed = measureBeside(soupOf(box(3, 4, 5)), () => Promise.reject(new Error("no memory")));
    await expect(failed).rejects.toThrow("no memory");
  });
});
