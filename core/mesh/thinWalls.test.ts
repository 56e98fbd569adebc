import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, moved, sphere, terrain, together } from "#core/mesh/testing";
import { type ThinWall, thinnestWall } from "#core/mesh/thinWalls";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";

const wallsOf = (m: TriangleMesh): readonly ThinWall[] => measureMesh(soupOf(m)).measurement.thinWalls;
const thinnestMm = (m: TriangleMesh, factor = 1) => {
  const wall = thinnestWall(wallsOf(m), factor);
  return wall && wall.thickness * factor;
};

/** A wedge 40 long and 10 deep, from nothing up at that many degrees. */
function wedge(degrees: number): TriangleMesh {
  const h = 10 * Math.tan((degrees * Math.PI) / 180);
  const corners = [0, 0, 0, 40, 0, 0, 40, 10, 0, 0, 10, 0, 40, 10, h, 0, 10, h];
  const faces = [0, 2, 1, 0, 3, 2, 0, 1, 4, 0, 4, 5, 1, 2, 4, 0, 5, 3, 3, 5, 4, 3, 4, 2];
  return { positions: Float32Array.from(corners), triangles: Uint32Array.from(faces) };
}

describe("the thinnest wall", () => {
  const plate = box(200, 200, 10);
  it.each([0, 0.7, 1.9])("is a fin of 0.2 mm on a plate a thousand times its size, turned by %f", (turn) => {
    const walls = wallsOf(together(plate, moved(box(5, 0.2, 2), 100, 100, 10, turn)));
    expect(walls[0]!.thickness).toBeCloseTo(0.2, 3);
    expect(walls[0]!.length).toBeGreaterThan(4);
    expect(walls[0]!.length).toBeLessThan(5.5);
    expect(walls[0]!.at[2]).toBeGreaterThan(10);
    expect(walls[0]!.at[2]).toBeLessThan(12);
  });
  it("is a rod that stands free, and no ridge that lies on a wall", () => {
    expect(thinnestMm(together(plate, moved(box(0.4, 0.4, 30), 100, 100, 9.99)))).toBeCloseTo(0.4, 3);
    // Sixty mm long, but it stands only 0.4 proud: it is lost as relief, it does not break off.
    const ridge = together(plate, moved(box(60, 0.2, 0.4), 70, 100, 10));
    expect(thinnestMm(ridge)).toBeCloseTo(10, 3);
  });
  it("is none of sharp edges, a ball or open country", () => {
    for (const degrees of [12, 20, 40]) expect(wallsOf(wedge(degrees)), `${degrees}`).toEqual([]);
    expect(wallsOf(sphere(10, 60, 90))).toEqual([]);
    expect(thinnestMm(terrain(60, 120, 3))).toBeGreaterThan(3);
  });
  it("counts a place from a square millimetre on the bench: smaller at a smaller scale, and then not at all", () => {
    const fin = together(plate, moved(box(5, 0.2, 2), 100, 100, 10));
    expect(thinnestMm(fin, 0.5)).toBeCloseTo(0.1, 3);
    expect(thinnestMm(fin, 0.2)).toBeCloseTo(2, 3);
  });
});
