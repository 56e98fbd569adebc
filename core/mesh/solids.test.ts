import { beforeAll, describe, expect, it } from "vitest";
import { hollowMesh, withRooms } from "#core/mesh/hollow";
import { isClosed, meshHealth } from "#core/mesh/health";
import { layerRegions } from "#core/mesh/layerRegions";
import { openSolids, type Solids } from "#core/mesh/solids";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, sphere, withoutFaces } from "#core/mesh/testing";
import { boundingBox } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

let solids: Solids;
beforeAll(async () => {
  solids = await openSolids();
});

describe("lines pushed in", () => {
  const square = [0, 0, 20, 0, 20, 20, 0, 20];
  it("leave of a square a smaller square, and at last nothing", () => {
    expect(
      [...solids.insetAreas(square, [4], [0, 1, 4, 9.5, 11])].map((a) => Math.round(a * 1e4) / 1e4),
    ).toEqual([400, 324, 144, 1, 0]);
  });
  it("take from a hole as they take from the outside", () => {
    const ring = [...square, 5, 5, 5, 15, 15, 15, 15, 5];
    // Outside 16 x 16; the hole grows to 14 x 14.
    expect(solids.insetAreas(ring, [4, 8], [2])[0]).toBeCloseTo(256 - 196, 6);
  });
  it("count overlapping islands once", () => {
    const two = [...square, 10, 0, 30, 0, 30, 20, 10, 20];
    expect(solids.insetAreas(two, [4, 8], [0])[0]).toBeCloseTo(600, 6);
    expect(solids.insetAreas([], [], [0, 1])[0]).toBe(0);
  });
});

describe("round holes", () => {
  it("take their cylinder out of a block", () => {
    const out = solids.bored(box(20, 20, 10), [
      { from: [10, 10, -1], to: [10, 10, 11], radius: 3 },
      { from: [-1, 4, 5], to: [21, 4, 5], radius: 1 },
    ]);
    if (!out.ok) throw new Error(out.problems[0]!.message);
    const disc = (r: number) => 16 * r * r * Math.sin((2 * Math.PI) / 32);
    expect(solidProperties(out.value).volume).toBeCloseTo(4000 - disc(3) * 10 - disc(1) * 20, 1);
    expect(isClosed(meshHealth(out.value, findTwins(out.value)))).toBe(true);
  });
  it("open a hollow ball, so that no way out is missing any more", () => {
    const ball = sphere(15, 40, 60);
    const hollow = hollowMesh(ball, 2, 1);
    if (!hollow.ok) throw new Error("must be hollow");
    const whole = withRooms(ball, hollow.value.inner);
    const closedIn = (m: typeof whole) =>
      layerRegions(m, findTwins(m).twin, boundingBox(m.positions)).spaces.filter((s) => s.kind === "hollow")
        .length;
    expect(closedIn(whole)).toBe(1);
    const opened = solids.bored(whole, [{ from: [0, 0, -16], to: [0, 0, -11], radius: 1.5 }]);
    if (!opened.ok) throw new Error(opened.problems[0]!.message);
    expect(closedIn(opened.value)).toBe(0);
  });
  it("are refused in an open mesh with a sentence", () => {
    expect(
      solids.bored(withoutFaces(sphere(5, 8, 8), 3), [{ from: [0, 0, -6], to: [0, 0, 6], radius: 1 }]),
    ).toMatchObject({ ok: false, problems: [{ code: "solid/open" }] });
  });
});
