import { faceNormal, vertexOf } from "#core/mesh/faces";
import { buildRayTree, castRayInto, noHit } from "#core/mesh/rayTree";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import type { Twins } from "#core/mesh/twins";
import { unionFind } from "#core/unionFind";

type Point = readonly [number, number, number];

/** A piece of surface that hangs together. A hollow is a closed shell turned inward inside another. */
export type Shell = {
  readonly faces: number;
  readonly volume: number;
  readonly closed: boolean;
  readonly box: { readonly min: Point; readonly max: Point };
  readonly kind: "solid" | "hollow" | "inside out" | "inside another" | "open";
};

/** All shells, largest volume first; and the faces without area met on the way. */
export type Shells = { readonly shells: readonly Shell[]; readonly zeroAreaFaces: number };

/** More shells than this are counted, and not asked which lies in which. */
const MOST_NESTED = 400;

type ShellDraft = {
  faces: number;
  volume6: number;
  closed: boolean;
  min: [number, number, number];
  max: [number, number, number];
  first: number;
};

/**
 * The shells by size, each told as what it is. A shell is inside another when a ray from it leaves more of
 * them than it enters.
 */
export function shellsOf(mesh: TriangleMesh, { twin }: Twins): Shells {
  const { positions, triangles } = mesh;
  const n = triangles.length / 3;
  const shellOf = unionFind(n);
  for (let h = 0; h < twin.length; h++) if (twin[h]! > h) shellOf.join((h / 3) | 0, (twin[h]! / 3) | 0);
  const drafts = new Map<number, ShellDraft>();
  let zeroAreaFaces = 0;
  let lastRoot = -1;
  let d!: ShellDraft;
  const ox = positions[0] ?? 0;
  const oy = positions[1] ?? 0;
  const oz = positions[2] ?? 0;
  for (let f = 0; f < n; f++) {
    const root = shellOf.find(f);
    if (root !== lastRoot) {
      lastRoot = root;
      d = drafts.get(root) ?? {
        faces: 0,
        volume6: 0,
        closed: true,
        min: [Infinity, Infinity, Infinity],
        max: [-Infinity, -Infinity, -Infinity],
        first: f,
      };
      drafts.set(root, d);
    }
    d.faces++;
    const a = 3 * triangles[3 * f]!;
    const b = 3 * triangles[3 * f + 1]!;
    const c = 3 * triangles[3 * f + 2]!;
    const ux = positions[b]! - positions[a]!;
    const uy = positions[b + 1]! - positions[a + 1]!;
    const uz = positions[b + 2]! - positions[a + 2]!;
    const vx = positions[c]! - positions[a]!;
    const vy = positions[c + 1]! - positions[a + 1]!;
    const vz = positions[c + 2]! - positions[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    if (nx === 0 && ny === 0 && nz === 0) zeroAreaFaces++;
    d.volume6 += (positions[a]! - ox) * nx + (positions[a + 1]! - oy) * ny + (positions[a + 2]! - oz) * nz;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      if (twin[h]! < 0 && triangles[h] !== triangles[nextHalfEdge(h)]) d.closed = false;
      for (let k = 0; k < 3; k++) {
        const v = positions[3 * triangles[h]! + k]!;
        if (v < d.min[k]!) d.min[k] = v;
        if (v > d.max[k]!) d.max[k] = v;
      }
    }
  }
  const entries = [...drafts.entries()];
  const nested =
    entries.length > 1 && entries.length <= MOST_NESTED ? depthInside(mesh, shellOf.find, drafts) : () => 0;
  const shells = entries
    .map(([root, d]): Shell => {
      const volume = d.volume6 / 6;
      const depth = d.closed ? nested(root) : 0;
      const kind = !d.closed
        ? "open"
        : volume < 0
          ? depth > 0
            ? "hollow"
            : "inside out"
          : depth > 0
            ? "inside another"
            : "solid";
      return { faces: d.faces, volume, closed: d.closed, box: { min: d.min, max: d.max }, kind };
    })
    .sort((p, q) => Math.abs(q.volume) - Math.abs(p.volume) || q.faces - p.faces);
  return { shells, zeroAreaFaces };
}

/**
 * How many other shells a shell lies in: what a ray upward from one of its corners leaves, less what it
 * enters.
 */
function depthInside(
  mesh: TriangleMesh,
  rootOf: (face: number) => number,
  drafts: ReadonlyMap<number, ShellDraft>,
): (root: number) => number {
  const tree = buildRayTree(mesh);
  const hit = noHit();
  // Not along an axis, so that the ray does not run in a wall.
  const dx = 0.0871;
  const dy = 0.1234;
  const dz = Math.sqrt(1 - 0.0871 ** 2 - 0.1234 ** 2);
  return (root) => {
    const d = drafts.get(root)!;
    const a = mesh.triangles[3 * d.first]!;
    const [x, y, z] = vertexOf(mesh, a);
    let depth = 0;
    let travelled = 0;
    for (let guard = 0; guard < 10_000; guard++) {
      castRayInto(
        tree,
        x + travelled * dx,
        y + travelled * dy,
        z + travelled * dz,
        dx,
        dy,
        dz,
        0,
        Infinity,
        0,
        -1,
        hit,
      );
      if (hit.face < 0) break;
      const other = rootOf(hit.face);
      if (other !== root && drafts.get(other)!.closed) {
        const normal = faceNormal(mesh, hit.face);
        depth += normal[0] * dx + normal[1] * dy + normal[2] * dz > 0 ? 1 : -1;
      }
      travelled += hit.distance * (1 + 1e-9) + 1e-12;
    }
    return depth;
  };
}
