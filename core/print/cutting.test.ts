import { describe, expect, it } from "vitest";
import { isClosed, meshHealth } from "#core/mesh/health";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, terrain, together } from "#core/mesh/testing";
import { boundingBox, boxSize, scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { cutIntoPieces, piecesOn, proposeCuts } from "#core/print/cutting";
import { MOST_PIECES } from "#core/print/fit";
import { pegPlaces, pegStyleOf } from "#core/print/pegPlaces";
import { usableBed } from "#core/print/printer";
import { testFilament, testResin } from "#core/print/testing";

const proposed = (m: TriangleMesh, factor = 1, printer: Parameters<typeof proposeCuts>[3] = testFilament) => {
  const p = proposeCuts(m, findTwins(m).twin, factor, printer);
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
};
const pieces = (
  m: TriangleMesh,
  factor = 1,
  style: Parameters<typeof cutIntoPieces>[3] = pegStyleOf("filament"),
) => {
  const c = cutIntoPieces(
    m,
    proposed(m, factor).cuts.map((x) => x.plane),
    factor,
    style,
  );
  if (!c.ok) throw new Error(c.problems[0]!.message);
  return c.value;
};
const closed = (m: TriangleMesh) => isClosed(meshHealth(m, findTwins(m)));

describe("cuts", () => {
  it("make as few pieces as the bed allows, and every piece fits", () => {
    for (const [x, y, z] of [
      [430, 60, 20],
      [300, 300, 40],
      [100, 100, 520],
      [650, 230, 30],
    ] as const) {
      const m = box(x, y, z);
      const got = pieces(m, 1).pieces;
      const bed = usableBed(testFilament);
      expect(got.length).toBe(piecesOn([x, y, z], bed).reduce((a, b) => a * b, 1));
      for (const mesh of got) {
        expect(closed(mesh)).toBe(true);
        const s = boxSize(boundingBox(mesh.positions));
        // A peg stands out along the length; it goes up or beside.
        expect(Math.min(s[0], s[1]) <= bed[1] + 12 && s[2] <= bed[2] + 12).toBe(true);
      }
    }
  });
  it("keep the volume, less the gaps round the pegs", () => {
    const m = box(430, 60, 20);
    const { pieces: got, pegs } = pieces(m);
    const volumes = (list: readonly TriangleMesh[]) =>
      list.reduce((s, p) => s + solidProperties(p).volume, 0);
    const total = volumes(got);
    expect(total).toBeLessThan(430 * 60 * 20);
    expect(total / (430 * 60 * 20)).toBeGreaterThan(0.998);
    expect(pegs).toBe(4);
    const flat = volumes(pieces(m, 1, null).pieces);
    expect(Math.abs(flat / (430 * 60 * 20) - 1)).toBeLessThan(1e-4);
  });
  it("go through a waist rather than beside it", () => {
    // Two blocks on a thin neck, near the middle: the neck is the natural line.
    const dumbbell = together(
      box(190, 60, 30),
      moved(box(40, 20, 15), 185, 20, 0),
      moved(box(180, 60, 30), 220, 0, 0),
    );
    const [cut] = proposed(dumbbell).cuts;
    expect(cut!.share * 400).toBeGreaterThan(190);
    expect(cut!.share * 400).toBeLessThan(220);
    expect(cut!.natural).toBe(true);
    expect(cut!.reason).toMatch(/section of 300 mm2, \d+ % under its mean/);
  });
  it("scale with the part, and say when none are needed or too many would be", () => {
    expect(proposed(scaledMesh(box(430, 60, 20), 0.01), 100).pieces).toBe(3);
    expect(proposeCuts(box(10, 10, 10), findTwins(box(10, 10, 10)).twin, 1, testFilament)).toMatchObject({
      ok: false,
      problems: [{ code: "cut/none-needed" }],
    });
    expect(proposeCuts(box(900, 900, 900), findTwins(box(9, 9, 9)).twin, 1, testResin)).toMatchObject({
      ok: false,
      problems: [{ code: "cut/too-many" }],
    });
    expect(MOST_PIECES).toBe(64);
  });
  it("that miss, or were stopped, change nothing and say so", () => {
    expect(cutIntoPieces(box(5, 5, 5), [{ normal: [1, 0, 0], offset: 50 }], 1, null)).toMatchObject({
      ok: false,
      problems: [{ code: "cut/misses" }],
    });
    expect(
      cutIntoPieces(box(5, 5, 5), [{ normal: [1, 0, 0], offset: 2 }], 1, null, () => false),
    ).toMatchObject({ ok: false, problems: [{ code: "cut/stopped" }] });
  });
  it("of rough ground in four are closed and add up", () => {
    const land = terrain(60, 300, 2);
    const got = pieces(land).pieces;
    expect(got.length).toBe(4);
    const total = got.reduce((s, p) => s + solidProperties(p).volume, 0);
    expect(total / solidProperties(land).volume).toBeGreaterThan(0.995);
    for (const p of got) expect(closed(p)).toBe(true);
  });
});

describe("places for pegs", () => {
  const plane = { normal: [1, 0, 0] as const, offset: 20 };
  it("are two on a long section, one on a round one, none on a thin one", () => {
    expect(pegPlaces(box(40, 60, 20), plane, 1, pegStyleOf("filament")).length).toBe(2);
    expect(pegPlaces(moved(sphere(15, 40, 60), 20, 0, 0), plane, 1, pegStyleOf("filament")).length).toBe(1);
    expect(pegPlaces(box(40, 60, 3), plane, 1, pegStyleOf("filament"))).toEqual([]);
    expect(pegPlaces(box(40, 60, 5.5), plane, 1, pegStyleOf("resin")).length).toBe(2);
  });
  it("keep a wall round and behind, and the clearance of the process", () => {
    for (const peg of pegPlaces(box(40, 60, 20), plane, 1, pegStyleOf("resin"))) {
      expect(peg.at[0]).toBeCloseTo(20, 4);
      const edge = Math.min(peg.at[1], 60 - peg.at[1], peg.at[2], 20 - peg.at[2]);
      expect(edge - peg.radius - peg.clearance).toBeGreaterThanOrEqual(1.2 - 1e-6);
      expect(peg.depth + peg.clearance).toBeLessThan(20 - 1.2 + 1e-6);
      expect(peg.clearance).toBe(0.08);
    }
    // A plate 4 mm thick leaves a peg across it no depth.
    expect(pegPlaces(box(4, 60, 40), { normal: [1, 0, 0], offset: 2 }, 1, pegStyleOf("filament"))).toEqual(
      [],
    );
  });
});
