import { areaOfFace, diagonalOf, unitNormals } from "#core/mesh/faces";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import type { Patches } from "#core/zones/smoothPatches";

/** Curvature is smoothed over this share of the size, and in at most so many rounds. */
const SMOOTH_SHARE = 0.015;
const MOST_ROUNDS = 60;
/** A hollow parts two places when it is so much deeper than either, of what the surface ranges over. */
const DEPTH_SHARE = 0.25;
/** And when its bend is no noise: curvature times size (a floor, our choice). */
const LEAST_DEPTH = 1.5;
/** As many places as one smooth surface falls into. */
const MOST_BASINS = 12;

/**
 * Parts a smooth surface where hollows run through it, as the eye does: trunk and crown, head and body. A flood of
 * concavity, its basins joined where the ridge between them is low.
 * @param twin from `findTwins`
 * @param isIn whether a face is of the surface
 * @returns a number for every face of it, from 0; -1 for the others
 * @source watershed on meshes: Mangan and Whitaker 1999; minima rule: Hoffman and Richards 1984 (both from memory)
 */
export function basinsOf(mesh: TriangleMesh, twin: Int32Array, isIn: (face: number) => boolean): Int32Array {
  const faces = twin.length / 3;
  const inside = Uint8Array.from({ length: faces }, (_, f) => (isIn(f) ? 1 : 0));
  const bend = smoothedBend(mesh, twin, inside);
  const order = leastBentFirst(bend, inside);
  if (order.length === 0) return new Int32Array(faces).fill(-1);
  const at = (share: number) => bend[order[Math.floor(share * (order.length - 1))]!]!;
  const range = at(0.98) - at(0.02);
  const { basinOf, basins } = flooded(order, twin, inside, bend);
  const least = Math.max(DEPTH_SHARE * range, LEAST_DEPTH);
  const depths = basins.map((b) => b.depth).sort((a, b) => b - a);
  const from = Math.max(least, depths[MOST_BASINS] === undefined ? 0 : depths[MOST_BASINS]! + 1e-12);
  // A ridge that does not bend inward parts nothing.
  const roots = new Int32Array(basins.length).fill(-1);
  const root = (basin: number): number => {
    const walked: number[] = [];
    let b = basin;
    for (;;) {
      const { depth, saddle, into } = basins[b]!;
      if (roots[b]! >= 0 || into < 0 || (depth >= from && saddle > 0)) break;
      walked.push(b);
      b = into;
    }
    const found = roots[b]! >= 0 ? roots[b]! : b;
    for (const w of walked) roots[w] = found;
    return found;
  };
  const numbers = new Map<number, number>();
  return Int32Array.from(basinOf, (basin) => {
    if (basin < 0) return -1;
    const r = root(basin);
    return numbers.get(r) ?? numbers.set(r, numbers.size).get(r)!;
  });
}

/** Steps in which bends are told apart when they are put in order. */
const STEPS = 1 << 16;

/** Faces by their bend, the least first; by number where they are as good as equal. */
function leastBentFirst(bend: Float64Array, inside: Uint8Array): Uint32Array {
  let most = 0;
  let count = 0;
  for (let f = 0; f < bend.length; f++) {
    if (inside[f] === 0) continue;
    count++;
    if (bend[f]! > most) most = bend[f]!;
  }
  const stepOf = (f: number) => (most > 0 ? Math.min(STEPS - 1, Math.floor((bend[f]! / most) * STEPS)) : 0);
  const starts = new Uint32Array(STEPS + 1);
  for (let f = 0; f < bend.length; f++) if (inside[f] === 1) starts[stepOf(f) + 1]!++;
  for (let i = 0; i < STEPS; i++) starts[i + 1]! += starts[i]!;
  const order = new Uint32Array(count);
  for (let f = 0; f < bend.length; f++) if (inside[f] === 1) order[starts[stepOf(f)]!++] = f;
  return order;
}

/** A basin: how far it was filled when it ran over into another one, and where. */
type Basin = { readonly low: number; depth: number; saddle: number; into: number };

