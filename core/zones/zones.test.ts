import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { box, moved, sphere, together, withoutFaces } from "#core/mesh/testing";
import { areaOfFace, faceCentre } from "#core/mesh/faces";
import { mirrored } from "#core/mesh/mirror";
import type { CutPlane } from "#core/mesh/planeCut";
import { dot, posedSoup, turnOf } from "#core/mesh/pose";
import { mirrorMotion, movedMesh, movedCut } from "#core/zones/motion";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { carryZones } from "#core/zones/carryZones";
import { brushed, foundOn, inBand, patchFrom } from "#core/zones/findFaces";
import { measureZones, zoneAreas } from "#core/zones/measureZones";
import { proposeZones } from "#core/zones/proposeZones";
import { splitAlong } from "#core/zones/splitMesh";
import { boards } from "#core/zones/testing";
import { facesOf, runsOf } from "#core/zones/zoneRuns";

const OPEN = 255;
const faces = (m: TriangleMesh) => m.triangles.length / 3;
const areaOf = (m: TriangleMesh) =>
  Array.from({ length: faces(m) }, (_, f) => areaOfFace(m, f)).reduce((a, b) => a + b, 0);
const proposal = (m: TriangleMesh) => proposeZones(m, findTwins(m).twin, 1);
const mapOf = (m: TriangleMesh, factor = 1) => Uint8Array.from(proposeZones(m, findTwins(m).twin, factor).of);
const measured = (m: TriangleMesh, of: Uint8Array, factor = 1) =>
  measureZones(m, findTwins(m).twin, of, factor);
describe("runs", () => {
  it("give back the zone of every face, and nothing for another number of faces", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(255), fc.integer({ min: 1, max: 400 })), { minLength: 1, maxLength: 30 }),
        (runs) => {
          const of = Uint8Array.from(runs.flatMap(([zone, length]) => Array<number>(length).fill(zone)));
          expect(facesOf(runsOf(of), of.length)).toEqual(of);
          expect(facesOf(runsOf(of), of.length + 1)).toBeNull();
        },
      ),
    );
    expect(facesOf("not base 64!", 3)).toBeNull();
  });
});

describe("a mesh that is parted along planes", () => {
  const plane = { normal: [0, 0, 1] as const, offset: 2 };
  it("is the same surface with more faces, closed as before", () => {
    for (const mesh of [
      box(10, 6, 8),
      sphere(5, 12, 20),
      together(box(4, 4, 4), moved(box(3, 3, 9), 10, 0, 0)),
    ]) {
      const { mesh: split, parent } = splitAlong(mesh, [plane, { normal: [1, 1, 0], offset: 1.3 }]);
      expect(areaOf(split)).toBeCloseTo(areaOf(mesh), 4);
      expect(findTwins(split).openEdges).toBe(0);
      expect(parent.length).toBe(faces(split));
      const back = new Float64Array(faces(mesh));
      for (let f = 0; f < faces(split); f++) back[parent[f]!]! += areaOfFace(split, f);
      for (let f = 0; f < faces(mesh); f++) expect(back[f]).toBeCloseTo(areaOfFace(mesh, f), 4);
    }
  });
  it("has no face that goes through the plane: a wall of two triangles is split", () => {
    const { mesh } = splitAlong(box(10, 6, 8), [plane]);
    const low = inBand(foundOn(mesh, findTwins(mesh).twin), -Infinity, 2);
    const area = [...low].reduce((sum, f) => sum + areaOfFace(mesh, f), 0);
    // Four walls of 2 mm and the underside.
    expect(area).toBeCloseTo(2 * (10 + 6) * 2 + 60, 5);
  });
  it("stays as it is where a plane misses it or lies in a face", () => {
    expect(faces(splitAlong(box(1, 1, 1), [{ normal: [0, 0, 1], offset: 5 }]).mesh)).toBe(12);
    expect(faces(splitAlong(box(1, 1, 1), [{ normal: [0, 0, 1], offset: 1 }]).mesh)).toBe(12);
  });
});

