import { type Boxes, closeBoxes } from "#core/mesh/closeTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * Boxes in boxes round the faces of a mesh, for rays. Faces lie along a space-filling curve, so neighbours in
 * `faces` are
 * neighbours in space.
 *
 * - `bounds`: six numbers a node: least x, y, z, greatest x, y, z
 * - `link`: for an inner node the index of its second child (the first follows it); for a leaf -1 - its
 *   first place in `faces`
 * - `count`: faces in a leaf, 0 for an inner node
 * - `faces`: face numbers in the order of the leaves
 * - `corners`: nine numbers a place: corner a, then the edges to b and to c
 */
export type RayTree = {
  readonly bounds: Float32Array;
  readonly link: Int32Array;
  readonly count: Uint8Array;
  readonly faces: Uint32Array;
  readonly corners: Float32Array;
};

/** Up to so many faces, boxes that fit closely are worth the time that they take to make. */
const CLOSE_FACES = 20_000;
const LEAF_FACES = 5;
/** Cells of the curve along each axis, as bits. */
const CURVE_BITS = 10;

/**
 * Boxes are fitted closely round few faces, and made quickly round many; what rays meet is the same.
 * @param closeFaces how many are few
 */
export function buildRayTree(mesh: TriangleMesh, closeFaces = CLOSE_FACES): RayTree {
  const boxes = mesh.triangles.length / 3 <= closeFaces ? closeBoxes(mesh) : boxesAlongCurve(mesh);
  return { ...boxes, corners: cornersOf(mesh, boxes.faces) };
}

function cornersOf({ positions, triangles }: TriangleMesh, faces: Uint32Array): Float32Array {
  const corners = new Float32Array(9 * faces.length);
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    const a = 3 * triangles[3 * f]!;
    const b = 3 * triangles[3 * f + 1]!;
    const c = 3 * triangles[3 * f + 2]!;
    for (let k = 0; k < 3; k++) {
      const v = positions[a + k]!;
      corners[9 * i + k] = v;
      corners[9 * i + 3 + k] = positions[b + k]! - v;
      corners[9 * i + 6 + k] = positions[c + k]! - v;
    }
  }
  return corners;
}

/**
 * Sorts the faces by where their centres lie on a Morton curve and splits at its highest bits (linear in the
 * number of faces but for the sorting).
 * @source linear bounding volume hierarchy after Lauterbach and others 2009, and Karras 2012 (from memory)
 */
function boxesAlongCurve(mesh: TriangleMesh): Boxes {
  const n = mesh.triangles.length / 3;
  const codes = curveCodes(mesh);
  const faces = sortedByCode(codes);
  const sorted = new Uint32Array(n);
  for (let i = 0; i < n; i++) sorted[i] = codes[faces[i]!]!;
  const capacity = Math.max(1, 2 * n);
  const bounds = new Float32Array(6 * capacity);
  const link = new Int32Array(capacity);
  const count = new Uint8Array(capacity);
  let nodes = 0;
  const build = (from: number, to: number, depth: number): number => {
    const node = nodes++;
    const b = 6 * node;
    if (to - from <= LEAF_FACES) {
      link[node] = -1 - from;
      count[node] = to - from;
      leafBounds(mesh, faces, from, to, bounds, b);
      return node;
    }
    const cut = depth > 40 ? (from + to) >> 1 : splitAt(sorted, from, to);
    const left = build(from, cut, depth + 1);
    const right = build(cut, to, depth + 1);
    link[node] = right;
    for (let k = 0; k < 3; k++) {
      bounds[b + k] = Math.min(bounds[6 * left + k]!, bounds[6 * right + k]!);
      bounds[b + 3 + k] = Math.max(bounds[6 * left + 3 + k]!, bounds[6 * right + 3 + k]!);
    }
    return node;
  };
  if (n > 0) build(0, n, 0);
  return {
    bounds: bounds.slice(0, 6 * nodes),
    link: link.slice(0, nodes),
    count: count.slice(0, nodes),
    faces,
  };
}

