import bunny from "bunny";
import Module, { type ManifoldToplevel } from "manifold-3d";
import teapot from "teapot";
import { beforeAll, describe, expect, it } from "vitest";
import { convexHull } from "#core/mesh/convexHull";
import { filledVolume } from "#core/mesh/filledVolume";
import { meshHealth } from "#core/mesh/health";
import { layerPolygons } from "#core/mesh/layerPolygons";
import { layerSweep, midHeights } from "#core/mesh/layerSweep";
import { shellsOf } from "#core/mesh/shells";
import { solidProperties } from "#core/mesh/solidProperties";
import { moved, sphere, terrain, together, torus } from "#core/mesh/testing";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});

const meshes: Record<string, () => TriangleMesh> = {
  terrain: () => terrain(80, 100, 5),
  ball: () => sphere(17, 40, 60),
  ring: () => torus(20, 6, 60, 30),
};

describe.each(Object.keys(meshes))("%s, against an independent solid library", (name) => {
  it("has the same volume, area and layers", () => {
    const mesh = meshes[name]!();
    const theirs = wasm.Manifold.ofMesh(
      new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
    );
    const ours = solidProperties(mesh);
    expect(ours.volume / theirs.volume()).toBeCloseTo(1, 5);
    expect(ours.area / theirs.surfaceArea()).toBeCloseTo(1, 5);
    const box = boundingBox(mesh.positions);
    const heights = midHeights(box.min[2], box.max[2], 60);
    const profile = layerSweep(mesh, findTwins(mesh).twin, heights);
    let off = 0;
    let total = 0;
    heights.forEach((z, i) => {
      const slice = theirs.slice(z);
      off += Math.abs(slice.area() - profile.areas[i]!);
      total += slice.area();
      slice.delete();
    });
    expect(off / total).toBeLessThan(1e-4);
    theirs.delete();
  });
});

it("fills solids that are in each other as an independent union of them does", () => {
  const balls = [
    [sphere(12, 60, 80), 0],
    [sphere(9, 50, 70), 11],
    [torus(14, 4, 60, 30), 4],
  ] as const;
  const theirs = wasm.Manifold.union(
    balls.map(([m, x]) =>
      wasm.Manifold.ofMesh(
        new wasm.Mesh({ numProp: 3, vertProperties: m.positions, triVerts: m.triangles }),
      ).translate([x, 0, 0]),
    ),
  ).volume();
  const all = together(...balls.map(([m, x]) => moved(m, x, 0, 0)));
  const { filled, overlap } = filledVolume(all, boundingBox(all.positions));
  expect(filled / theirs).toBeCloseTo(1, 2);
  const each = balls.reduce((sum, [m]) => sum + solidProperties(m).volume, 0);
  expect((filled + overlap) / each).toBeCloseTo(1, 2);
});

it("closed forms: ball and ring approach theirs from inside as they get finer", () => {
  const short = (rings: number) =>
    1 - solidProperties(sphere(10, rings, 2 * rings)).volume / ((4 / 3) * Math.PI * 1000);
  expect(short(20)).toBeGreaterThan(short(80));
  expect(short(80)).toBeGreaterThan(0);
  expect(short(80)).toBeLessThan(2e-3);
  const exact = 2 * Math.PI ** 2 * 20 * 5 ** 2;
  expect(solidProperties(torus(20, 5, 200, 100)).volume / exact).toBeGreaterThan(0.998);
});

