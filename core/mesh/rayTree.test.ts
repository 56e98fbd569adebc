import { describe, expect, it } from "vitest";
import { buildRayTree, castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import { box, moved, sphere, terrain, together } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { luckOf } from "#core/random";

const meshes: Record<string, () => TriangleMesh> = {
  "a ball": () => sphere(10, 30, 40),
  country: () => terrain(25, 40, 5),
  "needles among boxes": () =>
    together(
      ...Array.from({ length: 40 }, (_, i) => moved(box(30, 0.02, 0.02), -15, i / 2 - 10, i % 7)),
      box(4, 4, 4),
    ),
  "the same face a thousand times": () => ({
    positions: Float32Array.from([-9, -9, 0, 9, -9, 0, 0, 9, 0]),
    triangles: Uint32Array.from({ length: 3000 }, (_, i) => i % 3),
  }),
  nothing: () => ({ positions: new Float32Array(0), triangles: new Uint32Array(0) }),
};

/** Distances along the same seeded rays, all round and inward. */
function distances(tree: RayTree, facing: number): readonly number[] {
  const luck = luckOf(7);
  const number = (reach: number) => (2 * luck() - 1) * reach;
  const hit = noHit();
  return Array.from({ length: 400 }, () => {
    const from = [number(25), number(25), number(25)] as const;
    const to = [number(8), number(8), number(8)] as const;
    const [x, y, z] = to.map((v, k) => v - from[k]!) as [number, number, number];
    const l = Math.hypot(x, y, z);
    castRayInto(tree, ...from, x / l, y / l, z / l, 1e-6, Infinity, facing, -1, hit);
    return hit.face < 0 ? Infinity : hit.distance;
  });
}

describe.each(Object.keys(meshes))("boxes round %s", (name) => {
  const mesh = meshes[name]!();
  const close = buildRayTree(mesh, Infinity);
  const quick = buildRayTree(mesh, 0);
  it("hold every face once, however they are made", () => {
    const all = Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f);
    for (const tree of [close, quick]) expect([...tree.faces].sort((a, b) => a - b)).toEqual(all);
  });
  it.each([0, 0.5, -0.5])("let rays meet the same at the same distance, facing %f", (facing) => {
    expect(distances(close, facing)).toEqual(distances(quick, facing));
  });
});

it("boxes that fit closely have rays look at fewer faces", () => {
  const mesh = meshes["needles among boxes"]!();
  const looked = (tree: RayTree) => {
    const hit = noHit();
    for (let i = 0; i < 100; i++)
      castRayInto(tree, -20, i / 5 - 10, 9, 0.8, 0, -0.6, 0, Infinity, 0, -1, hit);
    return hit.tests;
  };
  expect(looked(buildRayTree(mesh, Infinity))).toBeLessThan(0.8 * looked(buildRayTree(mesh, 0)));
});