describe("zones measured", () => {
  it("are a partition: areas add up to the part, borders are the same from both sides", () => {
    const mesh = splitAlong(box(30, 20, 15), [{ normal: [0, 0, 1], offset: 4 }]).mesh;
    const of = mapOf(mesh);
    for (const f of inBand(foundOn(mesh, findTwins(mesh).twin), 0.01, 4)) of[f] = 40;
    const all = measured(mesh, of);
    expect(all.reduce((sum, m) => sum + m.area, 0)).toBeCloseTo(areaOf(mesh), 8);
    for (const m of all)
      for (const { beside, length } of m.borders)
        expect(
          all.find((o) => o.number === beside)!.borders.find((b) => b.beside === m.number)!.length,
        ).toBeCloseTo(length, 9);
    const foot = all.find((m) => m.number === 40)!;
    expect(foot.area).toBeCloseTo(2 * (30 + 20) * 4, 4);
    expect([foot.low, foot.high]).toEqual([0, 4]);
    expect(foot.places).toBe(1);
    // Round the foot once above and once below.
    expect(foot.borders.reduce((sum, b) => sum + b.length, 0)).toBeCloseTo(2 * 100, 4);
    const fast = zoneAreas(mesh, of);
    for (const m of all) expect(fast.get(m.number)).toBeCloseTo(m.area, 9);
  });
  it("keep where they look for any way to lie: all area, and the outmost of it", () => {
    const [whole] = measured(box(10, 20, 30), new Uint8Array(12));
    const sum = whole!.directions.reduce((a, d) => a + d.area, 0);
    expect(sum).toBeCloseTo(2 * (200 + 300 + 600), 4);
    const down = whole!.directions.find((d) => d.normal[2] < -0.99)!;
    expect(down).toMatchObject({ area: 200, outmost: 200 });
    expect(down.reach).toBeCloseTo(0, 6);
  });
});

describe("what is carved", () => {
  it("C17: ten grooves of 60 mm are ten lines of 600 mm, eleven boards, with depth and width", () => {
    const mesh = boards(11, 5, 0.6, 0.3);
    const of = mapOf(mesh);
    const all = measured(mesh, of);
    const wall = [...all].sort((a, b) => b.area - a.area).find((m) => m.grooves !== null)!;
    expect(wall.grooves!.count).toBe(10);
    expect(wall.grooves!.length).toBeCloseTo(600, 0);
    expect(wall.cells).toMatchObject({ count: 11 });
    expect(wall.relief!.depth).toBeCloseTo(0.3, 4);
    expect(wall.relief!.sunken).toBe(true);
    expect(wall.narrowest!.width).toBeCloseTo(0.6, 2);
  });
  it("of boards is one side and not one zone a board, at any scale of the file", () => {
    for (const factor of [1, 0.1, 25.4]) {
      const mesh = boards(11, 5 / factor, 0.6 / factor, 0.3 / factor, 60 / factor, 4 / factor);
      const { zones } = proposeZones(mesh, findTwins(mesh).twin, factor);
      expect(zones.filter((z) => z.kind === "top").length).toBe(1);
    }
  });
  it("is nothing on a plain block", () => {
    for (const m of measured(box(40, 30, 20), mapOf(box(40, 30, 20))))
      expect([m.cells, m.grooves, m.ridges, m.relief]).toEqual([null, null, null, null]);
  });
});

it("three frames alike are one detail, also where one of them is larger than a square centimetre", () => {
  const frames = [6, 17, 28].map((x) => moved(box(6, 1, 8), x, -1, 6));
  const { zones } = proposal(together(box(40, 30, 25), ...frames));
  expect(zones.map((z) => z.name)).toContain("detail × 3");
  expect(zones.length).toBe(7);
});

describe("bad meshes", () => {
  const sound = (mesh: TriangleMesh) => {
    const of = Uint8Array.from(proposeZones(mesh, findTwins(mesh).twin, 1).of, (z) => Math.min(z, 59));
    const all = measured(mesh, of);
    expect(all.every((m) => Number.isFinite(m.area) && m.at.every(Number.isFinite))).toBe(true);
    expect(all.reduce((sum, m) => sum + m.area, 0)).toBeCloseTo(areaOf(mesh), 4);
    expect(carryZones(mesh, of, mesh, OPEN).of.length).toBe(faces(mesh));
    return all;
  };
  it("that are open, of 400 shells, or with slivers have zones that are all of their surface", () => {
    sound(withoutFaces(box(20, 10, 15), 3));
    const shells = Array.from({ length: 400 }, (_, i) =>
      moved(box(1, 1, 1 + i / 500), 2 * (i % 20), 2 * Math.floor(i / 20), 0),
    );
    sound(together(...shells));
    const slivers = soupOf(sphere(5, 10, 16)).corners;
    sound(
      weld({
        corners: Float32Array.from([...slivers, 0, 0, 9, 1e-7, 0, 9, 2e-7, 0, 9, 3, 3, 3, 3, 3, 3, 4, 4, 4]),
      }),
    );
  });
  it("of one face, or of none that has an area, do not fail", () => {
    const one = { positions: Float32Array.of(0, 0, 0, 4, 0, 0, 0, 4, 0), triangles: Uint32Array.of(0, 1, 2) };
    expect(sound(one)[0]!.area).toBeCloseTo(8, 6);
    const flat = { positions: new Float32Array(9), triangles: Uint32Array.of(0, 1, 2) };
    expect(measured(flat, new Uint8Array(1))[0]).toMatchObject({ area: 0, directions: [] });
  });
});

