import { findTwins } from "#core/mesh/twins";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * The surface that paint is drawn on: the same as the part's, with faces small enough to tell one place of it from the
 * next. Lengths in mm on the bench.
 */
export type PaintMesh = {
  readonly mesh: TriangleMesh;
  /** The zone of every face. */
  readonly of: Uint8Array;
  /** The face of the part that each was a piece of. */
  readonly parent: Uint32Array;
  /** No edge is longer than this, mm. */
  readonly edgeMm: number;
  /** Edges had to stay longer than they should be. */
  readonly isCoarse: boolean;
};

/** Edges longer than this hide a foot band or a worn edge, mm; and more faces than these are slow (defaults). */
export const PAINT_EDGE_MM = 1;
export const MOST_PAINT_FACES = 400_000;
/** Faces of a square mm whose edges are halved until none is longer than one mm (measured on boxes and balls). */
const FACES_PER_EDGE2 = 5;

/**
 * Halves long edges until none is longer than it should be, or there would be too many faces. Neighbours share the
 * middle of an edge, so the surface stays closed, and it stays the same surface.
 * @param mesh in mm on the bench
 * @param of the zone of every face
 */
export function paintMesh(
  mesh: TriangleMesh,
  of: Uint8Array,
  wantedMm = PAINT_EDGE_MM,
  most = MOST_PAINT_FACES,
): PaintMesh {
  const edgeMm = Math.max(wantedMm, Math.sqrt((surfaceOf(mesh) * FACES_PER_EDGE2) / most));
  let now: Pieces = {
    mesh,
    parent: Uint32Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f),
  };
  for (;;) {
    const next = halved(now, edgeMm, most);
    if (!next) break;
    now = next;
  }
  const longest = longestEdge(now.mesh);
  return {
    mesh: now.mesh,
    of: Uint8Array.from(now.parent, (f) => of[f]!),
    parent: now.parent,
    edgeMm: longest,
    isCoarse: longest > wantedMm * 1.001,
  };
}

type Pieces = { readonly mesh: TriangleMesh; readonly parent: Uint32Array };

/** One round of halving; null where nothing is left to halve, or it would be too many faces. */
function halved({ mesh, parent }: Pieces, edgeMm: number, most: number): Pieces | null {
  const { positions, triangles } = mesh;
  const { twin } = findTwins(mesh);
  const middle = new Int32Array(triangles.length).fill(-1);
  const most2 = edgeMm * edgeMm;
  let vertices = positions.length / 3;
  let faces = parent.length;
  for (let h = 0; h < triangles.length; h++) {
    if (edgeSquared(mesh, h) <= most2) continue;
    const other = twin[h]!;
    // The middle of an edge is made by the first of its two sides.
    middle[h] = other >= 0 && other < h && middle[other]! >= 0 ? middle[other]! : vertices++;
    faces++;
  }
  if (faces === parent.length || faces > most) return null;
  const grown = new Float32Array(3 * vertices);
  grown.set(positions);
  for (let h = 0; h < triangles.length; h++) {
    const m = middle[h]!;
    if (m < 0) continue;
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[nextOf(h)]!;
    for (let k = 0; k < 3; k++) grown[3 * m + k] = (positions[a + k]! + positions[b + k]!) / 2;
  }
  const out = new Uint32Array(3 * faces);
  const from = new Uint32Array(faces);
  let at = 0;
  const put = (a: number, b: number, c: number, f: number) => {
    out[3 * at] = a;
    out[3 * at + 1] = b;
    out[3 * at + 2] = c;
    from[at++] = parent[f]!;
  };
  for (let f = 0; f < parent.length; f++) piecesOf(triangles, middle, f, put);
  return { mesh: { positions: grown, triangles: out }, parent: from };
}

/** A face as it is, or in two, three or four pieces. */
function piecesOf(
  triangles: Uint32Array,
  middle: Int32Array,
  f: number,
  put: (a: number, b: number, c: number, f: number) => void,
): void {
  const h = 3 * f;
  const count = (middle[h]! >= 0 ? 1 : 0) + (middle[h + 1]! >= 0 ? 1 : 0) + (middle[h + 2]! >= 0 ? 1 : 0);
  // Turned so that the edge that is halved alone, or not halved alone, comes first.
  let k = 0;
  if (count === 1) while (middle[h + k]! < 0) k++;
  if (count === 2) while (middle[h + k]! >= 0) k++;
  const [i, j, l] = [h + k, h + ((k + 1) % 3), h + ((k + 2) % 3)];
  const [a, b, c] = [triangles[i]!, triangles[j]!, triangles[l]!];
  const [ab, bc, ca] = [middle[i]!, middle[j]!, middle[l]!];
  if (count === 0) put(a, b, c, f);
  else if (count === 1) {
    put(a, ab, c, f);
    put(ab, b, c, f);
  } else if (count === 2) {
    put(bc, c, ca, f);
    put(a, b, bc, f);
    put(a, bc, ca, f);
  } else {
    put(a, ab, ca, f);
    put(ab, b, bc, f);
    put(ca, bc, c, f);
    put(ab, bc, ca, f);
  }
}

const nextOf = (h: number) => (h % 3 === 2 ? h - 2 : h + 1);

function edgeSquared({ positions: p, triangles }: TriangleMesh, h: number): number {
  const a = 3 * triangles[h]!;
  const b = 3 * triangles[nextOf(h)]!;
  const x = p[a]! - p[b]!;
  const y = p[a + 1]! - p[b + 1]!;
  const z = p[a + 2]! - p[b + 2]!;
  return x * x + y * y + z * z;
}

function longestEdge(mesh: TriangleMesh): number {
  let most = 0;
  for (let h = 0; h < mesh.triangles.length; h++) most = Math.max(most, edgeSquared(mesh, h));
  return Math.sqrt(most);
}

function surfaceOf({ positions: p, triangles: t }: TriangleMesh): number {
  let sum = 0;
  for (let i = 0; i < t.length; i += 3) {
    const a = 3 * t[i]!;
    const b = 3 * t[i + 1]!;
    const c = 3 * t[i + 2]!;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    sum += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
  }
  return sum;
}
