import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type MeshMeasurement, measureMesh } from "#core/mesh/measure";
import { box, insideOut, moved, sphere, together, torus, withoutFaces } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { thicknessAt } from "#core/mesh/thickness";
import { scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";

const measured = (m: TriangleMesh) => measureMesh(soupOf(m)).measurement;
const base = () =>
  together(box(30, 20, 12), moved(torus(12, 3, 20, 10), 60, 10, 3), moved(sphere(8, 10, 14), 0, 50, 8));
const measurement = measured(base());

function shuffled(m: TriangleMesh, seed: number): TriangleMesh {
  const triangles = m.triangles.slice();
  const n = triangles.length / 3;
  for (let t = n - 1; t > 0; t--) {
    const u = Math.floor(chanceOf(seed, t) * (t + 1));
    for (let k = 0; k < 3; k++)
      [triangles[3 * t + k], triangles[3 * u + k]] = [triangles[3 * u + k]!, triangles[3 * t + k]!];
  }
  return { positions: m.positions, triangles };
}

/** Everything that is a length, an area or a volume, by its power of the scale. */
const sizes = (m: MeshMeasurement): readonly (readonly [string, number, number])[] => [
  ["volume", m.volume, 3],
  ["area", m.area, 2],
  ["height", m.box.max[2] - m.box.min[2], 1],
  ["overhang", m.overhangs.reduce((s, r) => s + r.area, 0), 2],
  ["columns under it", m.overhangs.reduce((s, r) => s + r.columns, 0), 3],
  ["peel", Math.max(...m.profile.peel), 4],
  ["largest section", Math.max(...m.profile.areas), 2],
  ["longest perimeter", Math.max(...m.profile.perimeters), 1],
  ["rectangle", m.turnedBox.width * m.turnedBox.depth, 2],
  ["largest resting side", m.resting[0]?.area ?? 0, 2],
  ["median wall", thicknessAt(m.thickness, 0.5), 1],
];

describe("measurements keep to their laws", () => {
  it("scaled by s, every one goes with its power of s", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 300, noNaN: true }), (s) => {
        const there = measured(scaledMesh(base(), s));
        sizes(there).forEach(([name, value, power], i) =>
          expect(value / (sizes(measurement)[i]![1] * s ** power), name).toBeCloseTo(1, 3),
        );
      }),
      { numRuns: 12 },
    );
  });
  it("moved, nothing changes but the place, within what single precision allows there", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -2000, max: 2000 }),
        fc.integer({ min: -2000, max: 2000 }),
        fc.integer({ min: -2000, max: 2000 }),
        (dx, dy, dz) => {
          const there = measured(moved(base(), dx, dy, dz));
          // Rounding tips the slivers of the ring's hull past or under half a degree, and with that joins
          // them to its sides or not.
          sizes(there).forEach(([name, value], i) =>
            expect(value / sizes(measurement)[i]![1], name).toBeCloseTo(
              1,
              name === "largest resting side" ? 1 : 2,
            ),
          );
          there.centroid.forEach((v, k) =>
            expect(v).toBeCloseTo(measurement.centroid[k]! + [dx, dy, dz][k]!, 1),
          );
          expect(there.health).toEqual(measurement.health);
        },
      ),
      { numRuns: 12 },
    );
  });
  it("turned about z, volume, area, sections, resting sides and walls stay", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), (turn) => {
        const there = measured(moved(base(), 0, 0, 0, turn));
        sizes(there).forEach(([name, value], i) =>
          expect(value / sizes(measurement)[i]![1], name).toBeCloseTo(1, name === "median wall" ? 1 : 3),
        );
      }),
      { numRuns: 12 },
    );
  });
  it("its faces in another order, the same", () => {
    for (const seed of [1, 2, 3]) {
      const there = measured(shuffled(base(), seed));
      sizes(there).forEach(([name, value], i) =>
        expect(value / sizes(measurement)[i]![1], name).toBeCloseTo(1, name === "median wall" ? 1 : 4),
      );
      expect(there.health).toEqual(measurement.health);
      expect([...there.profile.contours]).toEqual([...measurement.profile.contours]);
    }
  });
});