function flooded(
  order: Uint32Array,
  twin: Int32Array,
  inside: Uint8Array,
  bend: Float64Array,
): { readonly basinOf: Int32Array; readonly basins: readonly Basin[] } {
  const basinOf = new Int32Array(inside.length).fill(-1);
  const basins: Basin[] = [];
  const tops: number[] = [];
  const top = (basin: number): number => {
    let b = basin;
    while (tops[b] !== b) b = tops[b] = tops[tops[b]!]!;
    return b;
  };
  for (const f of order) {
    let own = -1;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      const g = twin[h]! < 0 ? -1 : (twin[h]! / 3) | 0;
      if (g < 0 || inside[g] === 0 || basinOf[g]! < 0) continue;
      if (own < 0) own = basinOf[g]!;
      const [a, b] = [top(own), top(basinOf[g]!)];
      if (a === b) continue;
      // The shallower one runs over into the deeper one here.
      const [into, from] = basins[a]!.low <= basins[b]!.low ? [a, b] : [b, a];
      Object.assign(basins[from]!, { depth: bend[f]! - basins[from]!.low, saddle: bend[f]!, into });
      tops[from] = into;
    }
    if (own < 0) {
      own = basins.length;
      basins.push({ low: bend[f]!, depth: Infinity, saddle: Infinity, into: -1 });
      tops.push(own);
    }
    basinOf[f] = own;
  }
  return { basinOf, basins };
}

/** Numbers that a symmetric tensor is kept as: xx, yy, zz, xy, xz, yz, and the area that they are of. */
const KEPT = 7;

/**
 * How strongly a surface bends inward at every face, in the direction in which it does so most, times the size of the
 * mesh; 0 where it bends outward alone. A neck bends inward along and outward round, which a mean would hide.
 * @source curvature tensor from the turns at edges: Cohen-Steiner and Morvan 2003 (from memory)
 */
function smoothedBend(mesh: TriangleMesh, twin: Int32Array, inside: Uint8Array): Float64Array {
  const size = diagonalOf(mesh);
  const { tensors, edge } = edgeTensors(mesh, twin, inside);
  const faces = inside.length;
  const wanted = Math.ceil(((SMOOTH_SHARE * size) / edge) ** 2) + LEAST_ROUNDS;
  const rounds = Math.min(MOST_ROUNDS, wanted, Math.max(LEAST_ROUNDS, Math.floor(MOST_WORK / faces)));
  let now = tensors;
  let next: Float32Array = new Float32Array(tensors.length);
  for (let round = 0; round < rounds; round++) {
    spreadInto(next, now, twin, inside);
    [now, next] = [next, now];
  }
  return Float64Array.from({ length: faces }, (_, f) =>
    now[KEPT * f + 6]! > 0 ? Math.max(0, (size * largestOf(now, KEPT * f)) / now[KEPT * f + 6]!) : 0,
  );
}

/** Rounds of smoothing that every mesh gets, and faces times rounds that are worked through at most. */
const LEAST_ROUNDS = 3;
const MOST_WORK = 5e6;

/** The bends at the edges of every face, inward positive, as a tensor, with its area; and how long edges are. */
function edgeTensors(
  mesh: TriangleMesh,
  twin: Int32Array,
  inside: Uint8Array,
): { readonly tensors: Float32Array; readonly edge: number } {
  const { positions: p, triangles } = mesh;
  const normals = unitNormals(mesh);
  const tensors = new Float32Array(KEPT * inside.length);
  for (let f = 0; f < inside.length; f++) tensors[KEPT * f + 6] = areaOfFace(mesh, f);
  let edges = 0;
  let lengths = 0;
  for (let h = 0; h < twin.length; h++) {
    const t = twin[h]!;
    if (t <= h) continue;
    const f = (h / 3) | 0;
    const g = (t / 3) | 0;
    if (inside[f] === 0 || inside[g] === 0) continue;
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[nextHalfEdge(h)]!;
    const dx = p[b]! - p[a]!;
    const dy = p[b + 1]! - p[a + 1]!;
    const dz = p[b + 2]! - p[a + 2]!;
    const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (length === 0) continue;
    edges++;
    lengths += length;
    const nx = normals[3 * f]!;
    const ny = normals[3 * f + 1]!;
    const nz = normals[3 * f + 2]!;
    const mx = normals[3 * g]!;
    const my = normals[3 * g + 1]!;
    const mz = normals[3 * g + 2]!;
    const far = 3 * triangles[nextHalfEdge(nextHalfEdge(t))]!;
    const rise = nx * (p[far]! - p[a]!) + ny * (p[far + 1]! - p[a + 1]!) + nz * (p[far + 2]! - p[a + 2]!);
    const turn = Math.acos(Math.max(-1, Math.min(1, nx * mx + ny * my + nz * mz))) * Math.sign(rise);
    // Across the edge, in the plane of the face: the surface bends that way.
    const cx = dy * (nz + mz) - dz * (ny + my);
    const cy = dz * (nx + mx) - dx * (nz + mz);
    const cz = dx * (ny + my) - dy * (nx + mx);
    const l = Math.sqrt(cx * cx + cy * cy + cz * cz) || 1;
    const w = (turn * length) / 2;
    for (let side = 0; side < 2; side++) {
      const at = KEPT * (side === 0 ? f : g);
      tensors[at]! += (w * cx * cx) / (l * l);
      tensors[at + 1]! += (w * cy * cy) / (l * l);
      tensors[at + 2]! += (w * cz * cz) / (l * l);
      tensors[at + 3]! += (w * cx * cy) / (l * l);
      tensors[at + 4]! += (w * cx * cz) / (l * l);
      tensors[at + 5]! += (w * cy * cz) / (l * l);
    }
  }
  return { tensors, edge: edges > 0 ? lengths / edges : 1 };
}

