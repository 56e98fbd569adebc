import { areaOfFace } from "#core/mesh/faces";
import { findTwins } from "#core/mesh/twins";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";

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
  /** Its longest edge, mm. */
  readonly edgeMm: number;
  /** Edges had to stay longer than they should be. */
  readonly isCoarse: boolean;
};

/** Edges longer than this hide a foot band or a worn edge, mm; and more faces than these are slow (defaults). */
const PAINT_EDGE_MM = 1;
const MOST_PAINT_FACES = 400_000;
/** Small things are drawn finer, as far as so many faces and so short an edge go: they are quick all the same. */
const QUICK_FACES = 100_000;
const FINEST_MM = 0.3;
/** Faces of a square mm whose edges are no longer than one mm (measured on boxes and balls). */
const FACES_PER_EDGE2 = 5;
/** Where there would be too many faces edges may be so much longer. */
const LONGER = 1.3;

/** How long edges may be on a part, mm: a mm, less on a small one. @param mesh in mm on the bench */
export const paintEdgeMm = (mesh: TriangleMesh): number =>
  Math.min(PAINT_EDGE_MM, Math.max(FINEST_MM, Math.sqrt((surfaceOf(mesh) * FACES_PER_EDGE2) / QUICK_FACES)));

/**
 * Parts faces until no edge is longer than it should be, with longer ones where there would be too many faces.
 * Neighbours share what parts an edge, so the surface stays closed, and it stays the same surface.
 * @param mesh in mm on the bench
 * @param of the zone of every face
 */
export function paintMesh(
  mesh: TriangleMesh,
  of: Uint8Array,
  wantedMm: number = paintEdgeMm(mesh),
  most = MOST_PAINT_FACES,
): PaintMesh {
  let edgeMm = Math.max(wantedMm, Math.sqrt((surfaceOf(mesh) * FACES_PER_EDGE2) / most));
  const whole: Pieces = {
    mesh,
    parent: Uint32Array.from({ length: mesh.triangles.length / 3 }, (_, f) => f),
  };
  let parted = partedTo(whole, edgeMm, most);
  while (!parted) parted = partedTo(whole, (edgeMm *= LONGER), most);
  return {
    mesh: parted.mesh,
    of: Uint8Array.from(parted.parent, (f) => of[f]!),
    parent: parted.parent,
    edgeMm: longestEdge(parted.mesh),
    // Rungs across a narrow face lean, and are a little longer.
    isCoarse: edgeMm > Math.max(wantedMm, PAINT_EDGE_MM),
  };
}

type Pieces = { readonly mesh: TriangleMesh; readonly parent: Uint32Array };

/** The mesh with no edge over a length; null where that would be too many faces for one that has fewer. */
function partedTo(whole: Pieces, edgeMm: number, most: number): Pieces | null {
  const limit = Math.max(most, whole.parent.length);
  let now = whole;
  for (let next = halved(now, edgeMm); next; next = halved(now, edgeMm)) {
    if (next.parent.length > limit) return null;
    now = next;
  }
  const laddered = ladders(now, edgeMm);
  return laddered.parent.length > limit ? null : laddered;
}

