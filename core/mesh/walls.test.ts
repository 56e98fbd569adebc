import { describe, expect, it } from "vitest";
import { opennessAt, opennessField, thinPlaces, wallField } from "#core/mesh/faceFields";
import { faceCentre, faceNormal } from "#core/mesh/faces";
import { buildRayTree } from "#core/mesh/rayTree";
import { box, insideOut, moved, sphere, terrain, together, withoutFaces } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { sampleThickness, shareUnder, thicknessAt, thicknessInterval } from "#core/mesh/thickness";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { wallDistance } from "#core/mesh/wallRays";

/** Turned about two axes, so that nothing lies along one. */
function turned(m: TriangleMesh, a: number, b: number): TriangleMesh {
  const positions = new Float32Array(m.positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [m.positions[i]!, m.positions[i + 1]!, m.positions[i + 2]!];
    const x1 = x * Math.cos(a) - y * Math.sin(a);
    const y1 = x * Math.sin(a) + y * Math.cos(a);
    positions.set([x1, y1 * Math.cos(b) - z * Math.sin(b), y1 * Math.sin(b) + z * Math.cos(b)], i);
  }
  return { positions, triangles: m.triangles };
}
const anyTurn = [0, 0.4, 1.3, 2.9].map((a) => [a, 2 * a + 0.2] as const);

