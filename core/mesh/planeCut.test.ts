import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { capTriangles } from "#core/mesh/capPlane";
import { isClosed, meshHealth } from "#core/mesh/health";
import { type CutPlane, cutMesh } from "#core/mesh/planeCut";
import { unit, type Vec3 } from "#core/mesh/pose";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, terrain, together, torus, withoutFaces } from "#core/mesh/testing";
import { boundingBox, scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

const closed = (m: TriangleMesh) => isClosed(meshHealth(m, findTwins(m)));
const volume = (m: TriangleMesh) => solidProperties(m).volume;

const meshes: Record<string, () => TriangleMesh> = {
  "a box": () => box(30, 20, 10),
  "a ball": () => sphere(15, 30, 40),
  "a ring": () => torus(20, 6, 40, 20),
  land: () => terrain(40, 60, 3),
  "a hollow ball": () =>
    together(sphere(15, 20, 30), {
      positions: sphere(10, 20, 30).positions,
      triangles: sphere(10, 20, 30).triangles.slice().reverse(),
    }),
  "boxes apart": () => together(box(10, 10, 10), moved(box(8, 8, 25), 20, 3, -4)),
  "a box a metre away": () => moved(box(30, 20, 10), 1000, -700, 300),
};
const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v): Vec3 => unit(v));

/** A plane through a share of the mesh's reach along a direction. */
function planeThrough(m: TriangleMesh, normal: Vec3, share: number): CutPlane {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < m.positions.length; i += 3) {
    const d = normal[0] * m.positions[i]! + normal[1] * m.positions[i + 1]! + normal[2] * m.positions[i + 2]!;
    low = Math.min(low, d);
    high = Math.max(high, d);
  }
  return { normal, offset: low + share * (high - low) };
}

