import { beforeAll, describe, expect, it } from "vitest";
import { layerSweep } from "#core/mesh/layerSweep";
import { measureMesh } from "#core/mesh/measure";
import { openSolids, type Solids } from "#core/mesh/solids";
import { box, moved, sphere, terrain, together, torus } from "#core/mesh/testing";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { beadAreaMm2, beadSpacingMm, beadWidthMm } from "#core/print/bead";
import { printBody } from "#core/print/body";
import { type FilamentWork, filamentWork, layerMiddles, quickFilamentWork } from "#core/print/filamentWork";
import type { FilamentPrinter } from "#core/print/printer";
import { testFilament } from "#core/print/testing";

let solids: Solids;
beforeAll(async () => {
  solids = await openSolids();
});

const work = (
  m: TriangleMesh,
  change: Partial<FilamentPrinter> = {},
  factor = 1,
  bands: Parameters<typeof filamentWork>[4] = [],
): FilamentWork => {
  const mesh = weld(soupOf(m));
  return filamentWork(
    mesh,
    findTwins(mesh).twin,
    factor,
    { ...testFilament, ...change },
    bands,
    solids.insetAreas,
  )!;
};
const quick = (m: TriangleMesh, change: Partial<FilamentPrinter> = {}) =>
  quickFilamentWork(printBody(measureMesh(soupOf(m)).measurement, 1), { ...testFilament, ...change });
const width = beadWidthMm(0.4);
const spacing = beadSpacingMm(width, 0.2);
const bead = beadAreaMm2(width, 0.2);
const minutes = ({ seconds: s }: FilamentWork) => (s.walls + s.fill + s.skirt + s.travel + s.waits) / 60;

describe("filament work", () => {
  it("of a block is worked out by hand: three walls, skins, infill, per layer", () => {
    const w = work(box(30, 20, 10));
    const layers = 50;
    expect(w.layers).toBe(layers);
    let walls = 0;
    for (let k = 0; k < 3; k++) walls += 2 * (30 + 20) - 8 * (width / 2 + k * spacing);
    expect(w.mm.walls / (layers * walls)).toBeCloseTo(1, 2);
    const d = 2 * (width / 2 - spacing / 2 + 3 * spacing);
    const inner = (30 - d) * (20 - d);
    // 4 layers of bottom and 4 of top are solid, the other 42 at 15 %.
    expect(w.mm.solid / ((8 * inner) / spacing)).toBeCloseTo(1, 1);
    expect(w.mm.sparse / ((42 * 0.15 * inner) / spacing)).toBeCloseTo(1, 1);
    expect(w.wallsOff).toBeLessThan(1e-6);
  });
  it("of a solid prism is its volume, within half a per cent", () => {
    const w = work(box(30, 20, 10), { infillShare: 1 });
    // The outer half of the outer bead is rounded: that strip is not plastic.
    const strip = (width - spacing) / 2;
    const volume = (30 - 2 * strip) * (20 - 2 * strip) * 10;
    expect(((w.mm.walls + w.mm.solid + w.mm.sparse) * bead) / volume).toBeGreaterThan(0.995);
    expect(((w.mm.walls + w.mm.solid + w.mm.sparse) * bead) / volume).toBeLessThan(1.005);
  });
  it.each<[string, () => TriangleMesh]>([
    ["land", () => terrain(120, 120, 3)],
    ["a ball", () => sphere(25, 60, 90)],
    [
      "terraces",
      () =>
        together(
          ...[0, 1, 2, 3, 4].map((i) => moved(box(60 - 10 * i, 50 - 8 * i, 4.001), 5 * i, 4 * i, 4 * i)),
        ),
    ],
    ["a ring on edge", () => torus(20, 6, 80, 40)],
  ])(
    "of %s, some layers followed exactly, is within a hundredth of following every layer, and " +
      "says how far off it may be",
    (_, make) => {
      const mesh = weld(soupOf(make()));
      const twin = findTwins(mesh).twin;
      let asked = 0;
      const some = filamentWork(mesh, twin, 1, testFilament, [], (p, e, d) => {
        asked++;
        return solids.insetAreas(p, e, d);
      })!;
      expect(asked).toBeLessThanOrEqual(Math.max(12, 0.15 * some.layers + 1));
      const every = everyLayer(mesh, twin);
      expect(Math.abs(some.mm.walls / every.walls - 1)).toBeLessThan(0.01);
      expect(Math.abs(some.mm.walls / every.walls - 1)).toBeLessThan(3 * some.wallsOff + 1e-3);
    },
  );
  it("agrees with the quick reckoning on plain shapes, which it replaces", () => {
    for (const m of [box(40, 30, 20), sphere(20, 40, 60)]) {
      const a = work(m);
      const b = quick(m);
      expect(a.mm.walls / b.mm.walls).toBeGreaterThan(0.95);
      expect(a.mm.walls / b.mm.walls).toBeLessThan(1.05);
      expect(minutes(a) / minutes(b)).toBeGreaterThan(0.75);
      expect(minutes(a) / minutes(b)).toBeLessThan(1.35);
    }
  });
  it("takes longer with thinner layers, more walls, more infill, more size and less acceleration", () => {
    const m = terrain(40, 60, 1);
    const expected = minutes(work(m));
    for (const change of [
      { layerMm: 0.12 },
      { walls: 4 },
      { infillShare: 0.5 },
      { acceleration: 400 },
      { brimMm: 5 },
    ])
      expect(minutes(work(m, change))).toBeGreaterThan(expected);
    expect(minutes(work(m, {}, 1.5))).toBeGreaterThan(expected);
    expect(minutes(work(m, { minimumLayerSeconds: 200 }))).toBeGreaterThan(expected);
  });
  it("puts denser infill only where it was asked for, and knows which heights cost the time", () => {
    const plain = work(box(40, 40, 24));
    const dense = work(box(40, 40, 24), {}, 1, [{ fromMm: 12, toMm: 18, share: 0.75 }]);
    expect(dense.mm.walls).toBe(plain.mm.walls);
    expect(dense.mm.sparse / plain.mm.sparse).toBeCloseTo(1 + (30 / 112) * (0.75 / 0.15 - 1), 1);
    expect(dense.bandSeconds[14]).toBeGreaterThan(1.5 * plain.bandSeconds[14]!);
    expect(dense.bandSeconds[5]).toBeCloseTo(plain.bandSeconds[5]!, 6);
    expect(plain.bandSeconds.reduce((s, v) => s + v, 0) / 60).toBeCloseTo(minutes(plain), 6);
  });
  it("stops when it is told to", () => {
    const mesh = weld(soupOf(box(5, 5, 5)));
    expect(
      filamentWork(mesh, findTwins(mesh).twin, 1, testFilament, [], solids.insetAreas, () => false),
    ).toBeNull();
  });
});

/** All layers followed, the long way round: what the sample is held against. */
function everyLayer(mesh: TriangleMesh, twin: Int32Array): { walls: number } {
  let total = 0;
  const thin = { ...testFilament };
  const distances = Array.from({ length: thin.walls + 1 }, (_, k) => width / 2 - spacing / 2 + k * spacing);
  const { min, max } = boundingBox(mesh.positions);
  layerSweep(mesh, twin, layerMiddles(min[2], max[2], 0.2), (_, { points, ends }) => {
    const areas = solids.insetAreas(points, ends, distances);
    total += (areas[0]! - areas[thin.walls]!) / spacing;
  });
  return { walls: total };
}
