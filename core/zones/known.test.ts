import { areaOfFace } from "#core/mesh/faces";
import Module, { type Manifold, type ManifoldToplevel } from "manifold-3d";
import { beforeAll, describe, expect, it } from "vitest";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { foundOn, inBand } from "#core/zones/findFaces";
import { measureZones } from "#core/zones/measureZones";
import { splitAlong } from "#core/zones/splitMesh";
import { proposeZones } from "#core/zones/proposeZones";

let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});

/** A thing made of known parts: its mesh, and the part of every face. */
type Known = { readonly mesh: TriangleMesh; readonly partOf: readonly number[]; readonly solid: Manifold };

function meshOf(solid: Manifold): TriangleMesh {
  const { vertProperties, triVerts, numProp } = solid.getMesh();
  const positions = new Float32Array((vertProperties.length / numProp) * 3);
  for (let v = 0; v < positions.length / 3; v++)
    for (let i = 0; i < 3; i++) positions[3 * v + i] = vertProperties[v * numProp + i]!;
  return { positions, triangles: Uint32Array.from(triVerts) };
}

/** The union of parts; which face is of which part is kept by the library. */
function known(parts: readonly Manifold[]): Known {
  const own = parts.map((p) => p.asOriginal());
  const solid = wasm.Manifold.union([...own]);
  const { runIndex, runOriginalID } = solid.getMesh();
  const mesh = meshOf(solid);
  const partOf = Array<number>(mesh.triangles.length / 3).fill(-1);
  for (let r = 0; r < runOriginalID!.length; r++)
    for (let t = runIndex![r]! / 3; t < runIndex![r + 1]! / 3; t++)
      partOf[t] = own.findIndex((p) => p.originalID() === runOriginalID![r]);
  return { mesh, partOf, solid };
}
const block = (x: number, y: number, z: number, at: readonly [number, number, number]) =>
  wasm.Manifold.cube([x, y, z]).translate([...at]);
const post = (h: number, r: number, top: number, at: readonly [number, number, number], sides = 24) =>
  wasm.Manifold.cylinder(h, r, top, sides).translate([...at]);
const ball = (r: number, at: readonly [number, number, number]) =>
  wasm.Manifold.sphere(r, 32).translate([...at]);
const rand = (seed: number) => {
  let s = 9973 * (seed + 1);
  return (low: number, high: number) => {
    s = (s * 16_807) % 2_147_483_647;
    return low + ((high - low) * s) / 2_147_483_647;
  };
};

/** Walls, a roof with eaves, window frames and a chimney. */
function house(seed: number): Known {
  const r = rand(seed);
  const [w, d, h, eave] = [r(40, 80), r(30, 50), r(20, 40), r(2, 4)];
  const roof = wasm.Manifold.hull([
    ...[-eave, w + eave].flatMap((x) => [-eave, d + eave].map((y) => [x, y, h] as [number, number, number])),
    ...[-eave, w + eave].map((x) => [x, d / 2, h + r(12, 18)] as [number, number, number]),
  ]);
  const frames = [0.2, 0.5, 0.8].map((x) => block(6, 1.5, 8, [w * x - 3, -1, h / 3]));
  return known([block(w, d, h, [0, 0, 0]), roof, ...frames, block(5, 5, 30, [w * 0.7, d / 2 - 2, h])]);
}
/** A stone on a plinth. */
function rock(seed: number): Known {
  const r = rand(seed);
  const points = Array.from({ length: 60 }, () => {
    const [a, z] = [r(0, 2 * Math.PI), r(-1, 1)];
    const s = Math.sqrt(1 - z * z) * r(14, 18);
    return [s * Math.cos(a), s * Math.sin(a), 15 + z * r(9, 12)] as [number, number, number];
  });
  return known([wasm.Manifold.hull(points), block(40, 40, 6, [-20, -20, 0])]);
}
/** Trunk, crown of balls, and a root plate. */
function tree(seed: number): Known {
  const r = rand(seed);
  const h = r(30, 50);
  return known([
    post(h, r(4, 5), r(2.5, 3.5), [0, 0, 2]),
    ball(r(11, 15), [0, 0, h + 6]),
    post(3, r(12, 16), r(11, 12), [0, 0, 0]),
  ]);
}
/** Body, cab, four wheels and a load. */
function cart(seed: number): Known {
  const r = rand(seed);
  const [l, w] = [r(50, 80), r(22, 30)];
  const wheels = [0.2, 0.8].flatMap((x) =>
    [-3, w].map((y) =>
      wasm.Manifold.cylinder(3, 7, 7, 32)
        .rotate([-90, 0, 0])
        .translate([l * x, y, 7]),
    ),
  );
  return known([
    block(l, w, r(6, 9), [0, 0, 6]),
    block(r(12, 18), w, r(14, 18), [0, 0, 10]),
    ball(r(8, 10), [l * 0.6, w / 2, 18]),
    ...wheels,
  ]);
}
/** A tower: shaft, collar, cone and a stair beside it. */
function tower(seed: number): Known {
  const r = rand(seed);
  const [h, radius] = [r(50, 80), r(12, 16)];
  const stair = Array.from({ length: 4 }, (_, i) =>
    block(6, 12, 4 * (i + 1), [radius + 6 * (3 - i) - 2, -6, 0]),
  );
  return known([
    post(h, radius, radius, [0, 0, 0], 48),
    post(4, radius + 3, radius + 3, [0, 0, h - 6], 48),
    post(r(20, 26), radius + 2, 0, [0, 0, h], 48),
    wasm.Manifold.union(stair),
  ]);
}