/** One round: the longest edge of every broad face that is too long is halved; null where there is none. */
function halved({ mesh, parent }: Pieces, edgeMm: number): Pieces | null {
  const { positions, triangles } = mesh;
  const { twin } = findTwins(mesh);
  const middle = new Int32Array(triangles.length).fill(-1);
  const most2 = edgeMm * edgeMm;
  let vertices = positions.length / 3;
  let faces = parent.length;
  for (let f = 0; f < parent.length; f++) {
    const h = longestOf(mesh, f);
    const long2 = edgeSquared(mesh, h);
    // What is narrower than an edge may be long is parted across at the end.
    if (middle[h]! >= 0 || long2 <= most2 || 2 * areaOfFace(mesh, f) <= edgeMm * Math.sqrt(long2)) continue;
    middle[h] = vertices++;
    faces++;
    const other = twin[h]!;
    if (other < 0) continue;
    middle[other] = middle[h]!;
    faces++;
  }
  if (faces === parent.length) return null;
  const grown = new Float32Array(3 * vertices);
  grown.set(positions);
  for (let h = 0; h < triangles.length; h++) {
    const m = middle[h]!;
    if (m < 0) continue;
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[nextHalfEdge(h)]!;
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

type Put = (a: number, b: number, c: number, f: number) => void;

/** A face as it is, or in two, three or four pieces. */
function piecesOf(triangles: Uint32Array, middle: Int32Array, f: number, put: Put): void {
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

/**
 * Parts the narrow faces that are left across, like the rungs of a ladder between their longest edge and their two
 * others: halving them would make slivers of slivers.
 */
function ladders({ mesh, parent }: Pieces, edgeMm: number): Pieces {
  const { positions, triangles } = mesh;
  const { twin } = findTwins(mesh);
  const most2 = edgeMm * edgeMm;
  const added: number[] = [];
  const firsts = new Int32Array(triangles.length).fill(-1);
  const counts = new Uint16Array(triangles.length);
  const before = positions.length / 3;
  for (let h = 0; h < triangles.length; h++) {
    const other = twin[h]!;
    if (other >= 0 && other < h) {
      // Its other side made them, from the other end.
      firsts[h] = firsts[other]!;
      counts[h] = counts[other]!;
      continue;
    }
    if (edgeSquared(mesh, h) <= most2) continue;
    const pieces = Math.ceil(Math.sqrt(edgeSquared(mesh, h)) / edgeMm);
    firsts[h] = before + added.length / 3;
    counts[h] = pieces - 1;
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[nextHalfEdge(h)]!;
    for (let i = 1; i < pieces; i++)
      for (let k = 0; k < 3; k++)
        added.push(positions[a + k]! + (i / pieces) * (positions[b + k]! - positions[a + k]!));
  }
  if (added.length === 0) return { mesh, parent };
  const grown = new Float32Array(positions.length + added.length);
  grown.set(positions);
  grown.set(added, positions.length);
  const out: number[] = [];
  const from: number[] = [];
  const put: Put = (a, b, c, f) => {
    out.push(a, b, c);
    from.push(parent[f]!);
  };
  /** Corners along a half-edge, without its last. */
  const along = (h: number): number[] => {
    const n = counts[h]!;
    const isTurned = twin[h]! >= 0 && twin[h]! < h;
    return [triangles[h]!, ...Array.from({ length: n }, (_, i) => firsts[h]! + (isTurned ? n - 1 - i : i))];
  };
  for (let f = 0; f < parent.length; f++) {
    const h = longestOf(mesh, f);
    if (firsts[h]! < 0) {
      put(triangles[3 * f]!, triangles[3 * f + 1]!, triangles[3 * f + 2]!, f);
      continue;
    }
    const next = nextHalfEdge(h);
    const last = nextHalfEdge(next);
    const end = triangles[next]!;
    // From the beginning of the longest edge to its end, by it and by the two others.
    const long = [...along(h), end];
    const short = [...along(next), ...along(last), triangles[h]!].reverse();
    ladder(grown, long, short, f, put);
  }
  return { mesh: { positions: grown, triangles: Uint32Array.from(out) }, parent: Uint32Array.from(from) };
}

/** Faces between two rows of corners that begin and end alike. The first row runs the way of the face. */
function ladder(
  p: Float32Array,
  long: readonly number[],
  short: readonly number[],
  f: number,
  put: Put,
): void {
  const apart = (a: number, b: number) =>
    Math.hypot(p[3 * a]! - p[3 * b]!, p[3 * a + 1]! - p[3 * b + 1]!, p[3 * a + 2]! - p[3 * b + 2]!);
  let i = 0;
  let j = 1;
  // Both rows end in one corner: the last face has it alone, or it would lie in line with two of a row.
  while (i + 2 < long.length || j + 2 < short.length) {
    const [a, b] = [long[i]!, short[j]!];
    const isLong =
      i + 2 < long.length && (j + 2 >= short.length || apart(long[i + 1]!, b) <= apart(a, short[j + 1]!));
    if (isLong) put(a, long[++i]!, b, f);
    else put(a, short[j + 1]!, short[j++]!, f);
  }
  put(long[i]!, long[i + 1]!, short[j]!, f);
}

/** The longest half-edge of a face. */
function longestOf(mesh: TriangleMesh, f: number): number {
  let best = 3 * f;
  for (let h = 3 * f + 1; h < 3 * f + 3; h++) if (edgeSquared(mesh, h) > edgeSquared(mesh, best)) best = h;
  return best;
}

function edgeSquared({ positions: p, triangles }: TriangleMesh, h: number): number {
  const a = 3 * triangles[h]!;
  const b = 3 * triangles[nextHalfEdge(h)]!;
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

function surfaceOf(mesh: TriangleMesh): number {
  let sum = 0;
  for (let f = 0; f < mesh.triangles.length / 3; f++) sum += areaOfFace(mesh, f);
  return sum;
}