/** Place of each face's centre on the curve, 30 bits. */
function curveCodes({ positions, triangles }: TriangleMesh): Uint32Array {
  const n = triangles.length / 3;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    const k = i % 3;
    const v = positions[i]!;
    if (v < low[k]!) low[k] = v;
    if (v > high[k]!) high[k] = v;
  }
  const cells = 2 ** CURVE_BITS;
  const side = Math.max(high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!) || 1;
  const scale = (cells - 1e-3) / (3 * side);
  const codes = new Uint32Array(n);
  const x0 = 3 * low[0]!;
  const y0 = 3 * low[1]!;
  const z0 = 3 * low[2]!;
  for (let f = 0; f < n; f++) {
    const a = 3 * triangles[3 * f]!;
    const b = 3 * triangles[3 * f + 1]!;
    const c = 3 * triangles[3 * f + 2]!;
    const x = (positions[a]! + positions[b]! + positions[c]! - x0) * scale;
    const y = (positions[a + 1]! + positions[b + 1]! + positions[c + 1]! - y0) * scale;
    const z = (positions[a + 2]! + positions[b + 2]! + positions[c + 2]! - z0) * scale;
    codes[f] = (spread(x) << 2) | (spread(y) << 1) | spread(z);
  }
  return codes;
}

/** Ten bits with two empty ones after each. */
function spread(value: number): number {
  let v = value < 0 ? 0 : value > 1023 ? 1023 : value | 0;
  v = (v | (v << 16)) & 0x030000ff;
  v = (v | (v << 8)) & 0x0300f00f;
  v = (v | (v << 4)) & 0x030c30c3;
  return (v | (v << 2)) & 0x09249249;
}

/**
 * Face numbers by their code, least first; equal codes keep the order of the faces. Three passes of ten bits.
 */
function sortedByCode(codes: Uint32Array): Uint32Array {
  let from = Uint32Array.from({ length: codes.length }, (_, f) => f);
  let to = new Uint32Array(codes.length);
  for (let shift = 0; shift < 30; shift += 10) {
    const starts = new Uint32Array(1025);
    for (let i = 0; i < codes.length; i++) starts[((codes[i]! >>> shift) & 1023) + 1]!++;
    for (let d = 0; d < 1024; d++) starts[d + 1]! += starts[d]!;
    for (let i = 0; i < codes.length; i++) {
      const f = from[i]!;
      to[starts[(codes[f]! >>> shift) & 1023]!++] = f;
    }
    [from, to] = [to, from];
  }
  return from;
}

/** First place whose code has the highest bit in which the range differs; the middle where all are equal. */
function splitAt(sorted: Uint32Array, from: number, to: number): number {
  const first = sorted[from]!;
  const last = sorted[to - 1]!;
  if (first === last) return (from + to) >> 1;
  const border = (last >>> (31 - Math.clz32(first ^ last))) << (31 - Math.clz32(first ^ last));
  let low = from;
  let high = to - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < border) low = middle + 1;
    else high = middle;
  }
  return low;
}

function leafBounds(
  { positions, triangles }: TriangleMesh,
  faces: Uint32Array,
  from: number,
  to: number,
  bounds: Float32Array,
  b: number,
): void {
  let x0 = Infinity;
  let y0 = Infinity;
  let z0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let z1 = -Infinity;
  for (let i = from; i < to; i++) {
    const h = 3 * faces[i]!;
    for (let k = 0; k < 3; k++) {
      const v = 3 * triangles[h + k]!;
      const x = positions[v]!;
      const y = positions[v + 1]!;
      const z = positions[v + 2]!;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      if (z < z0) z0 = z;
      if (z > z1) z1 = z;
    }
  }
  bounds[b] = x0;
  bounds[b + 1] = y0;
  bounds[b + 2] = z0;
  bounds[b + 3] = x1;
  bounds[b + 4] = y1;
  bounds[b + 5] = z1;
}

/**
 * Where a ray first meets a face that counts: how far along and which face. `tests` adds up the faces looked
 * at, over all its rays.
 */
export type RayHit = { distance: number; face: number; tests: number };
export const noHit = (): RayHit => ({ distance: 0, face: -1, tests: 0 });

/** A ray through an edge meets one of its faces: shares may be over by this. */
const SLACK = 1e-9;
const stack = new Int32Array(128);
const entries = new Float64Array(128);

/**
 * The nearest face that counts, within `reach`. Faces are met as Möller and Trumbore 1997 do
 * (from memory; checked against three, face by face).
 * @param facing which faces count, by dot(their normal, direction): above 0 those with at least this (met
 * from inside),
 *   below 0 those with at most this (met from outside), 0 any
 * @param out receives the hit; `face` is -1 when there is none within `reach`
 */