const things = [house, rock, tree, cart, tower].flatMap((make) =>
  [1, 2, 3, 4].map((seed) => [`${make.name} ${seed}`, () => make(seed)] as const),
);

describe("twenty things whose parts are known", () => {
  it.each(things)("%s: each zone given to one part at most, nine tenths of the area are right", (_, make) => {
    const { mesh, partOf } = make();
    const { of, zones } = proposeZones(mesh, findTwins(mesh).twin, 1);
    expect(zones.length).toBeLessThanOrEqual(40);
    const by = zones.map(() => new Map<number, number>());
    let whole = 0;
    partOf.forEach((part, f) => {
      const area = areaOfFace(mesh, f);
      whole += area;
      by[of[f]!]!.set(part, (by[of[f]!]!.get(part) ?? 0) + area);
    });
    const right = by.reduce((sum, parts) => sum + Math.max(...parts.values()), 0);
    expect(right / whole).toBeGreaterThanOrEqual(0.9);
  });
  it("have areas that are those of the general library, and borders of the same length from both sides", () => {
    for (const [, make] of things) {
      const { mesh, solid } = make();
      const { twin } = findTwins(mesh);
      const of = Uint8Array.from(proposeZones(mesh, twin, 1).of, (z) => Math.min(z, 59));
      const all = measureZones(mesh, twin, of, 1);
      const sum = all.reduce((area, m) => area + m.area, 0);
      expect(sum / solid.surfaceArea()).toBeCloseTo(1, 5);
      for (const m of all)
        for (const { beside, length } of m.borders) {
          const back = all.find((o) => o.number === beside)!.borders.find((b) => b.beside === m.number)!;
          expect(back.length).toBeCloseTo(length, 6);
        }
    }
  });
  it("a band cut off has the border that the library's own cut has", () => {
    const body = wasm.Manifold.cylinder(30, 10, 10, 96);
    // The cut's outline: 96 sides of a circle of 10.
    const outline = body.slice(12).toPolygons()[0]!;
    const length = outline.reduce((sum, [x, y], i) => {
      const [u, v] = outline[(i + 1) % outline.length]!;
      return sum + Math.hypot(u - x, v - y);
    }, 0);
    const mesh = meshOf(body);
    const { mesh: split } = splitAlong(mesh, [{ normal: [0, 0, 1], offset: 12 }]);
    const { twin } = findTwins(split);
    const of = new Uint8Array(split.triangles.length / 3);
    for (const f of inBand(foundOn(split, twin), 12, Infinity)) of[f] = 1;
    const [low] = measureZones(split, twin, of, 1);
    expect(low!.borders[0]!.length / length).toBeCloseTo(1, 5);
  });
});
