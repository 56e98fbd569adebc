import { describe, expect, it } from "vitest";
import { areaOfFace, faceCentre } from "#core/mesh/faces";
import { sphere } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { proposeZones } from "#core/zones/proposeZones";
import { lathe } from "#core/zones/testing";
import { basinsOf } from "#core/zones/watershed";

const basins = (mesh: TriangleMesh) => basinsOf(mesh, findTwins(mesh).twin, () => true);
const countOf = (mesh: TriangleMesh) => new Set(basins(mesh)).size;

/** A ball whose corners lie off by up to a share of its radius. */
function noisy(share: number): TriangleMesh {
  const ball = sphere(10, 40, 60);
  let seed = 7;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const positions = Float32Array.from(ball.positions);
  for (let i = 0; i < positions.length; i += 3) {
    const out = 1 + share * (2 * random() - 1);
    for (let k = 0; k < 3; k++) positions[i + k]! *= out;
  }
  return { positions, triangles: ball.triangles };
}
/** Lobes on top of each other that run smoothly into each other, each `height` high; necks are so much of the width. */
function lobes(count: number, neck: number, height = 20): TriangleMesh {
  const n = 40 * count;
  const radii = Array.from({ length: n + 1 }, (_, i): [number, number] => {
    const z = (count * height * i) / n;
    const wave = (1 - Math.cos((2 * Math.PI * z) / height)) / 2;
    const end = Math.sqrt(
      Math.max(0, 1 - Math.max(0, 1 - z / (height / 2), z / (height / 2) - 2 * count + 1) ** 2),
    );
    return [i === 0 || i === n ? 0 : 9 * (neck + (1 - neck) * wave) * end, z];
  });
  return lathe(radii, 48);
}

describe("hollows", () => {
  it("are none on a ball, smooth or rough", () => {
    expect(countOf(sphere(10, 40, 60))).toBe(1);
    expect(countOf(noisy(0.004))).toBe(1);
  });
  it.each([2, 3, 4])("part %i lobes where their necks are, nine tenths of the area right", (count) => {
    const mesh = lobes(count, 0.35);
    const of = basins(mesh);
    expect(new Set(of).size).toBe(count);
    const area = Array.from({ length: count }, () => new Map<number, number>());
    let whole = 0;
    for (let f = 0; f < of.length; f++) {
      const lobe = Math.min(count - 1, Math.floor(faceCentre(mesh, f)[2] / 20));
      const a = areaOfFace(mesh, f);
      whole += a;
      area[lobe]!.set(of[f]!, (area[lobe]!.get(of[f]!) ?? 0) + a);
    }
    const right = area.reduce((sum, by) => sum + Math.max(...by.values()), 0);
    expect(right / whole).toBeGreaterThan(0.9);
  });
  it("of a part are its zones, whichever way it lies and however large its file is", () => {
    const mesh = lobes(3, 0.35);
    const turned = {
      ...mesh,
      positions: mesh.positions.map((_, i, p) => p[3 * Math.floor(i / 3) + ((i + 1) % 3)]! * 25.4),
    };
    expect(proposeZones(mesh, findTwins(mesh).twin, 1).zones.length).toBe(3);
    expect(proposeZones(turned, findTwins(turned).twin, 1 / 25.4).zones.length).toBe(3);
  });
});
