import { describe, expect, it } from "vitest";
import { box, sphere, together, moved, wallWith } from "#core/mesh/testing";
import { paintPlaceNames, towardNozzle } from "#core/paint/paintPlace";
import { foundShare, layerLies } from "#core/painted/layerLies";
import { placeOnFaces, type ShapePlace } from "#core/painted/placeOnFaces";
import { faceNumbers, meanBy, readyToPaint, testLayer } from "#core/painted/testing";

const cube = readyToPaint(box(30, 30, 30)).shape;
const shareOf = (shape: typeof cube, place: ShapePlace) => {
  const on = placeOnFaces(shape, place);
  return meanBy(shape.area, (f) => on[f]!);
};

describe("C5: a layer has a place", () => {
  it("edges of a cube of 30 mm are 19 % of it, middles of its panels 36 %", () => {
    expect(shareOf(cube, "edges")).toBeCloseTo(1 - (27 / 30) ** 2, 2);
    // Faces of a mm: the width of a panel is known to a fraction of one.
    expect(Math.abs(shareOf(cube, "panel middles") - 0.36)).toBeLessThan(0.01);
  });
  it("tops, overhangs and the foot band of a cube", () => {
    expect(shareOf(cube, "tops")).toBeCloseTo(1 / 6, 3);
    expect(shareOf(cube, "under rims")).toBeCloseTo(1 / 6, 3);
    // The underside, and 12 % of the height of four sides.
    expect(shareOf(cube, "foot band")).toBeCloseTo((1 + 4 * 0.12) / 6, 2);
    expect(shareOf(cube, "recesses")).toBe(0);
  });
  it("openings and what lies under a rim are found there only: a wall with a door, a pillar with a cap", () => {
    const wall = readyToPaint(wallWith(40, 30, 8, [[15, 5, 6, 12]])).shape;
    const inside = placeOnFaces(wall, "recesses");
    const isInDoor = (f: number) => {
      const [x, , z] = [0, 1, 2].map((k) => wall.centre[3 * f + k]!) as [number, number, number];
      return x > 14.5 && x < 21.5 && z > 4.5 && z < 17.5;
    };
    inside.forEach((v, f) => {
      if (v > 0.5) expect(isInDoor(f)).toBe(true);
    });
    expect(shareOf(wall, "recesses")).toBeGreaterThan(0.02);
    const pillar = readyToPaint(together(box(10, 10, 20), moved(box(16, 16, 3), -3, -3, 20))).shape;
    const under = placeOnFaces(pillar, "under rims");
    under.forEach((v, f) => {
      if (v > 0.5) expect(pillar.normal[3 * f + 2]!).toBeLessThan(-0.3);
    });
  });
  it("a ball is all middle and has no edges; every place is between nothing and all of it", () => {
    const ball = readyToPaint(sphere(10, 40, 60)).shape;
    expect(shareOf(ball, "panel middles")).toBe(1);
    expect(shareOf(ball, "edges")).toBe(0);
    for (const place of paintPlaceNames)
      if (place !== "runs") for (const v of placeOnFaces(ball, place)) expect(v >= 0 && v <= 1).toBe(true);
  });
  it("the share that is found is what is drawn", () => {
    const layer = testLayer("e", "colour", { place: "edges", coverage: 0.5 });
    const all = faceNumbers(cube.area.length);
    const { cover } = layerLies(cube, all, layer);
    expect(foundShare(cube, all, layer).share).toBeCloseTo(
      meanBy(cube.area, (f) => cover[f]!),
      6,
    );
  });
});

describe("C11: a spray from one side", () => {
  const all = faceNumbers(cube.area.length);
  const found = (azimuthDeg: number, elevationDeg: number) =>
    foundShare(
      cube,
      all,
      testLayer("s", "colour", { method: "airbrush", from: { azimuthDeg, elevationDeg } }),
    );
  it("a cube from above takes 17 %, from 45 degrees over an edge 24 % with 33 % reached, from a side another 17 %", () => {
    expect(found(0, 90).share).toBeCloseTo(1 / 6, 3);
    expect(found(0, 45).share).toBeCloseTo(0.236, 2);
    expect(found(0, 45).reached).toBeCloseTo(1 / 3, 3);
    expect(found(90, 0).share).toBeCloseTo(1 / 6, 3);
  });
  it("what gets less than half a coat is told as the shadow that is left", () => {
    expect(found(0, 90).shadow).toBeCloseTo(5 / 6, 3);
    expect(found(0, 45).shadow).toBeCloseTo(4 / 6, 2);
  });
  it("azimuth runs from the front to the right, elevation up", () => {
    const near = (from: readonly number[], to: readonly number[]) =>
      from.forEach((v, k) => expect(v).toBeCloseTo(to[k]!, 9));
    near(towardNozzle({ azimuthDeg: 0, elevationDeg: 0 }), [0, -1, 0]);
    near(towardNozzle({ azimuthDeg: 90, elevationDeg: 0 }), [1, 0, 0]);
    near(towardNozzle({ azimuthDeg: 180, elevationDeg: 0 }), [0, 1, 0]);
    near(towardNozzle({ azimuthDeg: 33, elevationDeg: 90 }), [0, 0, 1]);
  });
});
