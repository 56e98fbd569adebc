import Module, { type CrossSection, type Manifold, type ManifoldToplevel, type Vec2 } from "manifold-3d";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * Shapes of the demo, in real millimetres, z up. The only file of the demo that knows the boolean library.
 */
export type Solids = ReturnType<typeof solidsOf>;

export async function openSolids(): Promise<Solids> {
  const wasm = await Module();
  wasm.setup();
  return solidsOf(wasm);
}

function solidsOf(wasm: ManifoldToplevel) {
  const { Manifold: M, CrossSection: C } = wasm;
  const block = (
    x: number,
    y: number,
    z: number,
    at: readonly [number, number, number] = [0, 0, 0],
  ): Manifold => M.cube([x, y, z]).translate([...at]);
  const post = (
    height: number,
    radius: number,
    top = radius,
    sides = 16,
    at: readonly [number, number, number] = [0, 0, 0],
  ): Manifold => M.cylinder(height, radius, top, sides).translate([...at]);
  const joined = (...all: readonly Manifold[]): Manifold => M.union([...all]);
  /** A profile of x and z, pulled along y. */
  const pulled = (profile: readonly Vec2[], length: number): Manifold =>
    new C([[...profile]]).extrude(length).rotate([90, 0, 0]).translate([0, length, 0]);
  /** A profile of radius and height, turned round z. */
  const turned = (profile: readonly Vec2[], sides = 24): Manifold => new C([[...profile]]).revolve(sides);
  const hull = (points: readonly (readonly [number, number, number])[]): Manifold =>
    M.hull(points.map((p) => [...p] as [number, number, number]));
  const flat = (outline: readonly Vec2[], height: number): Manifold =>
    (new C([[...outline]]) as CrossSection).extrude(height);

  /** The finished mesh at 1:`denominator` in units of `unitMm`, standing on z = 0. */
  const meshOf = (solid: Manifold, denominator: number, unitMm = 1): TriangleMesh => {
    const { vertProperties, triVerts, numProp } = solid.getMesh();
    const positions = new Float32Array((vertProperties.length / numProp) * 3);
    const k = 1 / (denominator * unitMm);
    for (let v = 0; v < positions.length / 3; v++)
      for (let i = 0; i < 3; i++) positions[3 * v + i] = vertProperties[v * numProp + i]! * k;
    return { positions, triangles: Uint32Array.from(triVerts) };
  };
  return { block, post, joined, pulled, turned, hull, flat, meshOf };
}
