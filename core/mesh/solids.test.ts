import { beforeAll, describe, expect, it } from "vitest";
import { hollowMesh, withRooms } from "#core/mesh/hollow";
import { isClosed, meshHealth } from "#core/mesh/health";
import { layerRegions } from "#core/mesh/layerRegions";
import { farthestApart } from "#core/mesh/farthest";
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

describe("P1: fewer triangles", () => {
  it("are enough for the layers: a ball keeps its shape to within the tolerance, with a fraction of them", () => {
    const ball = sphere(20, 120, 240);
    const thin = solids.thinned(ball, 0.04);
    if (!thin.ok) throw new Error("not thinned");
    expect(thin.value.triangles.length).toBeLessThan(ball.triangles.length / 4);
    expect(isClosed(meshHealth(thin.value, findTwins(thin.value)))).toBe(true);
    const off = farthestApart(ball, thin.value);
    expect(off).toBeLessThan(0.08);
    expect(off).toBeGreaterThan(0.005);
    expect(Math.abs(solidProperties(thin.value).volume / solidProperties(ball).volume - 1)).toBeLessThan(
      0.01,
    );
  });
  it("takes nothing from what has no triangle to spare, and refuses what is open", () => {
    const block = solids.thinned(box(30, 20, 10), 0.04);
    expect(block.ok && block.value.triangles.length).toBe(box(30, 20, 10).triangles.length);
    const open = solids.thinned(withoutFaces(box(30, 20, 10), 2), 0.04);
    expect(!open.ok && open.problems[0]!.message).toMatch(/do not close/);
  });
  it("are measured as far apart as they are: a ball of 20 within one of 21 by a millimetre", () => {
    expect(farthestApart(sphere(20, 60, 90), sphere(21, 60, 90))).toBeCloseTo(1, 1);
    expect(farthestApart(box(3, 3, 3), box(3, 3, 3))).toBe(0);
  });
});