describe.each(Object.keys(meshes))("a cut through %s", (name) => {
  const mesh = meshes[name]!();
  const whole = volume(mesh);
  it("gives two closed pieces whose volumes add up, whatever the plane", () => {
    fc.assert(
      fc.property(direction, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (normal, share) => {
        const cut = cutMesh(mesh, planeThrough(mesh, normal, share));
        if (!cut.ok) throw new Error(cut.problems[0]!.message);
        const { below, above } = cut.value;
        expect(closed(below) && closed(above)).toBe(true);
        expect(Math.abs((volume(below) + volume(above)) / whole - 1)).toBeLessThan(1e-4);
        // And still closed once they were written to a file and their corners shared by place.
        expect(meshHealth(weld(soupOf(below)), findTwins(weld(soupOf(below)))).openEdges).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
  it("square to its axes and through its own flat faces is closed too", () => {
    const { min, max } = boundingBox(mesh.positions);
    for (const axis of [0, 1, 2]) {
      for (const share of [0.2, 0.25, 0.5, 0.8]) {
        const normal: Vec3 = [axis === 0 ? 1 : 0, axis === 1 ? 1 : 0, axis === 2 ? 1 : 0];
        const cut = cutMesh(mesh, { normal, offset: min[axis]! + share * (max[axis]! - min[axis]!) });
        if (!cut.ok) throw new Error(cut.problems[0]!.message);
        expect(closed(cut.value.below) && closed(cut.value.above)).toBe(true);
        expect(Math.abs((volume(cut.value.below) + volume(cut.value.above)) / whole - 1)).toBeLessThan(1e-4);
      }
    }
  });
});

describe("a cut", () => {
  it("of a box has the areas and volumes that anyone can work out", () => {
    const cut = cutMesh(box(30, 20, 10), { normal: [1, 0, 0], offset: 12 });
    if (!cut.ok) throw new Error("must be cut");
    expect(volume(cut.value.below)).toBeCloseTo(12 * 200, 2);
    expect(volume(cut.value.above)).toBeCloseTo(18 * 200, 2);
    expect(cut.value.capArea).toBeCloseTo(200, 3);
  });
  it("through corners moves by a hair and is closed", () => {
    const cut = cutMesh(together(box(10, 10, 10), moved(box(10, 10, 10), 20, 0, 5)), {
      normal: [0, 0, 1],
      offset: 5,
    });
    if (!cut.ok) throw new Error("must be cut");
    expect(closed(cut.value.below)).toBe(true);
    expect(Math.abs(cut.value.offset - 5)).toBeLessThan(1e-3);
    expect(Math.abs(cut.value.offset - 5)).toBeGreaterThan(0);
  });
  it("grows with the cube and the square when everything does", () => {
    for (const s of [0.001, 1000]) {
      const cut = cutMesh(scaledMesh(torus(20, 6, 40, 20), s), { normal: [1, 0, 0], offset: 3 * s });
      const one = cutMesh(torus(20, 6, 40, 20), { normal: [1, 0, 0], offset: 3 });
      if (!cut.ok || !one.ok) throw new Error("must be cut");
      expect(volume(cut.value.below) / volume(one.value.below) / s ** 3).toBeCloseTo(1, 4);
      expect(cut.value.capArea / one.value.capArea / s ** 2).toBeCloseTo(1, 4);
    }
  });
  it("beside the part, or through a hole in it, is refused with a sentence", () => {
    expect(cutMesh(box(1, 1, 1), { normal: [0, 0, 1], offset: 2 })).toMatchObject({
      ok: false,
      problems: [{ code: "cut/misses" }],
    });
    const holed = withoutFaces(sphere(10, 20, 20), 60);
    const through = cutMesh(holed, { normal: [0, 1, 0], offset: 0.1 });
    expect(through).toMatchObject({ ok: false, problems: [{ code: "cut/open" }] });
    if (!through.ok)
      expect(through.problems[0]!.message).toMatch(/\d+ edges? .*Mend the part first, or move the plane/);
    expect(cutMesh(holed, { normal: [1, 0, 0], offset: -5 }).ok).toBe(true);
  });
  it("leaves the mesh it was given as it was", () => {
    const m = sphere(10, 12, 12);
    const before = m.positions.slice();
    const faces = m.triangles.slice();
    cutMesh(m, { normal: [1, 1, 0], offset: 1 });
    expect(m.positions).toEqual(before);
    expect(m.triangles).toEqual(faces);
  });
});

describe("pegs", () => {
  const disc = (r: number) => 18 * r * r * Math.sin((2 * Math.PI) / 36);
  it.each(["below", "above"] as const)(
    "on the piece %s stand out of it and leave their clearance in the other",
    (on) => {
      const mesh = box(40, 30, 20);
      const pegs = [8, 30].map((x) => ({ at: [x, 15, 9] as Vec3, radius: 2, depth: 5, clearance: 0.2, on }));
      const cut = cutMesh(mesh, { normal: [0, 0, 1], offset: 9 }, pegs);
      if (!cut.ok) throw new Error(cut.problems[0]!.message);
      const { below, above } = cut.value;
      expect(closed(below) && closed(above)).toBe(true);
      const peg = 2 * disc(2) * 5;
      const socket = 2 * disc(2.2) * 5.2;
      expect(volume(on === "below" ? below : above)).toBeCloseTo((on === "below" ? 9 : 11) * 1200 + peg, 1);
      expect(volume(on === "below" ? above : below)).toBeCloseTo(
        (on === "below" ? 11 : 9) * 1200 - socket,
        1,
      );
      expect(volume(below) + volume(above)).toBeCloseTo(24_000 + peg - socket, 1);
    },
  );
  it("stand square to a plane that leans, and take and leave as much", () => {
    fc.assert(
      fc.property(direction, (normal) => {
        const mesh = sphere(20, 40, 60);
        const peg = { at: [0, 0, 0] as Vec3, radius: 2, depth: 5, clearance: 0.2, on: "below" as const };
        const plain = cutMesh(mesh, { normal, offset: 0 });
        const cut = cutMesh(mesh, { normal, offset: 0 }, [peg]);
        if (!cut.ok || !plain.ok) throw new Error("not cut");
        const grown = volume(cut.value.below) - volume(plain.value.below);
        const taken = volume(plain.value.above) - volume(cut.value.above);
        expect(grown).toBeCloseTo(disc(2) * 5, 1);
        expect(taken).toBeCloseTo(disc(2.2) * 5.2, 1);
      }),
      { numRuns: 25 },
    );
  });
  it("are refused where the cut has no room for them", () => {
    const at = (x: number, radius: number) =>
      cutMesh(box(40, 30, 20), { normal: [0, 0, 1], offset: 9 }, [
        { at: [x, 15, 9], radius, depth: 5, clearance: 0.2, on: "below" },
      ]);
    expect(at(1, 2)).toMatchObject({ ok: false, problems: [{ code: "cut/peg-outside", path: ["pegs", 0] }] });
    expect(at(60, 2).ok).toBe(false);
    expect(at(20, 14).ok).toBe(true);
  });
});

describe("the lid of a cut", () => {
  it("uses every stretch of its lines once, with many points in a row and holes", () => {
    const square = (x: number, y: number, size: number, per: number, hole: boolean) => {
      const points: number[] = [];
      for (let side = 0; side < 4; side++)
        for (let i = 0; i < per; i++)
          points.push(
            x + size * [i / per, 1, 1 - i / per, 0][side]!,
            y + size * [0, i / per, 1, 1 - i / per][side]!,
          );
      return hole
        ? Array.from({ length: points.length / 2 }, (_, i) => [
            points[points.length - 2 - 2 * i]!,
            points[points.length - 1 - 2 * i]!,
          ]).flat()
        : points;
    };
    let id = 0;
    const loop = (points: number[]) => ({
      ids: Array.from({ length: points.length / 2 }, () => id++),
      points,
    });
    const loops = [
      loop(square(0, 0, 10, 9, false)),
      loop(square(2, 2, 3, 5, true)),
      loop(square(6, 6, 2, 1, true)),
      loop(square(20, 0, 4, 3, false)),
    ];
    const triangles = capTriangles(loops);
    const sides = new Map<string, number>();
    for (let t = 0; t < triangles.length; t += 3)
      for (let k = 0; k < 3; k++) {
        const key = `${triangles[t + k]} ${triangles[t + ((k + 1) % 3)]}`;
        sides.set(key, (sides.get(key) ?? 0) + 1);
      }
    for (const { ids } of loops)
      ids.forEach((a, i) => expect(sides.get(`${a} ${ids[(i + 1) % ids.length]}`)).toBe(1));
    for (const n of sides.values()) expect(n).toBe(1);
  });
});
