import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  AS_DRAWN,
  cross,
  dot,
  posedId,
  posedMesh,
  turned,
  turnedBack,
  turnOf,
  unit,
  type Vec3,
} from "#core/mesh/pose";
import { solidProperties } from "#core/mesh/solidProperties";
import { box } from "#core/mesh/testing";
import { boundingBox, boxSize } from "#core/mesh/triangleMesh";

const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v): Vec3 => unit(v));
const turnDeg = fc.double({ min: -360, max: 360, noNaN: true });

describe("a pose", () => {
  it("brings its down to straight down, keeps lengths and handedness, and has a way back", () => {
    fc.assert(
      fc.property(direction, turnDeg, direction, direction, (down, turn, p, q) => {
        const t = turnOf({ down, turnDeg: turn });
        expect(turned(t, down)[2]).toBeCloseTo(-1, 9);
        expect(dot(turned(t, p), turned(t, q))).toBeCloseTo(dot(p, q), 9);
        turned(t, cross(p, q)).forEach((v, k) =>
          expect(v).toBeCloseTo(cross(turned(t, p), turned(t, q))[k]!, 9),
        );
        turnedBack(t, turned(t, p)).forEach((v, k) => expect(v).toBeCloseTo(p[k]!, 9));
      }),
    );
  });
  it("as drawn changes nothing, and upside down turns z over", () => {
    const m = box(1, 2, 3);
    expect(posedMesh(m, AS_DRAWN)).toBe(m);
    expect(posedMesh(m, null)).toBe(m);
    const over = posedMesh(m, { down: [0, 0, 1], turnDeg: 0 });
    expect(boundingBox(over.positions).min[2]).toBeCloseTo(-3, 6);
    expect(solidProperties(over).volume).toBeCloseTo(6, 6);
  });
  it("lays a box on each of its sides", () => {
    const size = (down: Vec3) =>
      boxSize(boundingBox(posedMesh(box(10, 20, 30), { down, turnDeg: 0 }).positions)).map(
        (v) => Math.round(v * 1e4) / 1e4,
      );
    expect(size([1, 0, 0])[2]).toBe(10);
    expect(size([0, -1, 0])[2]).toBe(20);
    expect(
      boxSize(boundingBox(posedMesh(box(10, 20, 30), { down: [0, 0, -1], turnDeg: 90 }).positions)).map(
        Math.round,
      ),
    ).toEqual([20, 10, 30]);
  });
  it("names what lies alike alike, and what was not moved by its mesh", () => {
    expect(posedId("m", null)).toBe("m");
    expect(posedId("m", AS_DRAWN)).toBe("m");
    expect(posedId("m", { down: [0, 0, -2], turnDeg: 360 })).toBe("m");
    expect(posedId("m", { down: [0, 1, 0], turnDeg: -90 })).toBe(
      posedId("m", { down: [0, 3, 0], turnDeg: 270 }),
    );
    expect(posedId("m", { down: [0, 1, 0], turnDeg: 0 })).not.toBe(
      posedId("m", { down: [0, -1, 0], turnDeg: 0 }),
    );
  });
});
