import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * What a mesh is like at each of a row of heights. All in file units.
 *
 * - `heights`: where it was cut, ascending
 * - `areas`: enclosed area; a hole counts as nothing, an inside-out shell as negative
 * - `perimeters`: length of all contours
 * - `contours`: how many closed lines; `corners`: how many turns of over 10 degrees they have
 * - `turning`: sum over the turns of tan(turn / 2), outer turns positive: an inset by d shortens a contour
 *   by 2 d x turning
 * - `peel`: how hard each layer is to part from a film, the sum over its lines of A (2 A / P)^2 / 8, in
 *   units to the fourth; a hole
 *   takes off what it would have alone. Exact for a disc (lubrication, derived)
 * - `broken`: contours that could not be closed because an edge is open or over-shared
 */
export type LayerProfile = {
  readonly heights: Float64Array;
  readonly areas: Float64Array;
  readonly perimeters: Float64Array;
  readonly contours: Uint32Array;
  readonly corners: Uint32Array;
  readonly turning: Float64Array;
  readonly peel: Float64Array;
  readonly broken: number;
};

/**
 * The closed lines of one layer: `points` holds x, y of every point in turn, `ends` the index after the last
 * point of
 * each contour (in points). The solid lies to the left of the direction of travel. Valid until the next call
 * only.
 */
export type LayerContours = {
  readonly points: Float64Array;
  readonly pointCount: number;
  readonly ends: readonly number[];
};

/** Mid-heights of `count` equal layers between two heights. */
export function midHeights(bottom: number, top: number, count: number): Float64Array {
  const step = (top - bottom) / count;
  return Float64Array.from({ length: count }, (_, i) => bottom + (i + 0.5) * step);
}

const SHARP_COS = Math.cos((10 * Math.PI) / 180);

/**
 * Cuts a mesh at every height: each face is touched only for the layers it crosses, and contours are followed
 * from face
 * to face over their twins, so that no point is ever searched for.
 * An edge crosses z where (za <= z) differs from (zb <= z); so a vertex on the plane is never counted twice.
 * @param twin the other half-edges, from `findTwins`
 * @param heights ascending
 * @param onLayer called for every layer with its contours, in order; the arrays are reused
 */
export function layerSweep(
  mesh: TriangleMesh,
  twin: Int32Array,
  heights: Float64Array,
  onLayer?: (layer: number, contours: LayerContours) => void,
): LayerProfile {
  const layerCount = heights.length;
  const spans = layerSpans(mesh, heights);
  const areas = new Float64Array(layerCount);
  const perimeters = new Float64Array(layerCount);
  const turning = new Float64Array(layerCount);
  const peel = new Float64Array(layerCount);
  const contours = new Uint32Array(layerCount);
  const corners = new Uint32Array(layerCount);
  // Contours are taken about a corner of the mesh: their areas then do not suffer from a far origin.
  const ox = mesh.positions[0] ?? 0;
  const oy = mesh.positions[1] ?? 0;
  const most = spans.crossings.reduce((m, n) => Math.max(m, n), 0);
  const band: Band = {
    from: 0,
    to: 0,
    starts: new Uint32Array(layerCount + 1),
    points: new Float64Array(0),
    faces: new Int32Array(0),
    nexts: new Int32Array(0),
  };
  const indexOf = new Int32Array(mesh.triangles.length / 3);
  // A line that stays open gets a point more, for where it enters its first face.
  const line: Line = { points: new Float64Array(4 * most), count: 0 };
  const sums: LineSums = { area2: 0, perimeter: 0, turning: 0, sharp: 0, peel: 0 };
  const ends: number[] = [];
  let broken = 0;

  for (let layer = 0; layer < layerCount; layer++) {
    if (layer === band.to) fillBand(band, mesh, twin, heights, spans, ox, oy);
    const from = band.starts[layer]!;
    const to = band.starts[layer + 1]!;
    tieTogether(band, from, to, indexOf);
    line.count = 0;
    ends.length = 0;
    sums.area2 = sums.perimeter = sums.turning = sums.sharp = sums.peel = 0;
    for (let i = from; i < to; i++) {
      if (band.faces[i]! < 0) continue;
      const begin = line.count;
      const startFace = band.faces[i]!;
      if (followLine(band, i, line))
        line.count = begin + withoutRepeats(line.points, begin, line.count - begin);
      else {
        broken++;
        writeEntry(mesh, startFace, heights[layer]!, ox, oy, line);
      }
      ends.push(line.count);
      addLine(line.points, begin, line.count, sums);
    }
    areas[layer] = sums.area2 / 2;
    perimeters[layer] = sums.perimeter;
    turning[layer] = sums.turning;
    peel[layer] = sums.peel;
    corners[layer] = sums.sharp;
    contours[layer] = ends.length;
    if (onLayer) {
      const { points, count } = line;
      for (let p = 0; p < count; p++) {
        points[2 * p]! += ox;
        points[2 * p + 1]! += oy;
      }
      onLayer(layer, { points, pointCount: count, ends });
    }
  }
  return { heights, areas, perimeters, contours, corners, turning, peel, broken };
}