describe("faces found", () => {
  const mesh = sphere(10, 40, 60);
  const on = foundOn(mesh, findTwins(mesh).twin);
  it("by a brush lie within its radius and look to the viewer", () => {
    const face = 400;
    const found = brushed(on, face, [0, 0, 10], 30, [0, 0, 1]);
    expect([...found].every((f) => f === face || on.normals[3 * f + 2]! > 0)).toBe(true);
  });
  it("by patch are what runs on without a crease", () => {
    expect(patchFrom(on, 0, 25).length).toBe(faces(mesh));
    const cube = box(5, 5, 5);
    expect(patchFrom(foundOn(cube, findTwins(cube).twin), 0, 25).length).toBe(2);
  });
});

describe("a map carried over", () => {
  const house = together(box(30, 20, 15), moved(box(4, 1, 6), 6, -1, 2), moved(box(4, 1, 6), 14, -1, 2));
  const of = mapOf(house);
  it("to itself is the same", () => {
    expect(carryZones(house, of, house, OPEN)).toEqual({ of, lost: [] });
  });
  it("to the mesh subdivided has the same areas", () => {
    const finer = splitAlong(house, [
      { normal: [0, 0, 1], offset: 7 },
      { normal: [1, 0, 0], offset: 11 },
    ]).mesh;
    const before = zoneAreas(house, of);
    const { of: carried, lost } = carryZones(house, of, finer, OPEN);
    expect(lost).toEqual([]);
    const after = zoneAreas(finer, carried);
    for (const [zone, area] of before) expect(after.get(zone)).toBeCloseTo(area, 4);
  });
  it("to the same triangles in another order is the same surface", () => {
    const { corners } = soupOf(house);
    const turned = new Float32Array(corners.length);
    const n = corners.length / 9;
    for (let f = 0; f < n; f++) turned.set(corners.subarray(9 * f, 9 * f + 9), 9 * (n - 1 - f));
    const other = weld({ corners: turned });
    const after = zoneAreas(other, carryZones(house, of, other, OPEN).of);
    for (const [zone, area] of zoneAreas(house, of)) expect(after.get(zone)).toBeCloseTo(area, 4);
  });
  it("to its mirrored twin and to itself turned has the same areas, and its lines go along", () => {
    const { min, max } = boundingBox(house.positions);
    const twin = weld(mirrored(soupOf(house)));
    const turn = turnOf({ down: [0, 1, 0], turnDeg: 30 });
    const line = { normal: [0, 0, 1], offset: 5 } as const;
    for (const [other, motion] of [
      [twin, mirrorMotion(min[0], max[0])],
      [weld(posedSoup(soupOf(house), { down: [0, 1, 0], turnDeg: 30 })), { turn, shift: [0, 0, 0] }],
    ] as const) {
      const moved = movedMesh(house, motion);
      const { of: carried, lost } = carryZones(moved, of, other, OPEN);
      expect(lost).toEqual([]);
      const after = zoneAreas(other, carried);
      for (const [zone, area] of zoneAreas(house, of)) expect(after.get(zone)! / area).toBeCloseTo(1, 4);
      // A line parts both into the same areas.
      const parted = (mesh: TriangleMesh, plane: CutPlane) => {
        const split = splitAlong(mesh, [plane]).mesh;
        let above = 0;
        for (let f = 0; f < faces(split); f++)
          if (dot(plane.normal, faceCentre(split, f)) > plane.offset) above += areaOfFace(split, f);
        return above;
      };
      expect(parted(other, movedCut(line, motion)) / parted(house, line)).toBeCloseTo(1, 4);
    }
  });
  it("leaves open what is gone, and carries the rest", () => {
    const without = together(box(30, 20, 15), moved(box(4, 1, 6), 6, -1, 2));
    const frames = of[faces(house) - 1]!;
    const { of: carried, lost } = carryZones(house, of, without, OPEN);
    expect(lost).toContain(frames);
    expect([...carried].filter((z) => z === OPEN).length).toBeGreaterThan(0);
    expect(carried[0]).toBe(of[0]);
  });
});
