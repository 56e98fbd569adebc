import { describe, expect, it } from "vitest";
import { drawingSigns } from "#core/mesh/drawingSigns";
import { box, moved, sphere, terrain, together, wallWith } from "#core/mesh/testing";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

const signsOf = (mesh: TriangleMesh) => {
  const welded = weld(soupOf(mesh));
  return drawingSigns(welded, findTwins(welded).twin, boundingBox(welded.positions));
};
const scaled = (mesh: TriangleMesh, by: number): TriangleMesh => ({
  ...mesh,
  positions: mesh.positions.map((v) => v * by),
});
/** Nine risers of 170, with goings of 250. */
const stair = together(
  ...Array.from({ length: 9 }, (_, i) => moved(box(250, 900, 170 * (i + 1)), 250 * i, 0, 0)),
);

describe("what repeats", () => {
  it("is found along each axis with its step and its count", () => {
    const { steps } = signsOf(stair);
    const up = steps.find((s) => s.axis === 2)!;
    expect(up.step).toBeCloseTo(170, 3);
    expect(up.count).toBeGreaterThanOrEqual(8);
    expect(steps.find((s) => s.axis === 0)!.step).toBeCloseTo(250, 3);
  });
  it("goes with the size of the drawing and not with where it lies", () => {
    const { steps } = signsOf(moved(scaled(stair, 0.01), 500, -300, 40));
    expect(steps.find((s) => s.axis === 2)!.step).toBeCloseTo(1.7, 3);
  });
  it("is nothing in a ball, in country, and in what repeats unevenly", () => {
    expect(signsOf(sphere(20, 30, 40)).steps).toEqual([]);
    for (const cells of [20, 60, 150]) expect(signsOf(terrain(cells, 100, 3)).steps, `${cells}`).toEqual([]);
    // A dome so flat that all of it looks up: its faces lie at many heights, which are no steps.
    const dome = sphere(400, 120, 160);
    const cap = { ...dome, positions: dome.positions.map((v, i) => (i % 3 === 2 ? v / 60 : v)) };
    expect(signsOf(cap).steps).toEqual([]);
    const uneven = together(
      ...[0, 130, 220, 460, 540].map((z, i) => moved(box(300 - 40 * i, 50, 60), 0, 0, z)),
    );
    expect(signsOf(uneven).steps.filter((s) => s.axis === 2)).toEqual([]);
  });
});

describe("openings", () => {
  const wall = wallWith(5000, 2600, 300, [
    [600, 0, 900, 2050],
    [3000, 850, 1200, 1000],
    [4400, 850, 400, 600],
  ]);
  const rounded = (mesh: TriangleMesh) =>
    signsOf(mesh).openings.map((o) => [Math.round(o.width), Math.round(o.height), o.toFoot]);
  it("of a wall that stands are its door, open at its foot, and its windows", () => {
    const found = [
      [900, 2050, true],
      [1200, 1000, false],
      [400, 600, false],
    ];
    expect(rounded(wall)).toEqual(expect.arrayContaining(found));
    expect(rounded(wall)).toHaveLength(3);
  });
  it("are the same of the wall turned to the side", () => {
    const turned = rounded(moved(wall, 0, 0, 0, Math.PI / 2));
    expect(turned.sort()).toEqual(rounded(wall).sort());
  });
  it("alike are told once", () => {
    const two = wallWith(5000, 2600, 300, [
      [600, 800, 900, 1000],
      [3000, 800, 900, 1000],
    ]);
    expect(rounded(two)).toEqual([[900, 1000, false]]);
  });
  it("are none in a solid block", () => expect(signsOf(box(40, 30, 20)).openings).toEqual([]));
});

describe("what it stands on", () => {
  it("of a block is all of its footprint, of a ball nearly none", () => {
    expect(signsOf(box(40, 30, 20)).flatBase).toBeCloseTo(1, 5);
    expect(signsOf(sphere(20, 40, 60)).flatBase).toBeLessThan(0.1);
  });
  it("is a disc with its diameter, and no disc of a block", () => {
    const sides = 48;
    const rim = Array.from({ length: sides }, (_, i) => (2 * Math.PI * i) / sides);
    const positions = [0, 4].flatMap((z) => rim.flatMap((a) => [16 * Math.cos(a), 16 * Math.sin(a), z]));
    positions.push(0, 0, 0, 0, 0, 4);
    const triangles = rim.flatMap((_, i) => {
      const j = (i + 1) % sides;
      return [i, j, sides + j, i, sides + j, sides + i, 2 * sides, j, i, 2 * sides + 1, sides + i, sides + j];
    });
    const disc: TriangleMesh = {
      positions: Float32Array.from(positions),
      triangles: Uint32Array.from(triangles),
    };
    expect(signsOf(together(disc, moved(box(6, 4, 28), -3, -2, 4))).roundBase).toBeCloseTo(32, 1);
    expect(signsOf(box(32, 32, 4)).roundBase).toBeNull();
  });
});

it("of nothing, of one triangle and of a sheet is nothing, without a throw", () => {
  const one: TriangleMesh = {
    positions: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
    triangles: Uint32Array.from([0, 1, 2]),
  };
  expect(signsOf(one)).toEqual({
    steps: [],
    openings: [],
    roundBase: null,
    flatBase: 0,
    feet: [0, 0, 0, 0, 0, 0],
  });
});
