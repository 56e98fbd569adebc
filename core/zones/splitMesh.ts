import type { CutPlane } from "#core/mesh/planeCut";
import { dot, unit, type Vec3 } from "#core/mesh/pose";
import { squareToFace } from "#core/mesh/nearest";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";

/** A mesh with more faces on the same surface; `parent` is the face that each was part of. */
export type SplitMesh = { readonly mesh: TriangleMesh; readonly parent: Uint32Array };

/** A plane that faces are parted along: all of them, or those that reach into a ball. File units. */
export type ZoneCut = CutPlane & { readonly within?: { readonly at: Vec3; readonly radius: number } };

/** Corners nearer to the plane than this share of the mesh's size lie on it. */
const ON_PLANE = 1e-6;

/**
 * Parts every face that planes go through along them, one plane after the other. The surface stays as it is, and a
 * shared edge gets one corner for both its faces.
 */
export function splitAlong(mesh: TriangleMesh, cuts: readonly ZoneCut[]): SplitMesh {
  let split: SplitMesh = {
    mesh,
    parent: Uint32Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f),
  };
  for (const cut of cuts) split = splitOnce(split, cut);
  return split;
}

function splitOnce({ mesh, parent }: SplitMesh, { normal, offset, within }: ZoneCut): SplitMesh {
  const { positions, triangles } = mesh;
  const n = unit(normal);
  const side = sidesOf(positions, n, offset);
  const corners: number[] = [];
  const vertices = positions.length / 3;
  const keyOf = (a: number, b: number) => (a < b ? a * vertices + b : b * vertices + a);
  const crossed = within ? crossedEdges(mesh, side, within, keyOf) : null;
  const fresh = new Map<number, number>();
  /** The corner where the plane goes through an edge; -1 where it does not, or not as far as the ball reaches. */
  const between = (a: number, b: number): number => {
    if (side[a]! * side[b]! >= 0) return -1;
    const key = keyOf(a, b);
    if (crossed && !crossed.has(key)) return -1;
    const known = fresh.get(key);
    if (known !== undefined) return known;
    const [p, q] = a < b ? [a, b] : [b, a];
    const d = (v: number) =>
      dot(n, [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!] as Vec3) - offset;
    const t = d(p) / (d(p) - d(q));
    for (let k = 0; k < 3; k++)
      corners.push(positions[3 * p + k]! + t * (positions[3 * q + k]! - positions[3 * p + k]!));
    const made = vertices + corners.length / 3 - 1;
    fresh.set(key, made);
    return made;
  };
  const out: number[] = [];
  const from: number[] = [];
  for (let f = 0; f < triangles.length / 3; f++)
    for (const piece of pieces(triangles, f, between)) {
      out.push(...piece);
      from.push(parent[f]!);
    }
  const grown = new Float32Array(positions.length + corners.length);
  grown.set(positions);
  grown.set(corners, positions.length);
  return {
    mesh: { positions: grown, triangles: Uint32Array.from(out) },
    parent: Uint32Array.from(from),
  };
}

type Three = readonly [number, number, number];

/** A face as it is parted: at no edge, at one, from a corner to the edge opposite, or across two. */
function pieces(
  triangles: Uint32Array,
  f: number,
  between: (a: number, b: number) => number,
): readonly Three[] {
  const v: Three = [triangles[3 * f]!, triangles[3 * f + 1]!, triangles[3 * f + 2]!];
  const on: Three = [between(v[0], v[1]), between(v[1], v[2]), between(v[2], v[0])];
  const parted = on.filter((m) => m >= 0).length;
  if (parted === 0) return [v];
  if (parted === 1) {
    const k = on.findIndex((m) => m >= 0);
    const [a, b, c, m] = [v[k]!, v[(k + 1) % 3]!, v[(k + 2) % 3]!, on[k]!];
    return [
      [a, m, c],
      [m, b, c],
    ];
  }
  // The lone corner lies between both edges.
  const whole = on.findIndex((m) => m < 0);
  const k = (whole + 2) % 3;
  const [a, b, c] = [v[k]!, v[(k + 1) % 3]!, v[(k + 2) % 3]!];
  const [ab, ca] = [on[k]!, on[(k + 2) % 3]!];
  return [
    [a, ab, ca],
    [ab, b, c],
    [ab, c, ca],
  ];
}

/**
 * Edges that a plane parts because one of their faces reaches into a ball. Both faces of such an edge are parted
 * there, so that the surface stays closed.
 */
function crossedEdges(
  { positions, triangles }: TriangleMesh,
  side: Int8Array,
  { at, radius }: NonNullable<ZoneCut["within"]>,
  keyOf: (a: number, b: number) => number,
): ReadonlySet<number> {
  const crossed = new Set<number>();
  const reaches = (h: number): boolean => {
    const v = 3 * triangles[h]!;
    const [ax, ay, az] = [positions[v]!, positions[v + 1]!, positions[v + 2]!];
    const way = (e: number, k: number) => positions[3 * triangles[e]! + k]! - positions[v + k]!;
    const [ux, uy, uz] = [way(h + 1, 0), way(h + 1, 1), way(h + 1, 2)];
    const [wx, wy, wz] = [way(h + 2, 0), way(h + 2, 1), way(h + 2, 2)];
    return squareToFace(...at, ax, ay, az, ux, uy, uz, wx, wy, wz) < radius ** 2;
  };
  for (let h = 0; h < triangles.length; h += 3) {
    const [a, b, c] = [side[triangles[h]!]!, side[triangles[h + 1]!]!, side[triangles[h + 2]!]!];
    if (Math.min(a, b, c) >= 0 || Math.max(a, b, c) <= 0) continue;
    if (!reaches(h)) continue;
    for (let e = h; e < h + 3; e++) {
      const [p, q] = [triangles[e]!, triangles[nextHalfEdge(e)]!];
      if (side[p]! * side[q]! < 0) crossed.add(keyOf(p, q));
    }
  }
  return crossed;
}

/** -1 below, 0 on the plane, 1 above, for every corner. */
function sidesOf(positions: Float32Array, n: Vec3, offset: number): Int8Array {
  let size = 0;
  for (let i = 0; i < positions.length; i++) size = Math.max(size, Math.abs(positions[i]!));
  const near = ON_PLANE * Math.max(size, Math.abs(offset));
  return Int8Array.from({ length: positions.length / 3 }, (_, v) => {
    const d = n[0] * positions[3 * v]! + n[1] * positions[3 * v + 1]! + n[2] * positions[3 * v + 2]! - offset;
    return d > near ? 1 : d < -near ? -1 : 0;
  });
}
