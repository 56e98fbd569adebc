import { describe, expect, it } from "vitest";
import { printBody } from "#core/print/body";
import { loadBands, loadWays } from "#core/print/loadBands";
import { testFilament } from "#core/print/testing";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";

const DENSITY = 1.24;
const bodyOf = (mesh: Parameters<typeof soupOf>[0]) => printBody(measureMesh(soupOf(mesh)).measurement, 1);
const printer = { ...testFilament, infillShare: 0.1 };

describe("T15: infill where a load is borne", () => {
  const { ways, zones } = loadWays(bodyOf(box(44.72, 44.72, 300)), printer, DENSITY, "foot", 500);
  const grams = Object.fromEntries(ways.map((w) => [w.what, w.grams]));
  it("is three quarters at the peg, a quarter beside it, a tenth of the height each", () => {
    expect(loadBands(300, "foot")).toEqual([
      { fromMm: 0, toMm: 30, share: 0.75 },
      { fromMm: 30, toMm: 60, share: 0.25 },
    ]);
    expect(loadBands(300, "top")).toEqual([
      { fromMm: 240, toMm: 270, share: 0.25 },
      { fromMm: 270, toMm: 300, share: 0.75 },
    ]);
  });
  it("weighs what section, height and density say: 134 g in zones, 74 g at a tenth, 558 g dense", () => {
    // 20 cm2 of inner section, 300 mm: 744 g solid. Walls and skins come on top: taken off by a shell of none.
    const thin = { ...printer, walls: 0, topBottomMm: 0 };
    const inner = loadWays(bodyOf(box(44.72, 44.72, 300)), thin, DENSITY, "foot", 500).ways;
    const of = (what: string) => inner.find((w) => w.what === what)!.grams;
    // One skin layer at each end is printed whatever is set: 0.4 mm of 300.
    const skins = 744 * (0.4 / 300);
    expect(of("as it is") - skins).toBeCloseTo(74.4, -0.5);
    expect(of("zones")).toBeGreaterThan(130);
    expect(of("zones")).toBeLessThan(139);
    expect(Math.abs(of("dense all over") - 558)).toBeLessThan(10);
  });
  it("costs more than as it is and far less than dense all over, in grams and minutes", () => {
    expect(grams["as it is"]!).toBeLessThan(grams["zones"]!);
    expect(grams["zones"]!).toBeLessThan(grams["dense all over"]! / 2);
    const minutes = ways.map((w) => w.minutes);
    expect(minutes[0]!).toBeLessThan(minutes[1]!);
    expect(minutes[1]!).toBeLessThan(minutes[3]!);
  });
  it("shares out what the zones add", () => {
    const added = zones.reduce((sum, z) => sum + z.grams, 0);
    expect(added).toBeCloseTo(grams["zones"]! - grams["as it is"]!, 3);
    expect(zones[0]!.grams).toBeGreaterThan(3 * zones[1]!.grams);
  });
  it("weighs the same whether it stands or hangs, where it is as thick everywhere", () => {
    const hung = loadWays(bodyOf(box(30, 30, 120)), printer, DENSITY, "top", null);
    const stood = loadWays(bodyOf(box(30, 30, 120)), printer, DENSITY, "foot", null);
    expect(hung.ways[1]!.grams / stood.ways[1]!.grams).toBeCloseTo(1, 2);
  });
  it("advises one more wall for what weighs little, and zones where the weight was not told", () => {
    const advice = (g: number | null) =>
      loadWays(bodyOf(box(20, 20, 80)), printer, DENSITY, "foot", g).advice;
    expect(advice(40)).toBe("one more wall");
    expect(advice(400)).toBe("zones");
    expect(advice(null)).toBe("zones");
  });
});
