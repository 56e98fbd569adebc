import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** No triangle on the other side: an open edge. */
export const OPEN = -1;
/** More than two triangles meet here, so there is no one other side. */
export const OVER_SHARED = -2;

/**
 * The other side of every half-edge.
 *
 * - `twin`: length 3 x triangles; the half-edge of the neighbouring triangle over the same two vertices, or
 *   OPEN, or OVER_SHARED
 * - an edge is *flipped* when its two triangles run along it in the same direction, so that one of them
 *   faces inward
 */
export type Twins = {
  readonly twin: Int32Array;
  readonly openEdges: number;
  readonly overSharedEdges: number;
  readonly flippedEdges: number;
};

/** Buckets longer than this are sorted before matching, so that a fan of thousands stays n log n. */
const LONG_BUCKET = 48;

/**
 * Pairs half-edges by bucketing them under the smaller of their two vertices. A zero-length edge is left
 * unpaired.
 */
export function findTwins(mesh: TriangleMesh): Twins {
  const { triangles } = mesh;
  const n = triangles.length;
  const vertexCount = mesh.positions.length / 3;
  const starts = new Uint32Array(vertexCount + 1);
  for (let t = 0; t < n; t += CHUNK) countEdges(triangles, t, Math.min(n, t + CHUNK), starts);
  for (let v = 0; v < vertexCount; v++) starts[v + 1]! += starts[v]!;
  const fill = starts.slice(0, vertexCount);
  // Each bucket holds pairs: the half-edge, then the larger of its two vertices.
  const buckets = new Uint32Array(2 * n);
  for (let t = 0; t < n; t += CHUNK) fillBuckets(triangles, t, Math.min(n, t + CHUNK), fill, buckets);
  const twin = new Int32Array(n);
  const counts: EdgeCounts = { openEdges: 0, overSharedEdges: 0, flippedEdges: 0 };
  for (let v = 0; v < vertexCount; v += CHUNK)
    pairBuckets(v, Math.min(vertexCount, v + CHUNK), triangles, starts, buckets, twin, counts);
  return { twin, ...counts };
}

type EdgeCounts = { openEdges: number; overSharedEdges: number; flippedEdges: number };

/** Loops entered often are compiled for good in their first milliseconds; a multiple of 3. */
const CHUNK = 3 * 2048;

function countEdges(triangles: Uint32Array, from: number, to: number, starts: Uint32Array): void {
  for (let t = from; t < to; t += 3) {
    const a = triangles[t]!;
    const b = triangles[t + 1]!;
    const c = triangles[t + 2]!;
    starts[(a < b ? a : b) + 1]!++;
    starts[(b < c ? b : c) + 1]!++;
    starts[(c < a ? c : a) + 1]!++;
  }
}

function fillBuckets(
  triangles: Uint32Array,
  from: number,
  to: number,
  fill: Uint32Array,
  buckets: Uint32Array,
): void {
  for (let t = from; t < to; t += 3) {
    const a = triangles[t]!;
    const b = triangles[t + 1]!;
    const c = triangles[t + 2]!;
    putEdge(a, b, t, fill, buckets);
    putEdge(b, c, t + 1, fill, buckets);
    putEdge(c, a, t + 2, fill, buckets);
  }
}

function putEdge(a: number, b: number, h: number, fill: Uint32Array, buckets: Uint32Array): void {
  const low = a < b ? a : b;
  const at = 2 * fill[low]!++;
  buckets[at] = h;
  buckets[at + 1] = a < b ? b : a;
}

/** Done half-edges have this for their far vertex. */
const DONE = 0xffffffff;

function pairBuckets(
  fromVertex: number,
  toVertex: number,
  triangles: Uint32Array,
  starts: Uint32Array,
  buckets: Uint32Array,
  twin: Int32Array,
  counts: EdgeCounts,
): void {
  let { openEdges, overSharedEdges, flippedEdges } = counts;
  for (let v = fromVertex; v < toVertex; v++) {
    const from = 2 * starts[v]!;
    const to = 2 * starts[v + 1]!;
    const sorted = to - from > 2 * LONG_BUCKET;
    if (sorted) sortBucket(buckets, from, to);
    for (let i = from; i < to; i += 2) {
      const far = buckets[i + 1]!;
      if (far === DONE) continue;
      const h = buckets[i]!;
      if (far === v) {
        twin[h] = OPEN;
        continue;
      }
      let other = -1;
      let uses = 1;
      for (let j = i + 2; j < to; j += 2) {
        if (buckets[j + 1] !== far) {
          if (sorted) break;
          continue;
        }
        uses++;
        buckets[j + 1] = DONE;
        if (uses === 2) other = buckets[j]!;
        else twin[buckets[j]!] = OVER_SHARED;
      }
      if (uses === 2) {
        twin[h] = other;
        twin[other] = h;
        if (triangles[h] === triangles[other]) flippedEdges++;
      } else if (uses === 1) {
        twin[h] = OPEN;
        openEdges++;
      } else {
        twin[h] = twin[other] = OVER_SHARED;
        overSharedEdges++;
      }
    }
  }
  counts.openEdges = openEdges;
  counts.overSharedEdges = overSharedEdges;
  counts.flippedEdges = flippedEdges;
}

function sortBucket(buckets: Uint32Array, from: number, to: number): void {
  const pairs = Array.from(
    { length: (to - from) / 2 },
    (_, k) => [buckets[from + 2 * k]!, buckets[from + 2 * k + 1]!] as const,
  );
  pairs.sort((p, q) => p[1] - q[1] || p[0] - q[0]);
  pairs.forEach(([h, far], k) => {
    buckets[from + 2 * k] = h;
    buckets[from + 2 * k + 1] = far;
  });
}
