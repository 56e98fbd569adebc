import { describe, expect, it } from "vitest";
import { pageSvg } from "#core/formats/pageSvg";
import { unitNormals } from "#core/mesh/faces";
import { box, sphere, wallWith } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { alikeTogether, CHECK_BAR_MM, templateSheets } from "#core/plan/colour/maskSheets";
import { flatPieces } from "#core/zones/flatPieces";
import { splitAlong, type ZoneCut } from "#core/zones/splitMesh";

/** The panes of a window in the front of a wall: a sheet of 12 x 18 mm parted by bars of 1 mm. */
function panes() {
  const cut = (normal: readonly [number, number, number], offset: number): ZoneCut => ({ normal, offset });
  const { mesh } = splitAlong(box(20, 2, 24), [
    ...[4, 9.5, 10.5, 16].map((x) => cut([1, 0, 0], x)),
    ...[3, 11.5, 12.5, 21].map((z) => cut([0, 0, 1], z)),
  ]);
  const n = unitNormals(mesh);
  const { positions: p, triangles: t } = mesh;
  const mean = (f: number, k: number) =>
    (p[3 * t[3 * f]! + k]! + p[3 * t[3 * f + 1]! + k]! + p[3 * t[3 * f + 2]! + k]!) / 3;
  const isIn = (v: number, spans: readonly (readonly [number, number])[]) =>
    spans.some(([a, b]) => v > a && v < b);
  const of = Uint8Array.from({ length: t.length / 3 }, (_, f) =>
    n[3 * f + 1]! < -0.9 &&
    isIn(mean(f, 0), [
      [4, 9.5],
      [10.5, 16],
    ]) &&
    isIn(mean(f, 2), [
      [3, 11.5],
      [12.5, 21],
    ])
      ? 1
      : 0,
  );
  return flatPieces({ mesh, of }, 1);
}

function frontOf(mesh: TriangleMesh) {
  const n = unitNormals(mesh);
  const of = Uint8Array.from({ length: n.length / 3 }, (_, f) => (n[3 * f + 1]! < -0.9 ? 1 : 0));
  return flatPieces({ mesh, of }, 1);
}

describe("C2: masks at true size", () => {
  it("a window of 12 x 18 mm with an upright and a cross bar of 1 mm gives four panes of 5.5 x 8.5 mm", () => {
    const pieces = panes();
    expect(pieces).toHaveLength(4);
    for (const p of pieces) {
      expect([p.wide, p.high].sort((a, b) => a - b)).toEqual([
        expect.closeTo(5.5, 4),
        expect.closeTo(8.5, 4),
      ]);
      expect(p.area).toBeCloseTo(5.5 * 8.5, 3);
      expect(p.border).toBeCloseTo(28, 4);
    }
    const together = alikeTogether(pieces.map((piece) => ({ name: "panes", copies: 2, piece })));
    expect(together.reduce((sum, m) => sum + m.copies, 0)).toBe(8);
  });
  it("on the sheet a piece has its size in mm, and a bar says whether the print-out has", () => {
    const [page, ...more] = templateSheets(
      "Masks of Hut",
      panes().map((piece) => ({ name: "panes", copies: 1, piece })),
    );
    expect(more).toEqual([]);
    for (const { lines } of page!.areas) {
      const xs = lines.flatMap((l) => l.filter((_, i) => i % 2 === 0));
      const ys = lines.flatMap((l) => l.filter((_, i) => i % 2 === 1));
      const sides = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)].sort(
        (a, b) => a - b,
      );
      expect(sides).toEqual([expect.closeTo(5.5, 4), expect.closeTo(8.5, 4)]);
      expect(Math.min(...xs, ...ys)).toBeGreaterThan(10);
    }
    const [bar] = page!.strokes;
    expect(bar!.to[0] - bar!.from[0]).toBe(CHECK_BAR_MM);
    const svg = pageSvg(page!);
    expect(svg).toMatch(/^<svg [^>]*width="210mm" height="297mm" viewBox="0 0 210 297"/);
    expect(svg.match(/<path d="M[^"]*Z"/g)).toHaveLength(4);
    expect(svg).toContain("panes 5.5 x 8.5");
  });
  it("many go on more sheets, a large one has a sheet of its size, a bent one is told and not drawn", () => {
    const [front] = frontOf(box(60, 2, 50));
    const many = templateSheets(
      "Masks",
      Array.from({ length: 40 }, (_, i) => ({ name: `side ${i}`, copies: 1, piece: front! })),
    );
    expect(many.length).toBeGreaterThan(3);
    expect(many.reduce((sum, p) => sum + p.areas.length, 0)).toBe(40);
    const wall = wallWith(400, 300, 3, []);
    const large = templateSheets("Masks", [{ name: "wall", copies: 1, piece: frontOf(wall)[0]! }]);
    expect(large.map((p) => p.areas.length)).toEqual([1]);
    expect(large[0]!.widthMm).toBeGreaterThan(400);
    const ball = sphere(10, 16, 24);
    const cap = flatPieces({ mesh: ball, of: new Uint8Array(ball.triangles.length / 3).fill(1) }, 1);
    const told = templateSheets("Masks", [{ name: "dome", copies: 1, piece: cap[0]! }]);
    expect(told[0]!.areas).toEqual([]);
    expect(told[0]!.words.map((w) => w.text).join()).toMatch(/dome: bent two ways/);
  });
});
