import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { meshHealth, isClosed } from "#core/mesh/health";
import { layerSweep, midHeights } from "#core/mesh/layerSweep";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, insideOut, moved, sphere, terrain, together, torus, withoutFaces } from "#core/mesh/testing";
import { boundingBox, boxSize, scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

const healthOf = (mesh: TriangleMesh) => meshHealth(mesh, findTwins(mesh));
const sides = fc.double({ min: 0.1, max: 300, noNaN: true });

describe("weld", () => {
  it("gives every triangle back, corner by corner", () => {
    const soup = soupOf(torus(20, 5, 30, 12));
    const back = soupOf(weld(soup));
    expect(back.corners).toEqual(soup.corners);
  });
  it("finds the vertices that were shared", () => {
    expect(weld(soupOf(terrain(40, 60, 1))).positions.length / 3).toBe(41 * 41 * 2);
    expect(weld(soupOf(box(1, 2, 3))).positions.length / 3).toBe(8);
  });
  it("takes -0 for 0", () => {
    const corners = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0, -0, -0, -0, 0, 1, 0, 1, 0, 0]);
    expect(weld({ corners }).positions.length / 3).toBe(3);
  });
});

describe("health", () => {
  it("finds nothing on closed meshes", () => {
    for (const m of [box(3, 4, 5), sphere(10, 12, 16), torus(20, 5, 30, 12), terrain(20, 30, 1)]) {
      const h = healthOf(m);
      expect(isClosed(h)).toBe(true);
      expect(h).toMatchObject({ flippedEdges: 0, zeroAreaFaces: 0, shells: 1, invertedShells: 0 });
    }
  });
  it("counts a missing face as three open edges", () => {
    expect(healthOf(withoutFaces(box(1, 1, 1), 1)).openEdges).toBe(3);
  });
  it("counts one flipped face by its three edges", () => {
    const m = box(1, 1, 1);
    const triangles = m.triangles.slice();
    [triangles[1], triangles[2]] = [triangles[2]!, triangles[1]!];
    expect(healthOf({ ...m, triangles }).flippedEdges).toBe(3);
  });
  it("counts shells, duplicates, over-shared edges and what is inside out", () => {
    expect(healthOf(together(box(1, 1, 1), moved(box(1, 1, 1), 5, 0, 0))).shells).toBe(2);
    expect(healthOf(insideOut(sphere(5, 8, 8))).invertedShells).toBe(1);
    const twice = {
      positions: box(1, 1, 1).positions,
      triangles: Uint32Array.from([...box(1, 1, 1).triangles, 0, 2, 1]),
    };
    expect(healthOf(twice)).toMatchObject({ duplicateFaces: 1, overSharedEdges: 3 });
  });
  it("stays quick on a fan of 20,000 faces round one vertex", () => {
    const n = 20_000;
    const positions = new Float32Array((n + 1) * 3);
    const triangles = new Uint32Array(n * 3);
    for (let i = 0; i < n; i++) {
      positions.set([Math.cos((i * 2 * Math.PI) / n), Math.sin((i * 2 * Math.PI) / n), 0], 3 * (i + 1));
      triangles.set([0, i + 1, ((i + 1) % n) + 1], 3 * i);
    }
    expect(findTwins({ positions, triangles }).openEdges).toBe(n);
  });
});