/** The walls over a polygon in plan, from z 0 to `height`, open above and below. */
function walls(points: readonly (readonly [number, number])[], height: number): TriangleMesh {
  const n = points.length;
  const positions = [...points.flatMap(([x, y]) => [x, y, 0]), ...points.flatMap(([x, y]) => [x, y, height])];
  const triangles: number[] = [];
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    triangles.push(i, j, n + j, i, n + j, n + i);
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

describe("thickness keeps to its closed forms at any turn", () => {
  it("a slab is its thickness", () => {
    for (const [a, b] of anyTurn)
      expect(thicknessAt(sampleThickness(turned(box(80, 80, 2), a, b), 1500), 0.5)).toBeCloseTo(2, 3);
  });
  it("a cube is its side", () => {
    for (const [a, b] of anyTurn)
      expect(thicknessAt(sampleThickness(turned(box(7, 7, 7), a, b), 1500), 0.5)).toBeCloseTo(7, 3);
  });
  it("a ball is 0.966 of its diameter", () => {
    for (const [a, b] of anyTurn)
      expect(thicknessAt(sampleThickness(turned(sphere(10, 60, 90), a, b), 1000), 0.5) / 20).toBeCloseTo(
        Math.cos(Math.PI / 12),
        1,
      );
  });
  it("a shell is its wall", () => {
    const shell = together(sphere(10, 60, 90), insideOut(sphere(8.5, 60, 90)));
    for (const [a, b] of anyTurn)
      expect(thicknessAt(sampleThickness(turned(shell, a, b), 1000), 0.5)).toBeCloseTo(1.5, 1);
  });
  it("a wedge of 40 degrees lies between what its leaning rays can meet", () => {
    const beta = (40 * Math.PI) / 180;
    const deg = Math.PI / 180;
    const wedge = walls(
      [
        [0, 0],
        [60, 0],
        [60 * Math.cos(beta), 60 * Math.sin(beta)],
      ],
      400,
    );
    const tree = buildRayTree(wedge);
    // The lower face of the wedge: 20 from the edge, half way up.
    for (let k = 0; k < 8; k++) {
      const s = sampleOne(wedge, tree, [20, 0, 200], [0, -1, 0], k);
      expect(s).toBeGreaterThanOrEqual((20 * Math.sin(beta)) / Math.sin(105 * deg - beta) - 1e-3);
      expect(s).toBeLessThanOrEqual(20 * Math.tan(beta) + 1e-3);
    }
  });
});

function sampleOne(
  m: TriangleMesh,
  tree: ReturnType<typeof buildRayTree>,
  at: readonly number[],
  normal: readonly number[],
  turn: number,
): number {
  for (let f = 0; f < m.triangles.length / 3; f++) {
    const n = faceNormal(m, f);
    const l = Math.hypot(...n);
    if (n.every((v, i) => Math.abs(v / l - normal[i]!) < 1e-6)) return wallAt(tree, f, at, normal, turn);
  }
  throw new Error("No face looks that way.");
}
const wallAt = (
  tree: ReturnType<typeof buildRayTree>,
  face: number,
  at: readonly number[],
  normal: readonly number[],
  turn: number,
) => wallDistance(tree, "inside", face, at, normal, turn, 1e-3, 1e4);

describe("what a sample says of the whole", () => {
  const slabs = together(box(99, 100, 3), moved(box(1, 100, 1), 300, 0, 0));
  it("covers the true percentile nineteen times in twenty", () => {
    // Slab faces: 2 x 9,900 of 3 mm, 2 x 100 of 1 mm, and thin edges; the share under 2 mm is known from the
    // areas.
    const thin = 2 * 100 + 2 * (1 * 100) + 2 * 1;
    const whole = 2 * 9900 + 2 * (99 * 3 + 100 * 3) + thin;
    let covered = 0;
    const tree = buildRayTree(slabs);
    for (let seed = 0; seed < 100; seed++) {
      const { low, high } = shareUnder(sampleThickness(slabs, 1500, { tree, start: chanceOf(9, seed) }), 2);
      if (low <= thin / whole && thin / whole <= high) covered++;
    }
    expect(covered).toBeGreaterThanOrEqual(90);
  });
  it("gives a percentile its interval, and a jump lies inside it", () => {
    const sample = sampleThickness(together(box(99, 100, 3), moved(box(1, 100, 1), 300, 0, 0)), 4000);
    const { low, value, high } = thicknessInterval(sample, 0.02);
    expect(low).toBeLessThanOrEqual(value);
    expect(value).toBeLessThanOrEqual(high);
    expect(low).toBeCloseTo(1, 3);
    expect(high).toBeCloseTo(3, 3);
  });
  it("promises no zero where it found none", () => {
    const none = shareUnder(sampleThickness(box(50, 50, 5), 1000), 1);
    expect(none).toMatchObject({ low: 0, value: 0 });
    expect(none.high).toBeCloseTo(3 / 1000, 4);
  });
  it("does not depend on the order of the faces, beyond its interval", () => {
    const m = terrain(30, 60, 5);
    const shuffled = m.triangles.slice();
    for (let t = 0; t < shuffled.length; t += 3) {
      const u = 3 * Math.floor((chanceOf(3, t) * shuffled.length) / 3);
      for (let k = 0; k < 3; k++) [shuffled[t + k], shuffled[u + k]] = [shuffled[u + k]!, shuffled[t + k]!];
    }
    const interval = thicknessInterval(sampleThickness(m, 3000), 0.3);
    expect(thicknessAt(sampleThickness({ ...m, triangles: shuffled }, 3000), 0.3)).toBeGreaterThanOrEqual(
      interval.low,
    );
    expect(thicknessAt(sampleThickness({ ...m, triangles: shuffled }, 3000), 0.3)).toBeLessThanOrEqual(
      interval.high,
    );
  });
});

/** The outline of a comb: teeth of one width at a pitch, 5 deep, standing on a bar of 5. */
const comb = (tooth: number, pitch: number, teeth: number) => {
  const points: [number, number][] = [
    [0, 0],
    [pitch * (teeth - 1) + tooth, 0],
  ];
  for (let i = teeth - 1; i >= 0; i--) {
    points.push([pitch * i + tooth, 10], [pitch * i, 10]);
    if (i > 0) points.push([pitch * i, 5], [pitch * (i - 1) + tooth, 5]);
  }
  return points;
};

describe("detail of a comb of known pitch", () => {
  const m = walls(comb(0.8, 2.5, 9), 30);
  it("is the tooth where it is raised, and the slot where it is cut in", () => {
    const sides = (side: "inside" | "outside") => sampleThickness(m, 8000, { side, reach: 3 });
    const teeth = sides("inside");
    const slots = sides("outside");
    expect(thicknessAt(teeth, 0.2)).toBeCloseTo(0.8, 2);
    expect(thicknessAt(slots, 0.5)).toBeCloseTo(1.7, 2);
    // Each slot shows two flanks of 5 x 30.
    const area = 2 * 5 * 30 * 8;
    const total = surface(m);
    expect((slots.sorted.length / 8000) * total).toBeGreaterThan(0.8 * area);
    expect((slots.sorted.length / 8000) * total).toBeLessThan(1.2 * area);
  });
});

const surface = (m: TriangleMesh) =>
  Array.from({ length: m.triangles.length / 3 }, (_, f) => Math.hypot(...faceNormal(m, f)) / 2).reduce(
    (a, b) => a + b,
    0,
  );

describe("fields over faces", () => {
  it("find the thin place, its size and where it is", () => {
    const m = together(box(40, 40, 5), moved(box(10, 10, 0.6), 60, 0, 0));
    const field = wallField(m, "inside", 1);
    const places = thinPlaces(m, findTwins(m).twin, field, 1);
    expect(places[0]!.least).toBeCloseTo(0.6, 4);
    expect(places[0]!.at[0]).toBeGreaterThan(59);
    // Its two broad sides; the thin edges between them are not thin themselves.
    expect(places.map((p) => p.area)).toEqual([100, 100]);
    expect(thinPlaces(m, findTwins(m).twin, field, 0.5)).toEqual([]);
  });
  it("find the slot that will close", () => {
    const m = together(box(10, 10, 10), moved(box(10, 10, 10), 10.4, 0, 0));
    const field = wallField(m, "outside", 1);
    const places = thinPlaces(m, findTwins(m).twin, field, 1);
    expect(places.length).toBe(2);
    expect(places[0]!.least).toBeCloseTo(0.4, 4);
  });
  it("stop when they are told to, and keep what there is", () => {
    const m = terrain(60, 60, 2);
    let calls = 0;
    const field = wallField(m, "inside", 1, buildRayTree(m), () => ++calls < 2);
    expect([...field].filter((v) => !Number.isNaN(v)).length).toBe(4096);
  });
  it("skip over holes without a word of nonsense", () => {
    const field = wallField(withoutFaces(box(5, 5, 5), 2), "inside", 1);
    expect([...field].some((v) => v === Infinity)).toBe(true);
    expect([...field].every((v) => v > 0)).toBe(true);
  });
});

describe("openness without a reach", () => {
  const at = (m: TriangleMesh, point: readonly number[], normal: readonly number[], face = -1) =>
    opennessAt(buildRayTree(m), face, point, normal, 1e-4, Infinity, 4000);
  it("of a plane is 1", () => expect(at(box(10, 10, 1), [5, 5, 1], [0, 0, 1])).toBe(1));
  it("of the inside of a half ball is 0.5", () => {
    const bowl = insideOut(sphere(10, 80, 120));
    const half: TriangleMesh = {
      positions: bowl.positions,
      triangles: Uint32Array.from(
        Array.from({ length: bowl.triangles.length / 3 }, (_, f) => f)
          .filter((f) => faceCentre(bowl, f)[2] < 0)
          .flatMap((f) => [...bowl.triangles.slice(3 * f, 3 * f + 3)]),
      ),
    };
    expect(at(half, [0, 0, -9.98], [0, 0, 1])).toBeCloseTo(0.5, 1);
  });
  it("of the bottom of a long groove is sin(atan(w / 2 depth))", () => {
    for (const [w, depth] of [
      [2, 2],
      [1, 3],
      [4, 1],
    ] as const) {
      const groove = together(box(400, 5, depth), moved(box(400, 5, depth), 0, 5 + w, 0));
      expect(at(groove, [200, 5 + w / 2, 1e-3], [0, 0, 1])).toBeCloseTo(
        Math.sin(Math.atan(w / (2 * depth))),
        1,
      );
    }
  });
  it("is the same at each face of a box: 1", () =>
    expect([...opennessField(box(4, 5, 6), Infinity, 32)]).toEqual(Array(12).fill(1)));
});
