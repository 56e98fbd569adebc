import { describe, expect, it } from "vitest";
import { box, moved, sphere, together, withoutFaces } from "#core/mesh/testing";
import { areaOfFace, faceCentre } from "#core/mesh/faces";
import { buildRayTree } from "#core/mesh/rayTree";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { foundOn } from "#core/zones/findFaces";
import { GRIP, gripOf } from "#core/zones/gripFaces";
import { matchingSide, touchingFaces } from "#core/zones/matingFaces";
import { splitAlong } from "#core/zones/splitMesh";
import { zoneThickness } from "#core/zones/zoneThickness";

const areaOf = (mesh: TriangleMesh, faces: Iterable<number>) =>
  [...faces].reduce((sum, f) => sum + areaOfFace(mesh, f), 0);
const standing = (mesh: TriangleMesh) => {
  const { min } = boundingBox(mesh.positions);
  return moved(mesh, -min[0], -min[1], -min[2]);
};

describe("faces that meet another part", () => {
  const plinth = standing(box(60, 40, 10));
  it("are those that lie against it where both are drawn in place, and no others", () => {
    const hut = moved(standing(box(60, 40, 30)), 0, 0, 10);
    const met = touchingFaces(hut, plinth, 0.3);
    expect(areaOf(hut, met)).toBeCloseTo(60 * 40, 4);
    for (const f of met) expect(faceCentre(hut, f)[2]).toBeCloseTo(10, 5);
    expect(touchingFaces(moved(hut, 0, 0, 1), plinth, 0.3).length).toBe(0);
  });
  it("are the one side that has its like on the other where nobody knows how they stand", () => {
    const stub = standing(box(17, 9, 25));
    const arm = moved(standing(box(17, 40, 9)), 100, 50, 7);
    // 17 x 9 is on both twice: nobody can tell which of them it is.
    expect(matchingSide(stub, arm, [1, 1])).toBeNull();
    const wedge = tapered();
    const met = matchingSide(wedge, arm, [1, 1])!;
    expect(areaOf(wedge, met)).toBeCloseTo(17 * 9, 3);
    expect(matchingSide(wedge, arm, [1, 2])).toBeNull();
  });
});

/** A block that is 17 x 9 below and 14 x 6 above. */
function tapered(): TriangleMesh {
  const mesh = standing(box(17, 9, 25));
  const positions = mesh.positions.slice();
  for (let v = 0; v < positions.length; v += 3)
    if (positions[v + 2]! > 1) {
      positions[v] = 8.5 + ((positions[v]! - 8.5) * 14) / 17;
      positions[v + 1] = 4.5 + ((positions[v + 1]! - 4.5) * 6) / 9;
    }
  return { positions, triangles: mesh.triangles };
}

describe("where hands lift a thing", () => {
  const held = (mesh: TriangleMesh, factor: number) => {
    const { min, max } = boundingBox(mesh.positions);
    const centre = [0, 1, 2].map((k) => (min[k]! + max[k]!) / 2) as unknown as readonly [
      number,
      number,
      number,
    ];
    const grip = gripOf(mesh, centre, factor);
    const split = splitAlong(mesh, grip.cuts).mesh;
    return { by: grip.by, split, faces: grip.faces(foundOn(split, findTwins(split).twin)) };
  };
  it("is the two ends of a long one, up to 40 mm on the bench", () => {
    const { by, split, faces } = held(standing(box(300, 50, 100)), 1);
    expect(by).toBe("its two ends");
    expect(areaOf(split, faces)).toBeCloseTo(2 * 50 * GRIP.heightMm, 2);
  });
  it("is the two sides of any other, a hand wide about its centre of gravity", () => {
    const { by, split, faces } = held(standing(box(120, 100, 100)), 1);
    expect(by).toBe("its two sides");
    expect(areaOf(split, faces)).toBeCloseTo(2 * GRIP.widthMm * GRIP.heightMm, 2);
  });
  it("goes by bench millimetres, whatever the file is drawn in", () => {
    const { split, faces } = held(standing(box(12, 10, 10)), 10);
    expect(100 * areaOf(split, faces)).toBeCloseTo(2 * GRIP.widthMm * GRIP.heightMm, 1);
  });
});

describe("how thin a part is under a zone", () => {
  const thin = (mesh: TriangleMesh, of: (f: number) => number) =>
    zoneThickness(
      mesh,
      Uint8Array.from({ length: mesh.triangles.length / 3 }, (_, f) => of(f)),
      buildRayTree(mesh),
    );
  it("is that of each: a thin roof on thick walls", () => {
    const walls = standing(box(40, 30, 20));
    const roof = moved(standing(box(40, 30, 1.2)), 0, 0, 60);
    const both = together(walls, roof);
    const found = thin(both, (f) => (f < walls.triangles.length / 3 ? 0 : 1));
    expect(found.get(0)!.thickness).toBeCloseTo(20, 3);
    expect(found.get(1)!.thickness).toBeCloseTo(1.2, 3);
  });
  it("is told of no open sheet, and is the chord of a ball where its faces look at each other", () => {
    const sheet = withoutFaces(box(10, 10, 10), 10);
    expect(thin(sheet, () => 0).size).toBe(0);
    expect(thin(sphere(10, 40, 80), () => 0).get(0)!.thickness).toBeGreaterThan(19.5);
  });
});