export function castRayInto(
  tree: RayTree,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  least: number,
  reach: number,
  facing: number,
  skipFace: number,
  out: RayHit,
): void {
  // Boxes that are missed are entered at Infinity, which must stay out of any reach.
  out.distance = Math.min(reach, Number.MAX_VALUE);
  out.face = -1;
  const { bounds, link, count, faces, corners } = tree;
  if (count.length === 0) return;
  const ix = 1 / dx;
  const iy = 1 / dy;
  const iz = 1 / dz;
  let depth = 1;
  stack[0] = 0;
  entries[0] = -Infinity;
  while (depth > 0) {
    depth--;
    if (entries[depth]! > out.distance) continue;
    const node = stack[depth]!;
    if (count[node] === 0) {
      const near = node + 1;
      const far = link[node]!;
      const tn = entryOf(bounds, 6 * near, ox, oy, oz, ix, iy, iz);
      const tf = entryOf(bounds, 6 * far, ox, oy, oz, ix, iy, iz);
      const nearFirst = tn <= tf;
      const later = nearFirst ? tf : tn;
      const sooner = nearFirst ? tn : tf;
      if (later <= out.distance) {
        stack[depth] = nearFirst ? far : near;
        entries[depth++] = later;
      }
      if (sooner <= out.distance) {
        stack[depth] = nearFirst ? near : far;
        entries[depth++] = sooner;
      }
      continue;
    }
    const from = -1 - link[node]!;
    out.tests += count[node]!;
    for (let i = from; i < from + count[node]!; i++) {
      const c = 9 * i;
      const ux = corners[c + 3]!;
      const uy = corners[c + 4]!;
      const uz = corners[c + 5]!;
      const vx = corners[c + 6]!;
      const vy = corners[c + 7]!;
      const vz = corners[c + 8]!;
      // The ray meets the plane of u and v at shares (s, r) of them, by Cramer's rule; most faces are left
      // after s.
      const px = dy * vz - dz * vy;
      const py = dz * vx - dx * vz;
      const pz = dx * vy - dy * vx;
      const det = ux * px + uy * py + uz * pz;
      if (det === 0) continue;
      const wx = ox - corners[c]!;
      const wy = oy - corners[c + 1]!;
      const wz = oz - corners[c + 2]!;
      const s = (wx * px + wy * py + wz * pz) / det;
      if (s < -SLACK || s > 1 + SLACK) continue;
      const qx = wy * uz - wz * uy;
      const qy = wz * ux - wx * uz;
      const qz = wx * uy - wy * ux;
      const r = (dx * qx + dy * qy + dz * qz) / det;
      if (r < -SLACK || s + r > 1 + SLACK) continue;
      const t = (vx * qx + vy * qy + vz * qz) / det;
      if (!(t > least && t < out.distance)) continue;
      if (facing !== 0) {
        const nx = uy * vz - uz * vy;
        const ny = uz * vx - ux * vz;
        const nz = ux * vy - uy * vx;
        const along = nx * dx + ny * dy + nz * dz;
        const enough = facing * Math.sqrt(nx * nx + ny * ny + nz * nz);
        if (facing > 0 ? along < enough : along > enough) continue;
      }
      const face = faces[i]!;
      if (face === skipFace) continue;
      out.distance = t;
      out.face = face;
    }
  }
}

/** How far along a ray a box begins; 0 from inside it, Infinity where it is missed. */
function entryOf(
  bounds: Float32Array,
  b: number,
  ox: number,
  oy: number,
  oz: number,
  ix: number,
  iy: number,
  iz: number,
): number {
  const xa = (bounds[b]! - ox) * ix;
  const xb = (bounds[b + 3]! - ox) * ix;
  const ya = (bounds[b + 1]! - oy) * iy;
  const yb = (bounds[b + 4]! - oy) * iy;
  const za = (bounds[b + 2]! - oz) * iz;
  const zb = (bounds[b + 5]! - oz) * iz;
  let t0 = 0;
  let t1 = Infinity;
  // A ray that runs inside a box's face gives NaN here, and a comparison with NaN leaves the range as it is.
  const x0 = xa < xb ? xa : xb;
  const x1 = xa < xb ? xb : xa;
  if (x0 > t0) t0 = x0;
  if (x1 < t1) t1 = x1;
  const y0 = ya < yb ? ya : yb;
  const y1 = ya < yb ? yb : ya;
  if (y0 > t0) t0 = y0;
  if (y1 < t1) t1 = y1;
  const z0 = za < zb ? za : zb;
  const z1 = za < zb ? zb : za;
  if (z0 > t0) t0 = z0;
  if (z1 < t1) t1 = z1;
  return t0 <= t1 * (1 + 1e-6) + 1e-9 ? t0 : Infinity;
}
