import { describe, expect, it } from "vitest";
import { type OverhangRegion, overhangRegions } from "#core/mesh/overhangRegions";
import { posedMesh } from "#core/mesh/pose";
import { buildRayTree } from "#core/mesh/rayTree";
import { box, moved, sphere, together } from "#core/mesh/testing";
import { scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

const regions = (m: TriangleMesh, deg = 45): readonly OverhangRegion[] =>
  overhangRegions(m, findTwins(m).twin, buildRayTree(m), deg);

/** An arch as one closed mesh: two legs 10 wide, 20 high, a lintel over a gap. */
function arch(gap: number): TriangleMesh {
  const outline = [
    [0, 0],
    [10, 0],
    [10, 20],
    [10 + gap, 20],
    [10 + gap, 0],
    [20 + gap, 0],
    [20 + gap, 30],
    [0, 30],
  ] as const;
  const positions: number[] = [];
  const triangles: number[] = [];
  for (const y of [0, 8]) for (const [x, z] of outline) positions.push(x, y, z);
  const n = outline.length;
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    triangles.push(i, n + j, j, i, n + i, n + j);
  }
  // The two faces: three rectangles each.
  for (const [a, b, c, d] of [
    [0, 1, 2, 7],
    [2, 3, 6, 7],
    [3, 4, 5, 6],
  ] as const)
    triangles.push(a, b, c, a, c, d, n + a, n + c, n + b, n + a, n + d, n + c);
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

describe("overhangs", () => {
  it("of a box are none, and of a box in the air its underside", () => {
    expect(regions(box(10, 10, 10))).toEqual([]);
    const two = together(box(5, 5, 5), moved(box(10, 10, 4), 20, 0, 7));
    const [only] = regions(two);
    expect(only!.area).toBeCloseTo(100, 4);
    expect(only!.columns).toBeCloseTo(700, 2);
    expect(only!.onPart).toBe(0);
    expect(only!.bridge).toBe(false);
  });
  it("stand on the part where it lies below", () => {
    const table = together(box(30, 30, 2), moved(box(10, 10, 4), 10, 10, 8));
    expect(regions(table)[0]).toMatchObject({ onPart: 1 });
    expect(regions(table)[0]!.columns).toBeCloseTo(600, 2);
  });
  it("between two legs are a bridge as long as the gap", () => {
    const [only] = regions(arch(24));
    expect(only!.bridge).toBe(true);
    expect(only!.span).toBeCloseTo(24, 4);
    expect(only!.area).toBeCloseTo(24 * 8, 3);
  });
  it("held at one end only are no bridge", () => {
    // The right leg is drawn away from under the lintel: what is left hangs out into the air.
    const one = arch(24);
    const positions = one.positions.map((v, i) => (i % 3 === 0 && v === 34 ? 43.9 : v));
    const [largest] = regions({
      positions: positions.map((v, i) => (i % 3 === 2 && v === 0 && positions[i - 2]! > 40 ? 29 : v)),
      triangles: one.triangles,
    });
    expect(largest!.area).toBeGreaterThan(24 * 8);
    expect(largest!.bridge).toBe(false);
  });
  it("of a ball are its cap under 45 degrees, in one patch", () => {
    const all = regions(moved(sphere(10, 60, 90), 0, 0, 15));
    expect(all.length).toBe(1);
    expect(all[0]!.area / (Math.PI * 50)).toBeCloseTo(1, 1);
  });
  it("grow with the limit, go with the square and cube of the scale", () => {
    const m = posedMesh(arch(24), { down: [0.3, 0.2, -0.9], turnDeg: 0 });
    const total = (deg: number) => regions(m, deg).reduce((s, r) => s + r.area, 0);
    expect(total(60)).toBeGreaterThanOrEqual(total(45));
    const one = regions(m)[0]!;
    const ten = regions(scaledMesh(m, 10))[0]!;
    expect(ten.area / one.area).toBeCloseTo(100, 2);
    expect(ten.columns / one.columns).toBeCloseTo(1000, 0);
  });
});
