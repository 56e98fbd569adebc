import { describe, expect, it } from "vitest";
import { isClosed, meshHealth } from "#core/mesh/health";
import { solidProperties } from "#core/mesh/solidProperties";
import { openSolids } from "#core/mesh/solids";
import { box, moved, withoutFaces } from "#core/mesh/testing";
import { boundingBox, boxSize, scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { twoShells } from "#core/print/twoShells";

const door = box(60, 8, 100);
const split = (mesh: TriangleMesh, wallMm = 1.2, factor = 1) => {
  const shells = twoShells(mesh, wallMm, factor);
  if (!shells.ok) throw new Error(shells.problems[0]!.message);
  return shells.value;
};

describe("T13: two halves that leave a void", () => {
  it("splits a door through its thickness into two closed trays, with the walls that were asked for", () => {
    const { pieces, axis, millilitres, seamMm, seamMinutes } = split(door);
    expect(axis).toBe(1);
    for (const piece of pieces) {
      expect(isClosed(meshHealth(piece, findTwins(piece)))).toBe(true);
      expect(boxSize(boundingBox(piece.positions))[1]).toBeCloseTo(4, 5);
    }
    const together = pieces.reduce((sum, p) => sum + solidProperties(p).volume, 0) / 1000;
    expect(together).toBeCloseTo(millilitres, 2);
    // 60 x 8 x 100 less the room inside, 57.6 x 5.6 x 97.6, by hand; the room is found on a grid.
    const byHand = (60 * 8 * 100 - 57.6 * 5.6 * 97.6) / 1000;
    expect(Math.abs(millilitres / byHand - 1)).toBeLessThan(0.1);
    expect(seamMm).toBeCloseTo(320, 3);
    expect(seamMinutes).toBeCloseTo(7 + 32 * 0.6, 6);
  });
  it("is the same part drawn in inches", () => {
    const inches = split(scaledMesh(door, 1 / 25.4), 1.2, 25.4);
    expect(inches.millilitres / split(door).millilitres).toBeCloseTo(1, 1);
    expect(inches.seamMm).toBeCloseTo(320, 2);
  });
  it("refuses what is too thin, and what is open, in a sentence", () => {
    const said = (mesh: TriangleMesh) => {
      const shells = twoShells(mesh, 1.2, 1);
      return shells.ok ? "" : shells.problems[0]!.message;
    };
    expect(said(box(60, 4, 100))).toMatch(/^It is 4\.0 mm thick; two walls of 1\.2 mm would leave no void/);
    expect(said(withoutFaces(door, 2))).toMatch(/./);
  });
});

it("T13: files that meet are one piece, with nothing left where they met", async () => {
  const { united } = await openSolids();
  const wall = box(40, 4, 20);
  const roof = moved(box(44, 10, 3), -2, -3, 20);
  const one = united([wall, roof]);
  if (!one.ok) throw new Error(one.problems[0]!.message);
  expect(isClosed(meshHealth(one.value, findTwins(one.value)))).toBe(true);
  expect(meshHealth(one.value, findTwins(one.value)).shells).toBe(1);
  expect(solidProperties(one.value).volume).toBeCloseTo(40 * 4 * 20 + 44 * 10 * 3, 1);
  expect(united([wall, withoutFaces(roof, 2)]).ok).toBe(false);
});
