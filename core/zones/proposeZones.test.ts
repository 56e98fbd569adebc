import { describe, expect, it } from "vitest";
import { extruded } from "#core/mesh/extrude";
import { solidProperties } from "#core/mesh/solidProperties";
import { openSolids } from "#core/mesh/solids";
import { posedMesh } from "#core/mesh/pose";
import { box, moved, sphere, terrain, together } from "#core/mesh/testing";
import { scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { soupOf } from "#core/mesh/triangleMesh";
import { luckOf } from "#core/random";
import { proposeZones } from "#core/zones/proposeZones";

const zonesOf = (mesh: TriangleMesh, factor = 1, crease?: number) =>
  proposeZones(mesh, findTwins(mesh).twin, factor, crease);
const kindsOf = (mesh: TriangleMesh, factor = 1) =>
  zonesOf(mesh, factor)
    .zones.map((z) => z.kind)
    .toSorted();

const turned = (sides: number, radius: number, height: number) =>
  extruded(
    [
      Array.from({ length: sides }, (_, i) => (2 * Math.PI * i) / sides).flatMap((a) => [
        radius * Math.cos(a),
        radius * Math.sin(a),
      ]),
    ],
    0,
    height,
  );
/** Every corner moved a little at random. */
function noisy(mesh: TriangleMesh, by: number): TriangleMesh {
  const luck = luckOf(7, 3);
  return { ...mesh, positions: mesh.positions.map((v) => v + by * (luck() - 0.5)) };
}
/** A house of one outline, its gable in front, its roof over the eaves, six window frames on its walls. */
const house = posedMesh(
  extruded([[0, 0, 60, 0, 60, 40, 62, 40, 62, 41, 30, 70, -2, 41, -2, 40, 0, 40]], 0, 80),
  { down: [0, -1, 0], turnDeg: 0 },
);
const frames = Array.from({ length: 6 }, (_, i) => moved(box(5, 0.6, 5), 200 + 8 * i, 0, 10));

describe("zones by shape", () => {
  it("are six of a cube, three of a closed cylinder, one of a ball, also of a rough one", () => {
    expect(kindsOf(box(30, 30, 30))).toEqual([
      "top",
      "underside",
      "upright",
      "upright",
      "upright",
      "upright",
    ]);
    expect(kindsOf(turned(64, 20, 50))).toEqual(["all round", "top", "underside"]);
    expect(kindsOf(sphere(20, 24, 48))).toEqual(["all round"]);
    expect(kindsOf(noisy(sphere(20, 24, 48), 0.2))).toEqual(["all round"]);
    // Rougher than any crease: each face a patch of its own.
    expect(kindsOf(noisy(sphere(20, 60, 90), 2))).toEqual(["all round"]);
  });
  it("are of a house four walls, two slopes, what is seen from below, and one detail six times", () => {
    const { zones } = zonesOf(together(house, ...frames));
    expect(zones.map((z) => z.kind).toSorted()).toEqual(
      ["detail", "slope", "slope", "underside", ...Array<string>(4).fill("upright")].toSorted(),
    );
    expect(zones.find((z) => z.kind === "detail")).toMatchObject({ name: "detail × 6", places: 6 });
    expect(
      zones
        .filter((z) => z.kind === "slope")
        .map((z) => z.name)
        .toSorted(),
    ).toHaveLength(2);
  });
  it("leave no face out, and are together as large as the part, to a billionth", () => {
    for (const mesh of [
      box(40, 20, 10),
      together(house, ...frames),
      terrain(40, 60, 3),
      sphere(12, 20, 30),
    ]) {
      const { of, zones } = zonesOf(mesh);
      expect(of.length).toBe(mesh.triangles.length / 3);
      expect(new Set(of).size).toBe(zones.length);
      expect(Math.max(...of)).toBe(zones.length - 1);
      const sum = zones.reduce((s, z) => s + z.area, 0);
      expect(Math.abs(sum / solidProperties(mesh).area - 1)).toBeLessThan(1e-9);
    }
  });
  it("do not hang on the order of the faces, nor on how the part is turned", () => {
    const whole = together(house, ...frames);
    const n = whole.triangles.length / 3;
    const order = Array.from({ length: n }, (_, i) => (i * 7919) % n);
    const shuffled = {
      ...whole,
      triangles: Uint32Array.from(order.flatMap((f) => [...whole.triangles.slice(3 * f, 3 * f + 3)])),
    };
    const before = zonesOf(whole);
    const after = zonesOf(shuffled);
    expect(after.zones.map((z) => z.name)).toEqual(before.zones.map((z) => z.name));
    order.forEach((f, i) => expect(after.of[i]).toBe(before.of[f]));
    const areas = (m: TriangleMesh) =>
      zonesOf(m)
        .zones.map((z) => z.area)
        .toSorted((a, b) => a - b);
    const leaning = areas(posedMesh(box(40, 20, 10), { down: [0.4, 0.2, -0.9], turnDeg: 33 }));
    areas(box(40, 20, 10)).forEach((a, i) => expect(leaning[i]! / a).toBeCloseTo(1, 4));
  });
  it("are the same of a part drawn in other units", () => {
    const whole = together(house, ...frames);
    const inches = zonesOf(scaledMesh(whole, 1 / 25.4), 25.4);
    const mm = zonesOf(whole);
    expect(inches.zones.map((z) => [z.name, z.places])).toEqual(mm.zones.map((z) => [z.name, z.places]));
    inches.zones.forEach((z, i) => expect((z.area * 25.4 ** 2) / mm.zones[i]!.area).toBeCloseTo(1, 5));
  });
  it("are of two shells apart those of each", () => {
    const two = together(box(30, 30, 30), moved(turned(64, 20, 50), 100, 0, 0));
    expect(zonesOf(two).zones).toHaveLength(6 + 3);
  });
  it("merge what is small into what it borders on longest, and part more at a smaller crease", () => {
    const step = extruded([[0, 0, 40, 0, 40, 20, 20, 20, 20, 20.3, 0, 20.3]], 0, 40);
    expect(zonesOf(step).zones).toHaveLength(7);
    expect(zonesOf(turned(24, 20, 50), 1, 10).zones.length).toBeGreaterThan(20);
    expect(zonesOf(turned(24, 20, 50), 1, 25).zones).toHaveLength(3);
  });
  it("know studs on a wall for one detail, and chance likenesses of a rough thing for none", async () => {
    const { united } = await openSolids();
    const studs = Array.from({ length: 5 }, (_, i) => moved(box(3, 3, 3), 6 + 14 * i, 6, 8));
    const one = united([box(76, 40, 10), ...studs]);
    if (!one.ok) throw new Error(one.problems[0]!.message);
    const { zones } = zonesOf(weld(soupOf(one.value)));
    // Top and four sides of a stud that stands 1 mm out of the wall.
    expect(zones.find((z) => z.kind === "detail")).toMatchObject({ name: "detail × 5", places: 5 });
    expect(zones.find((z) => z.kind === "detail")!.area).toBeCloseTo(5 * (9 + 4 * 3), 3);
    expect(zones).toHaveLength(7);
    const rough = zonesOf(noisy(sphere(40, 30, 40), 6)).zones;
    expect(rough.filter((z) => z.kind === "detail")).toEqual([]);
  });
  it("are sound of an open mesh, of slivers, of four hundred shells", () => {
    const open = { ...house, triangles: house.triangles.slice(0, -6) };
    expect(zonesOf(open).zones.length).toBeGreaterThan(4);
    const many = together(
      box(60, 60, 10),
      ...Array.from({ length: 400 }, (_, i) => moved(box(1 + (i % 7), 1, 1), 3 * i, 100, 0)),
    );
    const { zones } = zonesOf(many);
    expect(zones.filter((z) => z.kind === "detail").length).toBeGreaterThan(0);
    expect(zones.filter((z) => z.kind === "detail").reduce((s, z) => s + z.places, 0)).toBe(400);
    const sliver = {
      positions: Float32Array.of(0, 0, 0, 10, 0, 0, 5, 1e-9, 0, 5, 5, 0),
      triangles: Uint32Array.of(0, 1, 2, 0, 2, 3, 2, 1, 3),
    };
    expect(zonesOf(sliver).of).toHaveLength(3);
  });
});

it("parts a part along its creases as the general library parts it, area for area", async () => {
  const { united } = await openSolids();
  const one = united([box(40, 40, 20), moved(box(20, 20, 30), 10, 10, 10)]);
  if (!one.ok) throw new Error(one.problems[0]!.message);
  const mesh = weld(soupOf(one.value));
  const { zones } = zonesOf(mesh, 1);
  const tops = zones.filter((z) => z.kind === "top").map((z) => z.area);
  expect(tops.toSorted((a, b) => a - b).map((a) => Math.round(a))).toEqual([400, 1200]);
  expect(zones.reduce((s, z) => s + z.area, 0)).toBeCloseTo(solidProperties(mesh).area, 6);
});
