import { describe, expect, it } from "vitest";
import { layerPolygons } from "#core/mesh/layerPolygons";
import { layerRegions } from "#core/mesh/layerRegions";
import { layerSweep } from "#core/mesh/layerSweep";
import { box, insideOut, moved, sphere, together, torus } from "#core/mesh/testing";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

const regionsOf = (m: TriangleMesh) => layerRegions(m, findTwins(m).twin, boundingBox(m.positions));

/** A square cup: a block of 20 x 20 x 15 with a pit of 14 x 14, open at the top, from 5 up. */
function cup(): TriangleMesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  const ring = (half: number, z: number) => {
    const at = positions.length / 3;
    for (const [x, y] of [
      [-half, -half],
      [half, -half],
      [half, half],
      [-half, half],
    ] as const)
      positions.push(x, y, z);
    return at;
  };
  const band = (low: number, high: number) => {
    for (let i = 0; i < 4; i++) {
      const j = (i + 1) % 4;
      triangles.push(low + i, low + j, high + j, low + i, high + j, high + i);
    }
  };
  const a = ring(10, 0);
  const b = ring(10, 15);
  const c = ring(7, 15);
  const d = ring(7, 5);
  band(a, b);
  band(b, c);
  band(c, d);
  triangles.push(a, a + 2, a + 1, a, a + 3, a + 2, d, d + 1, d + 2, d, d + 2, d + 3);
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}
const upsideDown = (m: TriangleMesh): TriangleMesh => ({
  positions: m.positions.map((v, i) => (i % 3 === 0 ? v : -v)),
  triangles: m.triangles,
});

describe("layer polygons", () => {
  const at = (m: TriangleMesh, z: number) => {
    let found: ReturnType<typeof layerPolygons> = [];
    layerSweep(m, findTwins(m).twin, Float64Array.of(z), (_, contours) => (found = layerPolygons(contours)));
    return found;
  };
  it("put the hole of a ring into its outer line", () => {
    const [ring, ...rest] = at(torus(20, 5, 80, 30), 0.1);
    expect(rest).toEqual([]);
    expect(ring!.holes.length).toBe(1);
    expect(ring!.area / (Math.PI * (25 ** 2 - 15 ** 2))).toBeCloseTo(1, 1);
  });
  it("keep an island that stands in a hole apart", () => {
    const m = together(moved(torus(20, 5, 60, 20), 0, 0, 5), moved(box(4, 4, 10), -2, -2, 0));
    const polygons = at(m, 5.1);
    expect(polygons.map((p) => p.holes.length)).toEqual([1, 0]);
    expect(polygons[1]!.area).toBeCloseTo(16, 4);
  });
  it("add up to what the sweep says", () => {
    const m = together(torus(20, 5, 60, 20), moved(sphere(6, 12, 16), 60, 0, 0));
    const profile = layerSweep(m, findTwins(m).twin, Float64Array.of(1.5));
    expect(at(m, 1.5).reduce((sum, p) => sum + p.area, 0)).toBeCloseTo(profile.areas[0]!, 6);
  });
});

describe("layer regions", () => {
  it("of a block and of a tube are none", () => {
    expect(regionsOf(box(20, 20, 10))).toEqual({ islands: [], spaces: [], onBed: [] });
    const tube = together(moved(torus(20, 5, 60, 20), 0, 0, 5));
    expect(regionsOf(tube).spaces).toEqual([]);
    // Flat on a bed it is a cup over its whole height.
    expect(regionsOf(tube).onBed.map((s) => s.kind)).toEqual(["cup"]);
  });
  it("find a cup with its volume, and none when it stands on its mouth", () => {
    const [space, ...rest] = regionsOf(cup()).spaces;
    expect(rest).toEqual([]);
    expect(space!.kind).toBe("cup");
    expect(space!.volume / (14 * 14 * 10)).toBeCloseTo(1, 1);
    expect(space!.openArea / (14 * 14)).toBeCloseTo(1, 1);
    expect(space!.fromZ).toBeCloseTo(5, 0);
    expect(regionsOf(upsideDown(cup())).spaces).toEqual([]);
    expect(regionsOf(upsideDown(cup())).onBed.map((s) => s.kind)).toEqual(["hollow"]);
  });
  it("find the cup beside a taller tower too", () => {
    const m = together(cup(), moved(box(4, 4, 40), 12, 0, 0));
    const [space] = regionsOf(m).spaces;
    expect(space!.volume / (14 * 14 * 10)).toBeGreaterThan(0.9);
    expect(space!.volume / (14 * 14 * 10)).toBeLessThan(1.1);
  });
  it("find a hollow that no way leads out of", () => {
    const m = together(sphere(10, 30, 40), insideOut(sphere(7, 30, 40)));
    const [space, ...rest] = regionsOf(m).spaces;
    expect(rest).toEqual([]);
    expect(space!.kind).toBe("hollow");
    expect(space!.volume / ((4 / 3) * Math.PI * 343)).toBeCloseTo(1, 1);
  });
  it("find what starts in mid-air, and not what stands on something", () => {
    const arch = together(box(5, 10, 20), moved(box(5, 10, 5), 20, 0, 15));
    const { islands } = regionsOf(arch);
    expect(islands.length).toBe(1);
    expect(islands[0]!.area).toBeCloseTo(50, 0);
    expect(islands[0]!.at[2]).toBeCloseTo(15, 0);
    expect(regionsOf(together(box(20, 20, 5), moved(box(5, 5, 8), 3, 3, 4.9))).islands).toEqual([]);
  });
});