type Line = { points: Float64Array; count: number };
type LineSums = { area2: number; perimeter: number; turning: number; sharp: number; peel: number };

/**
 * The crossings of as many neighbouring layers as there is room for, filled face by face: memory is read in
 * the order in which it lies.
 *
 * - layers `from` to before `to`; those of layer i at `starts[i]` to before `starts[i + 1]`
 * - `points`: x, y where the line leaves the face, from (ox, oy)
 * - `faces`: the face, or -1 once its line was followed
 * - `nexts`: the face it goes on in, negative where there is none; after `tieTogether` the crossing there
 */
type Band = {
  from: number;
  to: number;
  starts: Uint32Array;
  points: Float64Array;
  faces: Int32Array;
  nexts: Int32Array;
};

/** Crossings a band holds for each face of the mesh: more cost memory, fewer cost passes over all faces. */
const CROSSINGS_PER_FACE = 2;

/** Moves the band up to the layers that follow it. */
function fillBand(
  band: Band,
  mesh: TriangleMesh,
  twin: Int32Array,
  heights: Float64Array,
  spans: LayerSpans,
  ox: number,
  oy: number,
): void {
  const { firstOf, crossings } = spans;
  const from = band.to;
  const room = CROSSINGS_PER_FACE * firstOf.length;
  let to = from;
  let total = 0;
  while (to < heights.length && (to === from || total + crossings[to]! <= room)) {
    band.starts[to] = total;
    total += crossings[to++]!;
  }
  band.starts[to] = total;
  band.from = from;
  band.to = to;
  if (band.faces.length < total) {
    band.points = new Float64Array(2 * total);
    band.faces = new Int32Array(total);
    band.nexts = new Int32Array(total);
  }
  const fill = band.starts.slice(0, to);
  for (let f = 0; f < firstOf.length; f += CHUNK)
    fillFaces(f, Math.min(firstOf.length, f + CHUNK), band, fill, mesh, twin, heights, spans, ox, oy);
}

/**
 * Faces a call: a loop that is entered often is compiled for good in its first milliseconds, a single long
 * one much later.
 */
const CHUNK = 4096;

function fillFaces(
  begin: number,
  beyond: number,
  band: Band,
  fill: Uint32Array,
  { positions, triangles }: TriangleMesh,
  twin: Int32Array,
  heights: Float64Array,
  { firstOf, lastOf }: LayerSpans,
  ox: number,
  oy: number,
): void {
  const { points, faces, nexts, from } = band;
  const last = band.to - 1;
  for (let f = begin; f < beyond; f++) {
    if (firstOf[f]! > last || lastOf[f]! < from) continue;
    const h = 3 * f;
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[h + 1]!;
    const c = 3 * triangles[h + 2]!;
    const za = positions[a + 2]!;
    const zb = positions[b + 2]!;
    const zc = positions[c + 2]!;
    const end = Math.min(lastOf[f]!, last);
    for (let layer = Math.max(firstOf[f]!, from); layer <= end; layer++) {
      // The line leaves a face where an edge goes up through the plane, so the solid is on its left.
      const z = heights[layer]!;
      const lowA = za <= z;
      const lowB = zb <= z;
      const lowC = zc <= z;
      const side = lowA && !lowB ? 0 : lowB && !lowC ? 1 : 2;
      const low = side === 0 ? a : side === 1 ? b : c;
      const high = side === 0 ? b : side === 1 ? c : a;
      const zl = positions[low + 2]!;
      const s = (z - zl) / (positions[high + 2]! - zl);
      const x = positions[low]! - ox;
      const y = positions[low + 1]! - oy;
      const at = fill[layer]!;
      fill[layer] = at + 1;
      points[2 * at] = x + s * (positions[high]! - ox - x);
      points[2 * at + 1] = y + s * (positions[high + 1]! - oy - y);
      faces[at] = f;
      const g = twin[h + side]!;
      nexts[at] = g < 0 ? -1 : (g / 3) | 0;
    }
  }
}

/**
 * Turns the next face of each crossing of a layer into the crossing in that face: over a crossed edge both
 * faces are there.
 */
function tieTogether({ faces, nexts }: Band, from: number, to: number, indexOf: Int32Array): void {
  for (let i = from; i < to; i++) indexOf[faces[i]!] = i;
  for (let i = from; i < to; i++) if (nexts[i]! >= 0) nexts[i] = indexOf[nexts[i]!]!;
}

/** Writes the points of the line through a crossing; whether it came back to where it began. */
function followLine({ points, faces, nexts }: Band, start: number, line: Line): boolean {
  const out = line.points;
  let n = line.count;
  let i = start;
  do {
    faces[i] = -1;
    out[2 * n] = points[2 * i]!;
    out[2 * n + 1] = points[2 * i + 1]!;
    n++;
    i = nexts[i]!;
  } while (i >= 0 && faces[i]! >= 0);
  line.count = n;
  return i === start;
}

/**
 * Writes the point where the line comes into a face, measured from the edge's lower end, so both faces of an
 * edge get the same bits.
 */
