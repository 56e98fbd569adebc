import type { CutPlane } from "#core/mesh/planeCut";
import { dot, unit, type Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** A mesh with more faces on the same surface; `parent` is the face that each was part of. */
export type SplitMesh = { readonly mesh: TriangleMesh; readonly parent: Uint32Array };

/** Corners nearer to the plane than this share of the mesh's size lie on it. */
const ON_PLANE = 1e-6;

/**
 * Parts every face that planes go through along them, one plane after the other. The surface stays as it is, and a
 * shared edge gets one corner for both its faces.
 */
export function splitAlong(mesh: TriangleMesh, planes: readonly CutPlane[]): SplitMesh {
  let split: SplitMesh = {
    mesh,
    parent: Uint32Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f),
  };
  for (const plane of planes) split = splitOnce(split, plane);
  return split;
}

function splitOnce({ mesh, parent }: SplitMesh, { normal, offset }: CutPlane): SplitMesh {
  const { positions, triangles } = mesh;
  const n = unit(normal);
  const side = sidesOf(positions, n, offset);
  const corners: number[] = [];
  const fresh = new Map<number, number>();
  const vertices = positions.length / 3;
  const between = (a: number, b: number): number => {
    const [p, q] = a < b ? [a, b] : [b, a];
    const key = p * vertices + q;
    const known = fresh.get(key);
    if (known !== undefined) return known;
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
  const put = (face: number, ...three: readonly number[]) => {
    out.push(...three);
    from.push(parent[face]!);
  };
  for (let f = 0; f < triangles.length / 3; f++) {
    const v = [triangles[3 * f]!, triangles[3 * f + 1]!, triangles[3 * f + 2]!] as const;
    const s = [side[v[0]]!, side[v[1]]!, side[v[2]]!] as const;
    const above = s.filter((x) => x > 0).length;
    const below = s.filter((x) => x < 0).length;
    if (above === 0 || below === 0) put(f, ...v);
    else if (above + below === 2) {
      // One corner lies on the plane: it is joined to the point opposite.
      const k = s.indexOf(0);
      const [a, b, c] = [v[k]!, v[(k + 1) % 3]!, v[(k + 2) % 3]!];
      const m = between(b, c);
      put(f, a, b, m);
      put(f, a, m, c);
    } else {
      const lone = above === 1 ? 1 : -1;
      const k = s.indexOf(lone);
      const [a, b, c] = [v[k]!, v[(k + 1) % 3]!, v[(k + 2) % 3]!];
      const ab = between(a, b);
      const ac = between(a, c);
      put(f, a, ab, ac);
      put(f, ab, b, c);
      put(f, ab, c, ac);
    }
  }
  const grown = new Float32Array(positions.length + corners.length);
  grown.set(positions);
  grown.set(corners, positions.length);
  return {
    mesh: { positions: grown, triangles: Uint32Array.from(out) },
    parent: Uint32Array.from(from),
  };
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
