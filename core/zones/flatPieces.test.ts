import { describe, expect, it } from "vitest";
import { box, sphere, tower, wallWith } from "#core/mesh/testing";
import { faceCentre, unitNormals } from "#core/mesh/faces";
import { scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { areaIn, flatPieces, isFlat } from "#core/zones/flatPieces";

const zonesBy = (mesh: TriangleMesh, zone: (normal: readonly [number, number, number]) => number) => {
  const n = unitNormals(mesh);
  const of = Uint8Array.from({ length: n.length / 3 }, (_, f) =>
    zone([n[3 * f]!, n[3 * f + 1]!, n[3 * f + 2]!]),
  );
  return { mesh, of };
};

describe("a zone laid flat", () => {
  it("of a side of a box is that side", () => {
    const [piece, ...more] = flatPieces(
      zonesBy(box(30, 20, 10), (n) => (n[2] > 0.9 ? 1 : 0)),
      1,
    );
    expect(more).toEqual([]);
    expect(piece).toMatchObject({
      area: expect.closeTo(600, 6),
      border: expect.closeTo(100, 6),
      cut: 0,
      error: 0,
    });
    expect(piece!.loops).toHaveLength(1);
    expect(piece!.loops[0]).toHaveLength(8);
    expect([piece!.wide, piece!.high].sort()).toEqual([expect.closeTo(20, 6), expect.closeTo(30, 6)]);
    expect(areaIn(piece!.loops[0]!)).toBeCloseTo(600, 6);
  });
  it("round a corner of a box it is one strip, and round all four sides a strip that is cut once", () => {
    const two = flatPieces(
      zonesBy(box(30, 20, 10), (n) => (n[0] > 0.9 || n[1] > 0.9 ? 1 : 0)),
      1,
    );
    expect(two).toHaveLength(1);
    expect(two[0]).toMatchObject({ area: expect.closeTo(500, 6), border: expect.closeTo(120, 6), error: 0 });
    const round = flatPieces(
      zonesBy(box(30, 20, 10), (n) => (Math.abs(n[2]) < 0.1 ? 1 : 0)),
      1,
    );
    expect(round).toHaveLength(1);
    expect(round[0]).toMatchObject({ cut: expect.closeTo(10, 6), error: 0 });
    expect(Math.max(round[0]!.wide, round[0]!.high)).toBeGreaterThan(99);
    expect(round[0]!.border).toBeCloseTo(200, 6);
  });
  it("of a barrel's mantle is a rectangle of its height and way round", () => {
    const mesh = tower(25, 10, 10, 64);
    const [piece] = flatPieces(
      zonesBy(mesh, (n) => (Math.abs(n[2]) < 0.5 ? 1 : 0)),
      1,
    );
    const way = 64 * 2 * 10 * Math.sin(Math.PI / 64);
    expect(piece!.area).toBeCloseTo(way * 25, 3);
    expect(isFlat(piece!)).toBe(true);
    expect(areaIn(piece!.loops[0]!)).toBeCloseTo(way * 25, 2);
    expect(piece!.border).toBeCloseTo(2 * way, 3);
    // A cone's mantle is a part of a ring: cut open once, each side of the cut turned by the same angle.
    const [cone] = flatPieces(
      zonesBy(tower(25, 10, 5, 64), (n) => (Math.abs(n[2]) < 0.9 ? 1 : 0)),
      1,
    );
    expect(isFlat(cone!)).toBe(true);
    expect(cone!.cut).toBeCloseTo(Math.hypot(25, 5), 1);
    expect(areaIn(cone!.loops[0]!)).toBeCloseTo(cone!.area, 1);
  });
  it("a wall with its window reveal is one piece, slit at the corners where the reveal folds in", () => {
    const wall = wallWith(70, 45, 3, [[40, 12, 14, 14]]);
    const [cx, cz] = [47, 19];
    const n = unitNormals(wall);
    const of = Uint8Array.from({ length: n.length / 3 }, (_, f) => {
      const [x, , z] = faceCentre(wall, f);
      const isReveal = Math.abs(n[3 * f + 1]!) < 0.1 && Math.max(Math.abs(x - cx), Math.abs(z - cz)) < 7.5;
      return n[3 * f + 1]! < -0.9 || isReveal ? 1 : 0;
    });
    const pieces = flatPieces({ mesh: wall, of }, 1);
    expect(pieces).toHaveLength(1);
    expect(pieces[0]).toMatchObject({ error: 0, cut: expect.closeTo(12, 3) });
    expect(pieces[0]!.area).toBeCloseTo(70 * 45 - 14 * 14 + 4 * 14 * 3, 2);
    // Outside round the wall, inside round the flaps of the reveal: each as long as the window is wide.
    expect(pieces[0]!.border).toBeCloseTo(230 + 56, 2);
  });
  it("of a ball's cap cannot be flat, and says by how much", () => {
    const cap = flatPieces(
      zonesBy(sphere(10, 24, 32), (n) => (n[2] > 0.2 ? 1 : 0)),
      1,
    );
    expect(cap).toHaveLength(1);
    expect(isFlat(cap[0]!)).toBe(false);
    expect(cap[0]!.error).toBeGreaterThan(0.02);
  });
  it("doubles with its mesh; a zone that is not there has no pieces", () => {
    const zoned = zonesBy(box(30, 20, 10), (n) => (n[2] > 0.9 ? 1 : 0));
    const [one] = flatPieces(zoned, 1);
    const [two] = flatPieces({ ...zoned, mesh: scaledMesh(zoned.mesh, 2) }, 1);
    expect(two!.area).toBeCloseTo(4 * one!.area, 6);
    expect(two!.border).toBeCloseTo(2 * one!.border, 6);
    expect(flatPieces(zoned, 9)).toEqual([]);
  });
});
