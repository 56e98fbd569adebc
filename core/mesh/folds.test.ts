import { describe, expect, it } from "vitest";
import { extruded } from "#core/mesh/extrude";
import { foldsOf } from "#core/mesh/folds";
import { measureMesh } from "#core/mesh/measure";
import { posedMesh } from "#core/mesh/pose";
import { box, sphere, tower } from "#core/mesh/testing";
import { scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

const folds = (mesh: TriangleMesh) => foldsOf(mesh, findTwins(mesh).twin);
/** A wall of 40 x 4 mm with a cut of 0.1 mm in its end, 2 mm deep, 12 mm high. */
const creased = extruded([[0, 0, 40, 0, 40, 1.95, 38, 2, 40, 2.05, 40, 4, 0, 4]], 0, 12);
/** The same cut as material: a fin of 0.1 mm at its foot that runs out to nothing in 2 mm. */
const finned = extruded([[0, 0, 40, 0, 40, 1.95, 42, 2, 40, 2.05, 40, 4, 0, 4]], 0, 12);
/** A slit with parallel sides, 0.15 mm wide and 3 mm deep, in the top of a block. */
const slit = extruded([[0, 0, 20, 0, 20, 8, 10.15, 8, 10.15, 5, 10, 5, 10, 8, 0, 8]], 0, 12);

describe("P15: folds", () => {
  it("finds the crease in the end of a wall, 0.1 mm wide, as high as the wall", () => {
    const [crease, ...rest] = folds(creased);
    expect(rest).toEqual([]);
    expect(crease).toMatchObject({ kind: "crease", at: [38, 2, 6] });
    expect(crease!.width).toBeCloseTo(0.1, 3);
    expect(crease!.length).toBeCloseTo(12, 5);
    expect(crease!.angleDeg).toBeCloseTo((2 * Math.atan(0.05 / 2) * 180) / Math.PI, 2);
  });
  it("tells a flap of material from a crease of air", () => {
    const found = folds(finned);
    expect(found.map((f) => f.kind)).toEqual(["flap"]);
    expect(found[0]!.at[0]).toBeCloseTo(42, 5);
  });
  it("finds none on what is plain", () => {
    for (const mesh of [box(40, 20, 10), sphere(10, 24, 48), tower(60, 20, 8)])
      expect(folds(mesh)).toEqual([]);
  });
  it("finds the same however it is turned, and larger as it is made larger", () => {
    const turned = folds(posedMesh(creased, { down: [0.3, -0.5, 0.8], turnDeg: 40 }));
    expect(turned).toHaveLength(1);
    expect(turned[0]!.width).toBeCloseTo(0.1, 3);
    expect(folds(scaledMesh(creased, 3))[0]!.width).toBeCloseTo(0.3, 3);
  });
});

describe("P15: slits", () => {
  it("finds a slit with its width, and none in a block", () => {
    const { slits } = measureMesh(soupOf(slit)).measurement;
    expect(slits[0]!.thickness).toBeCloseTo(0.15, 2);
    expect(slits[0]!.at[0]).toBeCloseTo(10.075, 1);
    expect(slits[0]!.length).toBeGreaterThan(3);
    expect(measureMesh(soupOf(box(20, 8, 12))).measurement.slits).toEqual([]);
  });
  it("takes no groove for a slit that opens like a wedge", () => {
    const groove = extruded([[0, 0, 20, 0, 20, 8, 12, 8, 10, 5, 8, 8, 0, 8]], 0, 12);
    expect(measureMesh(soupOf(groove)).measurement.slits).toEqual([]);
  });
});