/** Every face takes up what its neighbours have; sums and areas alike, so that only their ratio counts. */
function spreadInto(next: Float32Array, tensors: Float32Array, twin: Int32Array, inside: Uint8Array): void {
  for (let f = 0; f < inside.length; f++) {
    if (inside[f] === 0) continue;
    const at = KEPT * f;
    // Summed in numbers of their own: written once, not once a neighbour.
    let xx = tensors[at]!;
    let yy = tensors[at + 1]!;
    let zz = tensors[at + 2]!;
    let xy = tensors[at + 3]!;
    let xz = tensors[at + 4]!;
    let yz = tensors[at + 5]!;
    let area = tensors[at + 6]!;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      const t = twin[h]!;
      if (t < 0) continue;
      const g = (t / 3) | 0;
      if (inside[g] === 0) continue;
      const from = KEPT * g;
      xx += tensors[from]!;
      yy += tensors[from + 1]!;
      zz += tensors[from + 2]!;
      xy += tensors[from + 3]!;
      xz += tensors[from + 4]!;
      yz += tensors[from + 5]!;
      area += tensors[from + 6]!;
    }
    next[at] = xx / 4;
    next[at + 1] = yy / 4;
    next[at + 2] = zz / 4;
    next[at + 3] = xy / 4;
    next[at + 4] = xz / 4;
    next[at + 5] = yz / 4;
    next[at + 6] = area / 4;
  }
}

/**
 * The largest eigenvalue of a symmetric tensor.
 * @source closed form by the angle of its deviator: Smith 1961 (from memory; checked in the tests by known shapes)
 */
function largestOf(t: Float32Array, at: number): number {
  const [xx, yy, zz, xy, xz, yz] = [t[at]!, t[at + 1]!, t[at + 2]!, t[at + 3]!, t[at + 4]!, t[at + 5]!];
  const off = xy * xy + xz * xz + yz * yz;
  const mean = (xx + yy + zz) / 3;
  const spread = Math.sqrt(((xx - mean) ** 2 + (yy - mean) ** 2 + (zz - mean) ** 2 + 2 * off) / 6);
  if (spread < 1e-30) return mean;
  const [a, b, c] = [(xx - mean) / spread, (yy - mean) / spread, (zz - mean) / spread];
  const [d, e, f] = [xy / spread, xz / spread, yz / spread];
  const half = (a * (b * c - f * f) - d * (d * c - f * e) + e * (d * f - b * e)) / 2;
  return mean + 2 * spread * Math.cos(Math.acos(Math.max(-1, Math.min(1, half))) / 3);
}

/** One patch of more than this share of its shell, and that looks all ways, is sought for hollows. */
const WHOLE_SHARE = 0.6;
const CURVED = 0.6;

/**
 * Patches with the large round ones parted where hollows run through them.
 * @param shellOf the shell of every face
 */
export function withBasins(mesh: TriangleMesh, twin: Int32Array, patches: Patches, shells: Patches): Patches {
  const area = new Float64Array(patches.count);
  const toward = new Float64Array(3 * patches.count);
  const shellArea = new Float64Array(shells.count);
  const shellOfPatch = new Uint32Array(patches.count);
  const normals = unitNormals(mesh);
  for (let f = 0; f < patches.of.length; f++) {
    const a = areaOfFace(mesh, f);
    const patch = patches.of[f]!;
    area[patch]! += a;
    shellArea[shells.of[f]!]! += a;
    shellOfPatch[patch] = shells.of[f]!;
    for (let k = 0; k < 3; k++) toward[3 * patch + k]! += a * normals[3 * f + k]!;
  }
  const round = [...area.keys()].filter((i) => {
    const sum = Math.hypot(toward[3 * i]!, toward[3 * i + 1]!, toward[3 * i + 2]!);
    return area[i]! > WHOLE_SHARE * shellArea[shellOfPatch[i]!]! && sum < CURVED * area[i]!;
  });
  let of = patches.of;
  let count = patches.count;
  for (const patch of round) {
    const basin = basinsOf(mesh, twin, (f) => patches.of[f] === patch);
    const found = basin.reduce((most, b) => Math.max(most, b), 0);
    if (found === 0) continue;
    of = of.map((number, f) => (basin[f]! > 0 ? count + basin[f]! - 1 : number));
    count += found;
  }
  return { of, count };
}