/** A sheet without thickness: two faces back to back. */
const sheet: TriangleMesh = {
  positions: Float32Array.from([0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0]),
  triangles: Uint32Array.from([0, 1, 2, 0, 2, 3, 0, 2, 1, 0, 3, 2]),
};
/** A ball whose points were shaken, as a scan's are. */
function scan(rings: number): TriangleMesh {
  const ball = sphere(20, rings, 2 * rings);
  return {
    positions: ball.positions.map((v, i) => v + 0.4 * (chanceOf(6, i) - 0.5)),
    triangles: ball.triangles,
  };
}

describe("meshes made to be nasty", () => {
  const nasty: Record<string, () => TriangleMesh> = {
    "a sheet without thickness": () => sheet,
    "a shaken scan": () => scan(40),
    "300 shells": () =>
      together(
        ...Array.from({ length: 300 }, (_, i) =>
          moved(sphere(1, 4, 6), 3 * (i % 20), 3 * Math.floor(i / 20), i % 7),
        ),
      ),
    "boxes through each other": () =>
      together(box(20, 20, 20), moved(box(20, 20, 20), 7, 7, 7), moved(box(40, 3, 3), -10, 8, 8)),
    "a kilometre from the origin": () => moved(torus(20, 5, 30, 12), 1e6, -1e6, 1e6),
    "one triangle": () => ({
      positions: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
      triangles: Uint32Array.from([0, 1, 2]),
    }),
    "a line of empty faces": () => ({
      positions: Float32Array.from([0, 0, 0, 1, 0, 0, 2, 0, 0, 3, 0, 0]),
      triangles: Uint32Array.from([0, 1, 2, 1, 2, 3]),
    }),
    "the same face a thousand times": () => ({
      positions: sheet.positions,
      triangles: Uint32Array.from({ length: 3000 }, (_, i) => [0, 1, 2][i % 3]!),
    }),
    "half of it inside out": () => together(box(5, 5, 5), moved(insideOut(box(5, 5, 5)), 9, 0, 0)),
    "an open bag": () => withoutFaces(scan(20), 60),
    needles: () => moved(scaledMesh(box(1e-3, 100, 1e-3), 1), 0, 0, 0),
  };
  it.each(Object.keys(nasty))("%s is measured without a number that is none", (name) => {
    const m = measured(nasty[name]!());
    const walk = (value: unknown, path: string): void => {
      if (typeof value === "number") expect(Number.isFinite(value), path).toBe(true);
      else if (value !== null && typeof value === "object")
        for (const [key, inner] of Object.entries(value as object)) walk(inner, `${path}.${key}`);
    };
    walk({ ...m, profile: { ...m.profile } }, name);
    expect(m.volumeLow).toBeLessThanOrEqual(m.volumeHigh);
    expect(m.area).toBeGreaterThanOrEqual(0);
  });
  it("takes no more than 2.3 times as long for twice as much, whatever the pattern", { retry: 3 }, () => {
    const fan = (n: number): TriangleMesh => ({
      positions: Float32Array.from({ length: 3 * (n + 1) }, (_, i) =>
        i < 3 ? 0 : [Math.cos(Math.floor(i / 3)), Math.sin(Math.floor(i / 3)), chanceOf(2, i)][i % 3]!,
      ),
      triangles: Uint32Array.from(
        { length: 3 * n },
        (_, i) => [0, 1 + Math.floor(i / 3), 1 + ((Math.floor(i / 3) + 1) % n)][i % 3]!,
      ),
    });
    const strips = (n: number): TriangleMesh =>
      together(
        ...Array.from({ length: n / 200 }, (_, i) => moved(box(200, 0.01, 0.01), 0, 0.02 * i, 0.02 * i)),
      );
    const copies = (n: number): TriangleMesh => ({
      positions: sheet.positions,
      triangles: Uint32Array.from({ length: 3 * n }, (_, i) => [0, 1, 2][i % 3]!),
    });
    for (const [name, make, n] of [
      ["a fan", fan, 500],
      ["strips", strips, 8000],
      ["a scan", (k: number) => scan(Math.round(Math.sqrt(k) / 2)), 8000],
      ["copies", copies, 1000],
    ] as const) {
      const best = (k: number) => {
        const soup = soupOf(make(k));
        return Math.min(
          ...[0, 1, 2].map(() => {
            const from = performance.now();
            measureMesh(soup);
            return performance.now() - from;
          }),
        );
      };
      best(n);
      expect(best(4 * n), name).toBeLessThan(2.3 ** 2 * best(n) + 60);
    }
  });
});
