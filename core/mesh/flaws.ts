import { vertexOf } from "#core/mesh/faces";
import { type Shell, type Shells, shellsOf } from "#core/mesh/shells";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import { OPEN, type Twins } from "#core/mesh/twins";
import { unionFind } from "#core/unionFind";

type Point = readonly [number, number, number];

/**
 * A line of open edges: the rim of a hole when `closed`. Length in file units; `at` is the middle of its
 * points.
 */
export type OpenLoop = {
  readonly edges: number;
  readonly length: number;
  readonly at: Point;
  readonly closed: boolean;
};

/**
 * Where a mesh is wrong, largest first. Lists end at `MOST_TOLD`; `loops` and `shellCount` count them all.
 */
export type MeshFlaws = {
  readonly loops: number;
  readonly openLoops: readonly OpenLoop[];
  readonly overSharedAt: readonly Point[];
  /** Patches of faces that look the other way than the rest of their shell. */
  readonly flippedPatches: number;
  readonly shellCount: number;
  readonly shells: readonly Shell[];
};

const MOST_TOLD = 24;

/** @param shells from `shellsOf`, where it was already asked */
export function meshFlaws(
  mesh: TriangleMesh,
  twins: Twins,
  { shells }: Shells = shellsOf(mesh, twins),
): MeshFlaws {
  const loops = openLoops(mesh, twins);
  return {
    loops: loops.length,
    openLoops: loops.slice(0, MOST_TOLD),
    overSharedAt: overSharedPlaces(mesh, twins),
    flippedPatches: flippedPatches(mesh, twins),
    shellCount: shells.length,
    shells: shells.slice(0, MOST_TOLD),
  };
}

/** Follows open edges from each to the next that begins where it ends. Longest first. */
function openLoops(mesh: TriangleMesh, { twin, openEdges }: Twins): OpenLoop[] {
  if (openEdges === 0) return [];
  const { triangles } = mesh;
  const from = new Map<number, number[]>();
  for (let h = 0; h < twin.length; h++) {
    const a = triangles[h]!;
    if (twin[h] !== OPEN || a === triangles[nextHalfEdge(h)]) continue;
    const list = from.get(a);
    if (list) list.push(h);
    else from.set(a, [h]);
  }
  const loops: OpenLoop[] = [];
  for (const list of from.values()) {
    while (list.length > 0) {
      const start = triangles[list.at(-1)!]!;
      let corner = start;
      let edges = 0;
      let length = 0;
      let x = 0;
      let y = 0;
      let z = 0;
      for (;;) {
        const h = from.get(corner)?.pop();
        if (h === undefined) break;
        const p = vertexOf(mesh, corner);
        const next = triangles[nextHalfEdge(h)]!;
        const q = vertexOf(mesh, next);
        edges++;
        length += Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
        x += p[0];
        y += p[1];
        z += p[2];
        corner = next;
        if (corner === start) break;
      }
      loops.push({ edges, length, at: [x / edges, y / edges, z / edges], closed: corner === start });
    }
  }
  return loops.sort((p, q) => q.length - p.length);
}

function overSharedPlaces(mesh: TriangleMesh, { twin, overSharedEdges }: Twins): Point[] {
  const places: Point[] = [];
  if (overSharedEdges === 0) return places;
  for (let h = 0; h < twin.length && places.length < MOST_TOLD; h++) {
    if (twin[h]! >= OPEN) continue;
    const p = vertexOf(mesh, mesh.triangles[h]!);
    const q = vertexOf(mesh, mesh.triangles[nextHalfEdge(h)]!);
    places.push([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (p[2] + q[2]) / 2]);
  }
  return places;
}

/**
 * Groups of faces that agree with their neighbours, less the shells: each extra group is a patch that looks
 * the other way.
 */
function flippedPatches({ triangles }: TriangleMesh, { twin, flippedEdges }: Twins): number {
  if (flippedEdges === 0) return 0;
  const n = triangles.length / 3;
  const agreeing = unionFind(n);
  const shells = unionFind(n);
  for (let h = 0; h < twin.length; h++) {
    const g = twin[h]!;
    if (g < h) continue;
    shells.join((h / 3) | 0, (g / 3) | 0);
    if (triangles[h] !== triangles[g]) agreeing.join((h / 3) | 0, (g / 3) | 0);
  }
  let patches = 0;
  let all = 0;
  for (let f = 0; f < n; f++) {
    if (agreeing.find(f) === f) patches++;
    if (shells.find(f) === f) all++;
  }
  return patches - all;
}