describe("solid properties", () => {
  it("are those of a box, wherever it lies", () => {
    fc.assert(
      fc.property(sides, sides, sides, (x, y, z) => {
        const p = solidProperties(moved(box(x, y, z), 50, -20, 7, 0.4));
        const rel = (a: number, b: number) => expect(Math.abs(a / b - 1)).toBeLessThan(2e-4);
        rel(p.volume, x * y * z);
        rel(p.area, 2 * (x * y + y * z + z * x));
      }),
    );
  });
  it("scale with the square and the cube", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 50, noNaN: true }), (f) => {
        const m = torus(20, 5, 24, 12);
        const p = solidProperties(m);
        const q = solidProperties(scaledMesh(m, f));
        expect(q.volume / (p.volume * f ** 3)).toBeCloseTo(1, 4);
        expect(q.area / (p.area * f ** 2)).toBeCloseTo(1, 4);
      }),
    );
  });
  it("turn sign when the mesh is turned inside out", () => {
    expect(solidProperties(insideOut(box(2, 2, 2))).volume).toBeCloseTo(-8, 9);
  });
  it("put the centroid where it is", () => {
    expect(
      solidProperties(moved(sphere(4, 16, 16), 10, 20, 30)).centroid.map((v) => Math.round(v * 1000) / 1000),
    ).toEqual([10, 20, 30]);
  });
  it("keep their volume a kilometre from the origin", () => {
    expect(solidProperties(moved(box(64, 64, 64), 1_048_576, 0, 0)).volume).toBeCloseTo(64 ** 3, 6);
  });
});

describe("layer sweep", () => {
  const profile = (m: TriangleMesh, count: number) => {
    const b = boundingBox(m.positions);
    return layerSweep(m, findTwins(m).twin, midHeights(b.min[2], b.max[2], count));
  };
  it("cuts a box into equal rectangles with four corners", () => {
    const p = profile(box(30, 20, 10), 50);
    for (let i = 0; i < 50; i++) {
      expect(p.areas[i]).toBeCloseTo(600, 6);
      expect(p.perimeters[i]).toBeCloseTo(100, 6);
      expect(p.contours[i]).toBe(1);
      expect(p.corners[i]).toBe(4);
      expect(p.turning[i]).toBeCloseTo(4, 6);
    }
    expect(p.broken).toBe(0);
  });
  it("sums to the volume, whatever the mesh", () => {
    for (const m of [sphere(10, 40, 60), torus(20, 5, 60, 40), terrain(60, 80, 3)]) {
      const b = boundingBox(m.positions);
      const p = profile(m, 400);
      const total = p.areas.reduce((s, a) => s + a, 0) * (boxSize(b)[2] / 400);
      expect(total / solidProperties(m).volume).toBeCloseTo(1, 3);
      expect(p.broken).toBe(0);
    }
  });
  it("finds both rings of a torus and counts the hole as nothing", () => {
    const p = profile(torus(20, 5, 90, 60), 1);
    expect(p.contours[0]).toBe(2);
    expect(p.areas[0]! / (Math.PI * (25 ** 2 - 15 ** 2))).toBeCloseTo(1, 2);
  });
  it("hands out contours that enclose the area it reports", () => {
    const m = torus(20, 5, 40, 20);
    const heights = midHeights(-5, 5, 7);
    const p = layerSweep(m, findTwins(m).twin, heights, (layer, { points, ends }) => {
      let area2 = 0;
      let from = 0;
      for (const to of ends) {
        for (let i = from; i < to; i++) {
          const j = i + 1 < to ? i + 1 : from;
          area2 += points[2 * i]! * points[2 * j + 1]! - points[2 * j]! * points[2 * i + 1]!;
        }
        from = to;
      }
      seen.push(area2 / 2);
      expect(layer).toBe(seen.length - 1);
    });
    expect(seen.length).toBe(7);
    seen.forEach((a, i) => expect(a).toBeCloseTo(p.areas[i]!, 6));
  });
  const seen: number[] = [];
  it("goes on over a mesh with holes and says how many lines stayed open", () => {
    const p = profile(withoutFaces(sphere(10, 20, 20), 60), 30);
    expect(p.broken).toBeGreaterThan(0);
    expect(p.areas.every(Number.isFinite)).toBe(true);
  });
  it("takes heights that are unevenly spaced, and planes through vertices", () => {
    const m = box(10, 10, 10);
    const p = layerSweep(m, findTwins(m).twin, Float64Array.from([0, 0.1, 5, 9.99]));
    expect([...p.areas].map((a) => Math.round(a))).toEqual([100, 100, 100, 100]);
  });
});
