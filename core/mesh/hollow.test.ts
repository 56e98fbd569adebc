import { describe, expect, it } from "vitest";
import { isClosed, meshHealth } from "#core/mesh/health";
import { type HollowMesh, hollowMesh, withRooms } from "#core/mesh/hollow";
import { posedMesh } from "#core/mesh/pose";
import { shellsOf } from "#core/mesh/shells";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, together, torus, withoutFaces } from "#core/mesh/testing";
import { boundingBox, scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

function hollowed(m: TriangleMesh, wall: number, mmPerUnit = 1): HollowMesh {
  const h = hollowMesh(m, wall, mmPerUnit);
  if (!h.ok) throw new Error(h.problems[0]!.message);
  return h.value;
}

describe("hollowing", () => {
  it.each([1.5, 2, 3])(
    "leaves a ball with a wall of %s mm a smaller ball, within 0.2 percent of its volume",
    (wall) => {
      const ball = sphere(20, 120, 180);
      const h = hollowed(ball, wall);
      // Measured against the ball as it is tessellated, drawn smaller.
      const exact = solidProperties(ball).volume * ((20 - wall) / 20) ** 3;
      expect(Math.abs(h.cavityVolume / exact - 1)).toBeLessThan(0.002);
      expect(h.thinnest).toBeGreaterThanOrEqual(wall - h.step / 5);
      expect(h.cavities.length).toBe(1);
    },
  );
  it("leaves a cube, however it is turned, a smaller cube within 0.2 %", () => {
    for (const down of [
      [0, 0, -1],
      [0.3, 0.5, -0.8],
      [1, 1, -0.2],
    ] as const) {
      const h = hollowed(posedMesh(box(30, 30, 30), { down, turnDeg: 17 }), 2);
      expect(Math.abs(h.cavityVolume / 26 ** 3 - 1)).toBeLessThan(0.002);
      expect(h.thinnest).toBeGreaterThanOrEqual(2 - h.step / 5);
      // Its room lies in the middle of it.
      const { min, max } = boundingBox(posedMesh(box(30, 30, 30), { down, turnDeg: 17 }).positions);
      h.cavities[0]!.at.forEach((v, k) => expect(v).toBeCloseTo((min[k]! + max[k]!) / 2, 0));
    }
  });
  it("makes closed walls that look inward, apart from the outer faces", () => {
    for (const m of [
      sphere(20, 40, 60),
      torus(25, 8, 60, 30),
      together(box(25, 25, 25), moved(box(20, 20, 20), 60, 0, 0)),
    ]) {
      const h = hollowed(m, 1.5);
      const whole = withRooms(m, h.inner);
      expect(isClosed(meshHealth(h.inner, findTwins(h.inner)))).toBe(true);
      expect(meshHealth(whole, findTwins(whole)).flippedEdges).toBe(0);
      expect(solidProperties(h.inner).volume).toBeLessThan(0);
      expect(solidProperties(whole).volume).toBeCloseTo(h.solidVolume - h.cavityVolume, 0);
      expect(shellsOf(whole, findTwins(whole)).shells.filter((s) => s.kind === "hollow").length).toBe(
        h.cavities.length,
      );
    }
  });
  it("goes with the cube of the scale, and does not mind where the part stands", () => {
    const tested = hollowed(sphere(20, 40, 60), 2);
    const small = hollowed(scaledMesh(sphere(20, 40, 60), 0.1), 0.2, 10);
    expect(small.cavityVolume / tested.cavityVolume).toBeCloseTo(0.001, 5);
    expect(
      hollowed(moved(sphere(20, 40, 60), 500, -300, 100), 2).cavityVolume / tested.cavityVolume,
    ).toBeCloseTo(1, 2);
  });
  it("leaves out rooms too small for a drain, and takes more with a thinner wall", () => {
    const two = together(box(30, 30, 30), moved(box(9, 9, 9), 50, 0, 0));
    expect(hollowed(two, 2).cavities.length).toBe(1);
    expect(hollowed(two, 1.5).cavityVolume).toBeGreaterThan(hollowed(two, 2).cavityVolume);
    expect(hollowMesh(box(9, 9, 9), 2, 1)).toMatchObject({
      ok: false,
      problems: [{ code: "hollow/nothing" }],
    });
  });
  it("refuses an open mesh with a sentence, and stops when it is asked to", () => {
    expect(hollowMesh(withoutFaces(sphere(20, 12, 12), 5), 2, 1)).toMatchObject({
      ok: false,
      problems: [{ code: "hollow/open" }],
    });
    expect(hollowMesh(sphere(20, 12, 12), 2, 1, () => false)).toMatchObject({
      ok: false,
      problems: [{ code: "hollow/stopped" }],
    });
  });
});