describe("meshes nobody here drew", () => {
  const of = ({ positions, cells }: typeof bunny): TriangleMesh =>
    weld(
      soupOf({ positions: Float32Array.from(positions.flat()), triangles: Uint32Array.from(cells.flat()) }),
    );
  it("a scan keeps its faces, and its holes are found as the edge count says", () => {
    for (const source of [bunny, teapot]) {
      const mesh = of(source);
      const twins = findTwins(mesh);
      const health = meshHealth(mesh, twins);
      expect(mesh.triangles.length / 3).toBe(source.cells.length);
      // Counted the slow way: how often each edge is used.
      const uses = new Map<string, number>();
      for (let t = 0; t < mesh.triangles.length; t += 3)
        for (let k = 0; k < 3; k++) {
          const a = mesh.triangles[t + k]!;
          const b = mesh.triangles[t + ((k + 1) % 3)]!;
          if (a !== b)
            uses.set(
              `${Math.min(a, b)},${Math.max(a, b)}`,
              (uses.get(`${Math.min(a, b)},${Math.max(a, b)}`) ?? 0) + 1,
            );
        }
      expect(health.openEdges).toBe([...uses.values()].filter((n) => n === 1).length);
      expect(health.overSharedEdges).toBe([...uses.values()].filter((n) => n > 2).length);
    }
  });
});

describe("solids that another library made", () => {
  const build: Record<string, () => InstanceType<ManifoldToplevel["Manifold"]>> = {
    "a block with a ball taken out": () =>
      wasm.Manifold.cube([20, 20, 20], true).subtract(wasm.Manifold.sphere(12.5, 48)),
    "a pipe across a pipe": () =>
      wasm.Manifold.cylinder(40, 6, 6, 40, true)
        .add(wasm.Manifold.cylinder(40, 6, 6, 40, true).rotate([90, 0, 0]))
        .subtract(wasm.Manifold.cylinder(60, 4, 4, 32, true)),
    "three things apart": () =>
      wasm.Manifold.compose([
        wasm.Manifold.tetrahedron().scale(5),
        wasm.Manifold.sphere(4, 24).translate([30, 0, 0]),
        wasm.Manifold.cube([3, 4, 5]).translate([0, 30, 2]),
      ]),
    "a ball with a closed hollow": () => wasm.Manifold.sphere(10, 40).subtract(wasm.Manifold.sphere(7, 40)),
    "a gyroid": () =>
      wasm.Manifold.levelSet(
        ([x, y, z]) => Math.sin(x) * Math.cos(y) + Math.sin(y) * Math.cos(z) + Math.sin(z) * Math.cos(x),
        { min: [-5, -5, -5], max: [5, 5, 5] },
        0.5,
      ),
  };
  it.each(Object.keys(build))("%s: volume, area, shells, layers with holes, hull", (name) => {
    const theirs = build[name]!();
    const { vertProperties, numProp, triVerts } = theirs.getMesh();
    const positions = Float32Array.from(
      { length: (vertProperties.length / numProp) * 3 },
      (_, i) => vertProperties[Math.floor(i / 3) * numProp + (i % 3)]!,
    );
    const mesh = weld(soupOf({ positions, triangles: Uint32Array.from(triVerts) }));
    const twins = findTwins(mesh);
    expect(meshHealth(mesh, twins)).toMatchObject({ openEdges: 0, overSharedEdges: 0, flippedEdges: 0 });
    expect(solidProperties(mesh).volume / theirs.volume()).toBeCloseTo(1, 5);
    expect(solidProperties(mesh).area / theirs.surfaceArea()).toBeCloseTo(1, 5);
    // It counts what hangs together as a solid: a hollow belongs to the solid round it.
    const solids = shellsOf(mesh, twins).shells.filter((s) => s.kind === "solid").length;
    expect(solids).toBe(theirs.decompose().filter((part) => part.volume() > 0).length);
    const box = boundingBox(mesh.positions);
    layerSweep(mesh, twins.twin, midHeights(box.min[2], box.max[2], 23), (layer, contours) => {
      const z = midHeights(box.min[2], box.max[2], 23)[layer]!;
      const slice = theirs.slice(z);
      const ours = layerPolygons(contours);
      expect(ours.reduce((sum, p) => sum + p.area, 0)).toBeCloseTo(slice.area(), 3);
      expect(ours.length).toBe(slice.decompose().length);
      slice.delete();
    });
    const hull = convexHull(mesh.positions);
    const hullMesh = { positions: mesh.positions, triangles: Uint32Array.from(hull.triangles.flat()) };
    expect(solidProperties(hullMesh).volume / theirs.hull().volume()).toBeCloseTo(1, 3);
    theirs.delete();
  });
});
