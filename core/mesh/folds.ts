import { diagonalOf, faceNormal, unitNormals, vertexOf } from "#core/mesh/faces";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";

type Point = readonly [number, number, number];

/**
 * Where two faces nearly lie on each other: a flap of hardly any material between them, or a crease of hardly any
 * space. File units.
 *
 * - `width`: how far the faces are apart at the far end of the shorter one
 * - `length`: of the edge that they meet in
 */
export type Fold = {
  readonly kind: "flap" | "crease";
  readonly at: Point;
  readonly length: number;
  readonly angleDeg: number;
  readonly width: number;
};

/** Faces that meet at less are folded over (our choice). */
const FOLDED_DEG = 10;
const FOLDED = -Math.cos((FOLDED_DEG * Math.PI) / 180);
/** Faces lower over their edge than this share of the diagonal are splinters, whose slope says nothing. */
const SPLINTER = 1e-5;
const MOST_TOLD = 24;

/** Folds of a mesh, longest first: edges that hang together are one. @param twin from `findTwins` */
export function foldsOf(mesh: TriangleMesh, twin: Int32Array): readonly Fold[] {
  const least = SPLINTER * diagonalOf(mesh);
  const found = new Map<number, Fold>();
  const normals = unitNormals(mesh);
  for (let h = 0; h < twin.length; h++) {
    const t = twin[h]!;
    if (t <= h) continue;
    const f = 3 * Math.floor(h / 3);
    const g = 3 * Math.floor(t / 3);
    const cosine =
      normals[f]! * normals[g]! + normals[f + 1]! * normals[g + 1]! + normals[f + 2]! * normals[g + 2]!;
    if (!(cosine < FOLDED)) continue;
    const fold = foldAt(mesh, h, t, cosine, least);
    if (fold) found.set(h, fold);
  }
  return grouped(mesh, found);
}

function foldAt(mesh: TriangleMesh, h: number, t: number, cosine: number, least: number): Fold | null {
  const [f, g] = [Math.floor(h / 3), Math.floor(t / 3)];
  const [nf, ng] = [faceNormal(mesh, f), faceNormal(mesh, g)];
  const [lf, lg] = [Math.hypot(...nf), Math.hypot(...ng)];
  const from = vertexOf(mesh, mesh.triangles[h]!);
  const to = vertexOf(mesh, mesh.triangles[nextHalfEdge(h)]!);
  const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  // A normal is as long as twice the area of its face.
  const height = length > 0 ? Math.min(lf, lg) / length : 0;
  if (height < least || length < least) return null;
  const angle = Math.acos(Math.max(-1, Math.min(1, -cosine)));
  const over = vertexOf(mesh, mesh.triangles[nextHalfEdge(nextHalfEdge(t))]!);
  const above = (over[0] - from[0]) * nf[0] + (over[1] - from[1]) * nf[1] + (over[2] - from[2]) * nf[2];
  return {
    kind: above > 0 ? "crease" : "flap",
    at: [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2, (from[2] + to[2]) / 2],
    length,
    angleDeg: (angle * 180) / Math.PI,
    width: 2 * height * Math.sin(angle / 2),
  };
}

/** Edges with a corner in common are one fold, told at its longest edge with the width of its widest. */
function grouped({ triangles }: TriangleMesh, found: ReadonlyMap<number, Fold>): readonly Fold[] {
  const edges = [...found];
  const sets = unionFind(edges.length);
  const atCorner = new Map<string, number>();
  edges.forEach(([h, { kind }], i) => {
    for (const corner of [triangles[h]!, triangles[nextHalfEdge(h)]!]) {
      const key = `${kind} ${corner}`;
      const before = atCorner.get(key);
      if (before === undefined) atCorner.set(key, i);
      else sets.join(before, i);
    }
  });
  const folds = new Map<number, { longest: Fold; length: number; width: number }>();
  edges.forEach(([, fold], i) => {
    const root = sets.find(i);
    const so = folds.get(root);
    if (!so) folds.set(root, { longest: fold, length: fold.length, width: fold.width });
    else {
      so.length += fold.length;
      so.width = Math.max(so.width, fold.width);
      if (fold.length > so.longest.length) so.longest = fold;
    }
  });
  return [...folds.values()]
    .map(({ longest, length, width }) => ({ ...longest, length, width }))
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_TOLD);
}