function writeEntry(
  { positions, triangles }: TriangleMesh,
  face: number,
  z: number,
  ox: number,
  oy: number,
  line: Line,
): void {
  const low = (h: number) => positions[3 * triangles[h]! + 2]! <= z;
  const first = 3 * face;
  const h = !low(first) && low(first + 1) ? first : !low(first + 1) && low(first + 2) ? first + 1 : first + 2;
  const p = 3 * triangles[nextHalfEdge(h)]!;
  const q = 3 * triangles[h]!;
  const zp = positions[p + 2]!;
  const s = (z - zp) / (positions[q + 2]! - zp);
  const x = positions[p]! - ox;
  const y = positions[p + 1]! - oy;
  line.points[2 * line.count] = x + s * (positions[q]! - ox - x);
  line.points[2 * line.count + 1] = y + s * (positions[q + 1]! - oy - y);
  line.count++;
}

/**
 * Adds a contour's area, length and turns. Each side is measured once: the one before waits for the turn at
 * its end.
 */
function addLine(points: Float64Array, begin: number, end: number, sums: LineSums): void {
  if (end === begin) return;
  let area2 = 0;
  let perimeter = 0;
  let turning = 0;
  let sharp = 0;
  const before = end - begin > 1 ? end - 2 : end - 1;
  let x = points[2 * end - 2]!;
  let y = points[2 * end - 1]!;
  let ux = x - points[2 * before]!;
  let uy = y - points[2 * before + 1]!;
  let lu = Math.sqrt(ux * ux + uy * uy);
  for (let p = begin; p < end; p++) {
    const x2 = points[2 * p]!;
    const y2 = points[2 * p + 1]!;
    const vx = x2 - x;
    const vy = y2 - y;
    const lv = Math.sqrt(vx * vx + vy * vy);
    area2 += x * y2 - x2 * y;
    perimeter += lv;
    const dot = ux * vx + uy * vy;
    const both = lu * lv;
    const along = both + dot;
    if (along > 1e-6 * both) turning += (ux * vy - uy * vx) / along;
    if (dot < SHARP_COS * both) sharp++;
    x = x2;
    y = y2;
    ux = vx;
    uy = vy;
    lu = lv;
  }
  sums.area2 += area2;
  sums.perimeter += perimeter;
  sums.turning += turning;
  sums.sharp += sharp;
  const area = area2 / 2;
  if (perimeter > 0) sums.peel += (area * area * area) / (2 * perimeter * perimeter);
}

/** Drops points equal to their predecessor, in place; returns how many are left. */
function withoutRepeats(points: Float64Array, from: number, count: number): number {
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const x = points[2 * (from + i)]!;
    const y = points[2 * (from + i) + 1]!;
    if (kept > 0 && points[2 * (from + kept - 1)] === x && points[2 * (from + kept - 1) + 1] === y) continue;
    points[2 * (from + kept)] = x;
    points[2 * (from + kept) + 1] = y;
    kept++;
  }
  return kept;
}

/**
 * The first and the last layer that each face crosses (first above last: none), and how many faces cross each
 * layer.
 */
type LayerSpans = {
  readonly firstOf: Int32Array;
  readonly lastOf: Int32Array;
  readonly crossings: Int32Array;
};

function layerSpans({ positions, triangles }: TriangleMesh, heights: Float64Array): LayerSpans {
  const faceCount = triangles.length / 3;
  const layerCount = heights.length;
  const layerOf = layersAbove(positions, heights);
  const lastOf = new Int32Array(faceCount);
  const firstOf = new Int32Array(faceCount);
  const change = new Int32Array(layerCount + 2);
  for (let f = 0; f < faceCount; f++) {
    const a = layerOf[triangles[3 * f]!]!;
    const b = layerOf[triangles[3 * f + 1]!]!;
    const c = layerOf[triangles[3 * f + 2]!]!;
    const from = a < b ? (a < c ? a : c) : b < c ? b : c;
    const beyond = a > b ? (a > c ? a : c) : b > c ? b : c;
    firstOf[f] = from;
    lastOf[f] = beyond - 1;
    change[from]!++;
    change[beyond]!--;
  }
  for (let i = 0; i < layerCount; i++) change[i + 1]! += change[i]!;
  return { firstOf, lastOf, crossings: change.subarray(0, layerCount) };
}

/**
 * For every vertex the first height at or above it; a guess from even spacing, mended by steps, so that any
 * ascending heights do.
 */
function layersAbove(positions: Float32Array, heights: Float64Array): Int32Array {
  const layerCount = heights.length;
  const bottom = heights[0] ?? 0;
  const step = layerCount > 1 ? (heights[layerCount - 1]! - bottom) / (layerCount - 1) : 1;
  const layerOf = new Int32Array(positions.length / 3);
  for (let v = 0; v < layerOf.length; v++) {
    const z = positions[3 * v + 2]!;
    let i = Math.ceil((z - bottom) / step);
    if (!(i > 0)) i = 0;
    else if (i > layerCount) i = layerCount;
    while (i > 0 && heights[i - 1]! >= z) i--;
    while (i < layerCount && heights[i]! < z) i++;
    layerOf[v] = i;
  }
  return layerOf;
}
