import {
  BoxGeometry,
  type BufferGeometry,
  Mesh,
  Quaternion,
  Ray,
  SphereGeometry,
  Triangle,
  Vector3,
} from "three";
import { PLYExporter } from "three/examples/jsm/exporters/PLYExporter.js";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { readPly } from "#core/formats/ply";
import { squareToFace } from "#core/mesh/nearest";
import { turned, turnOf, type Vec3 } from "#core/mesh/pose";
import { buildRayTree, castRayInto, noHit } from "#core/mesh/rayTree";
import { solidProperties } from "#core/mesh/solidProperties";
import { terrain } from "#core/mesh/testing";
import { weld } from "#core/mesh/weld";
import { luckOf } from "#core/random";

// The same geometry by a general-purpose library, three, on seeded random cases.
const luck = luckOf(20);
const number = (reach = 1) => (2 * luck() - 1) * reach;
const vector = (reach = 1) => new Vector3(number(reach), number(reach), number(reach));

describe("tipping a part over, against quaternions", () => {
  it("brings down to straight down by the shortest way, then turns about the upright", () => {
    for (let i = 0; i < 500; i++) {
      const down = vector().normalize();
      const turnDeg = i % 3 === 0 ? 0 : number(360);
      const tip = new Quaternion().setFromUnitVectors(down, new Vector3(0, 0, -1));
      const turn = new Quaternion().setFromAxisAngle(new Vector3(0, 0, 1), (turnDeg * Math.PI) / 180);
      const point = vector(50);
      const theirs = point.clone().applyQuaternion(tip).applyQuaternion(turn).toArray();
      const ours = turned(turnOf({ down: down.toArray() as Vec3, turnDeg }), point.toArray() as Vec3);
      ours.forEach((v, k) => expect(v).toBeCloseTo(theirs[k]!, 6));
    }
  });
});

describe("the nearest point of a triangle", () => {
  it("is as far as theirs, over every region of it, slivers too", () => {
    for (let i = 0; i < 2000; i++) {
      const [a, b] = [vector(), vector()];
      const c = i % 5 === 0 ? a.clone().lerp(b, luck()).add(vector(1e-3)) : vector();
      const p = vector(2);
      const near = new Triangle(a, b, c).closestPointToPoint(p, new Vector3());
      const [u, v] = [b.clone().sub(a), c.clone().sub(a)];
      const ours = squareToFace(...xyz(p), ...xyz(a), ...xyz(u), ...xyz(v));
      expect(Math.sqrt(ours)).toBeCloseTo(near.distanceTo(p), 6);
    }
  });
});
const xyz = (v: Vector3) => [v.x, v.y, v.z] as const;

describe("rays into a tree", () => {
  it.each([
    ["made quickly", 0],
    ["fitted closely", Infinity],
  ])("%s meet the same nearest face as every face asked one by one", (_, closeFaces) => {
    const mesh = terrain(14, 40, 3);
    const corner = (f: number, k: number) =>
      new Vector3().fromArray(mesh.positions, 3 * mesh.triangles[3 * f + k]!);
    const faces = Array.from({ length: mesh.triangles.length / 3 }, (_, f) =>
      [0, 1, 2].map((k) => corner(f, k)),
    );
    const tree = buildRayTree(mesh, closeFaces);
    let met = 0;
    for (let i = 0; i < 300; i++) {
      const [from, to] = [vector(60), vector(20)];
      const ray = new Ray(from, to.clone().sub(from).normalize());
      const distances = faces.map(([a, b, c]) => {
        const at = ray.intersectTriangle(a!, b!, c!, false, new Vector3());
        return at ? at.distanceTo(from) : Infinity;
      });
      const nearest = Math.min(...distances);
      const hit = noHit();
      castRayInto(tree, ...xyz(from), ...xyz(ray.direction), 0, Infinity, 0, -1, hit);
      expect(hit.face >= 0).toBe(Number.isFinite(nearest));
      if (hit.face < 0) continue;
      met++;
      expect(hit.distance).toBeCloseTo(nearest, 4);
    }
    expect(met).toBeGreaterThan(50);
  });
});

describe("PLY as another program writes it", () => {
  // It hands its file on with the next frame of a page, which there is none of here.
  beforeAll(() => void vi.stubGlobal("requestAnimationFrame", () => 0));
  it.each([true, false])("is read with the same body, binary %s", (binary) => {
    const solids = [new SphereGeometry(12, 24, 16), new BoxGeometry(3, 5, 7, 2, 2, 2)];
    for (const [i, geometry] of solids.entries()) {
      const said = new PLYExporter().parse(new Mesh(geometry), () => {}, { binary, littleEndian: i === 0 });
      const bytes = typeof said === "string" ? new TextEncoder().encode(said) : new Uint8Array(said!);
      const read = readPly(bytes);
      if (!read.ok) throw new Error(read.problems[0]!.message);
      const { volume } = solidProperties(weld(read.value[0]!.soup));
      expect(volume).toBeCloseTo(i === 0 ? volumeOf(geometry) : 105, i === 0 ? 1 : 3);
    }
  });
});

/** By the tetrahedra from the origin, from the library's own buffers. */
function volumeOf({ attributes: { position }, index }: BufferGeometry): number {
  const at = (i: number) => new Vector3().fromBufferAttribute(position!, index!.getX(i));
  let six = 0;
  for (let i = 0; i < index!.count; i += 3) six += at(i).dot(at(i + 1).cross(at(i + 2)));
  return six / 6;
}
