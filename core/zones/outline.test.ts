import { areaOfFace } from "#core/mesh/faces";
import { describe, expect, it } from "vitest";
import { box, sphere } from "#core/mesh/testing";
import type { Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { foundOn } from "#core/zones/findFaces";
import { outlineCuts, type Outline, withinOutline } from "#core/zones/outline";
import { splitAlong } from "#core/zones/splitMesh";

const areaOf = (mesh: TriangleMesh, faces: Iterable<number>) =>
  [...faces].reduce((sum, f) => sum + areaOfFace(mesh, f), 0);
const allOf = (mesh: TriangleMesh) => Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f);

/** What a figure takes of a mesh. */
function taken(mesh: TriangleMesh, outline: Outline, first: Vec3, second: Vec3, normal: Vec3) {
  const cuts = outlineCuts(outline, first, second, normal)!;
  const { mesh: split } = splitAlong(mesh, cuts);
  const twins = findTwins(split);
  return { split, twins, faces: withinOutline(foundOn(split, twins.twin), cuts, normal) };
}

describe("a figure drawn on a face", () => {
  // A wall of two triangles: 40 wide, 30 high, looking to the front.
  const wall = box(40, 6, 30);
  const [x, y, z] = [0, 1, 2].map((k) => Math.min(...[...wall.positions].filter((_, i) => i % 3 === k))) as [
    number,
    number,
    number,
  ];
  it("runs through a wall of two triangles, and leaves it closed with the same surface", () => {
    const front: Vec3 = [0, -1, 0];
    const rectangle = taken(wall, "rectangle", [x + 5, y, z + 4], [x + 17, y, z + 12], front);
    expect(areaOf(rectangle.split, rectangle.faces)).toBeCloseTo(96, 3);
    const circle = taken(wall, "circle", [x + 20, y, z + 15], [x + 26, y, z + 15], front);
    expect(areaOf(circle.split, circle.faces)).toBeCloseTo(Math.PI * 36, 2);
    for (const { split, twins } of [rectangle, circle]) {
      expect(twins.openEdges).toBe(0);
      expect(areaOf(split, allOf(split))).toBeCloseTo(areaOf(wall, allOf(wall)), 3);
    }
  });
  it("is the same whichever corner is tapped first, and on a level top too", () => {
    const up: Vec3 = [0, 0, 1];
    const top = z + 30;
    const [a, b]: Vec3[] = [
      [x + 30, y + 1, top],
      [x + 10, y + 5, top],
    ];
    for (const [first, second] of [
      [a!, b!],
      [b!, a!],
    ] as const)
      expect(areaOf(...both(taken(wall, "rectangle", first, second, up)))).toBeCloseTo(80, 3);
  });
  it("parts only what it reaches: a ball of many faces keeps most of them as they were", () => {
    const ball = sphere(20, 60, 120);
    const { split, twins, faces } = taken(ball, "circle", [0, -20, 0], [3, -20, 0], [0, -1, 0]);
    expect(twins.openEdges).toBe(0);
    expect(split.triangles.length - ball.triangles.length).toBeLessThan(0.25 * ball.triangles.length);
    // A cap of that radius: 2 pi R h.
    const cap = 2 * Math.PI * 20 * (20 - Math.sqrt(400 - 9));
    expect(areaOf(split, faces)).toBeGreaterThan(0.97 * cap);
    expect(areaOf(split, faces)).toBeLessThan(1.03 * cap);
  });
  it("is nothing where both points are one, or span nothing", () => {
    expect(outlineCuts("circle", [1, 2, 3], [1, 2, 3], [0, 0, 1])).toBeNull();
    expect(outlineCuts("rectangle", [0, 0, 0], [5, 0, 0], [0, 0, 1])).toBeNull();
  });
});

const both = (t: ReturnType<typeof taken>) => [t.split, t.faces] as const;
