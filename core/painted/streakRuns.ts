import { buildRayTree, castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import { dot, type Vec3 } from "#core/mesh/pose";
import { nextHalfEdge } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { chanceOf } from "#core/random";
import { unionFind } from "#core/unionFind";
import { edgeTurn } from "#core/painted/edgeTurn";
import type { FaceShape } from "#core/painted/faceShape";

/** Runs of dirt or rust that are drawn down from ridges, eaves and sills; lengths in mm on the bench. */
export type StreakRuns = {
  /** How far each face is covered by any of them, 0 to 1. */
  readonly cover: Float32Array;
  readonly runs: readonly StreakRun[];
};
/** One run: where it starts and how it goes, three numbers a point; the slope below its start is so long. */
export type StreakRun = {
  readonly path: readonly number[];
  /** The face that each stretch of it lies on. */
  readonly over: readonly number[];
  readonly lengthMm: number;
  readonly slopeMm: number;
};

/** From one run to the next along the edge that they start from; what is shorter has none (defaults). */
const SPACING_MM = 5;
const LEAST_EDGE_MM = 3;
/** What is shorter from top to foot is a lip or a rim and shows no run (default). */
const LEAST_SLOPE_MM = 5;
/** A run goes down at most so much of its slope (common practice), and at least so much (default). */
const LONGEST = 0.5;
const SHORTEST = 0.2;
/** Half as wide at its start, and at its end, mm (defaults). */
const HALF_MM = 0.6;
const END_MM = 0.25;
/** What turns by more than this is an edge; what leans less than this has no way down (defaults). */
const EDGE_RAD = (30 * Math.PI) / 180;
const LEAST_LEAN = Math.sin((10 * Math.PI) / 180);

/**
 * Runs on some faces: they start where a slope begins under a ridge, an eave or a sill, and go the steepest way down.
 * @param faces those of the zone
 * @param perSlope how many on each edge; null for one each 5 mm
 */
export function streakRuns(
  shape: FaceShape,
  faces: Uint32Array,
  perSlope: number | null,
  seed: number,
): StreakRuns {
  const { twin, tree } = knownOf(shape);
  const isIn = new Uint8Array(shape.area.length);
  for (const f of faces) isIn[f] = 1;
  const over = stepper(shape, tree);
  const runs = startLines(shape, twin, faces, over).flatMap((line, i) => {
    const long = line.reduce((sum, e) => sum + lengthOf(shape, e), 0);
    const count = perSlope ?? Math.max(1, Math.round(long / SPACING_MM));
    return startsOn(shape, line, count, seed + 31 * i).flatMap((half, k) => {
      const whole = downFrom(shape, twin, isIn, half, Infinity, over);
      if (whole.lengthMm < LEAST_SLOPE_MM) return [];
      const share = SHORTEST + (LONGEST - SHORTEST) * chanceOf(seed, 1000 + i, k);
      const run = downFrom(shape, twin, isIn, half, whole.lengthMm * share, over);
      return run.lengthMm > 0 ? [{ ...run, slopeMm: whole.lengthMm }] : [];
    });
  });
  return { cover: coverOf(shape, faces, runs), runs };
}

type Known = { readonly twin: Int32Array; readonly tree: RayTree };
const known = new WeakMap<FaceShape, Known>();
function knownOf(shape: FaceShape): Known {
  const made = known.get(shape) ?? { twin: findTwins(shape.mesh).twin, tree: buildRayTree(shape.mesh) };
  known.set(shape, made);
  return made;
}

/** A surface goes on beyond lips and lines of mortar that are no wider and no deeper than this, mm (defaults). */
const STEPS_MM = [0.3, 0.8, 1.5, 2.5] as const;
const DEEP_MM = 1.5;
const SAME_WAY = Math.cos((25 * Math.PI) / 180);
type Stepper = (
  f: number,
  at: readonly [number, number, number],
  way: readonly [number, number, number],
) => { readonly face: number; readonly at: readonly [number, number, number]; readonly mm: number } | null;

/** Where a face goes on beyond its edge: the nearest that looks the same way, a little higher or lower. */
function stepper({ normal: n }: FaceShape, tree: RayTree): Stepper {
  const hit = noHit();
  return (f, at, way) => {
    const [nx, ny, nz] = [n[3 * f]!, n[3 * f + 1]!, n[3 * f + 2]!];
    for (const mm of STEPS_MM) {
      const [x, y, z] = [at[0] + way[0] * mm, at[1] + way[1] * mm, at[2] + way[2] * mm];
      const [ox, oy, oz] = [x + nx * DEEP_MM, y + ny * DEEP_MM, z + nz * DEEP_MM];
      castRayInto(tree, ox, oy, oz, -nx, -ny, -nz, 0, 2 * DEEP_MM, 0, -1, hit);
      if (hit.face < 0) continue;
      const g = 3 * hit.face;
      if (n[g]! * nx + n[g + 1]! * ny + n[g + 2]! * nz < SAME_WAY) continue;
      const d = hit.distance;
      return { face: hit.face, at: [ox - nx * d, oy - ny * d, oz - nz * d], mm };
    }
    return null;
  };
}

function lengthOf({ mesh: { positions: p, triangles: t } }: FaceShape, h: number): number {
  const [a, b] = [3 * t[h]!, 3 * t[nextHalfEdge(h)]!];
  return Math.hypot(p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!);
}

/** The steepest way down a face, length 1; null where it is level. */
function downOf({ normal: n }: FaceShape, f: number): readonly [number, number, number] | null {
  const [x, y, z] = [n[3 * f]!, n[3 * f + 1]!, n[3 * f + 2]!];
  const lean = Math.hypot(x, y);
  if (lean < LEAST_LEAN || z < -LEAST_LEAN) return null;
  return [(x * z) / lean, (y * z) / lean, -lean];
}

/** Outward in the plane of a face, square to one of its edges. */
const outOf = (e: Vec3, { normal: n }: FaceShape, f: number): Vec3 => [
  e[1] * n[3 * f + 2]! - e[2] * n[3 * f + 1]!,
  e[2] * n[3 * f]! - e[0] * n[3 * f + 2]!,
  e[0] * n[3 * f + 1]! - e[1] * n[3 * f]!,
];

/** Edges at the top of slopes, joined end to end: what lies below leads down, what lies above turns away. */
function startLines(
  shape: FaceShape,
  twin: Int32Array,
  faces: Uint32Array,
  over: Stepper,
): readonly (readonly number[])[] {
  const { mesh, centre } = shape;
  const { positions: p, triangles: t } = mesh;
  const starts: number[] = [];
  for (const f of faces) {
    const down = downOf(shape, f);
    if (!down) continue;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      const [a, b] = [3 * t[h]!, 3 * t[nextHalfEdge(h)]!];
      const mid = [0, 1, 2].map((k) => (p[a + k]! + p[b + k]!) / 2);
      const e = [0, 1, 2].map((k) => p[b + k]! - p[a + k]!) as [number, number, number];
      const along = e[0] * down[0] + e[1] * down[1] + e[2] * down[2];
      const isAcross = Math.abs(along) < 0.5 * lengthOf(shape, h);
      if (!isAcross || dot(outOf(e, shape, f), down) > 0) continue;
      const g = twin[h]! < 0 ? -1 : Math.floor(twin[h]! / 3);
      const isTop =
        g < 0 ||
        Math.abs(edgeTurn(shape, twin, h)) > EDGE_RAD ||
        (centre[3 * g + 2]! < mid[2]! && downOf(shape, g) !== null);
      if (!isTop) continue;
      const up = [-down[0], -down[1], -down[2]] as const;
      if (!over(f, [mid[0]!, mid[1]!, mid[2]!], up)) starts.push(h);
    }
  }
  return joined(shape, starts).filter(
    (line) => line.reduce((sum, h) => sum + lengthOf(shape, h), 0) >= LEAST_EDGE_MM,
  );
}

/** Edges that share a corner and look the same way are one line, from one end to the other. */
function joined(shape: FaceShape, starts: readonly number[]): readonly (readonly number[])[] {
  const { normal: n, centre } = shape;
  const { triangles: t } = shape.mesh;
  const { find, join } = unionFind(starts.length);
  const at = new Map<number, number[]>();
  starts.forEach((h, i) => {
    for (const v of [t[h]!, t[nextHalfEdge(h)]!]) (at.get(v) ?? at.set(v, []).get(v)!).push(i);
  });
  const isAlike = (i: number, j: number) => {
    const [f, g] = [3 * Math.floor(starts[i]! / 3), 3 * Math.floor(starts[j]! / 3)];
    return n[f]! * n[g]! + n[f + 1]! * n[g + 1]! + n[f + 2]! * n[g + 2]! > Math.cos(EDGE_RAD);
  };
  for (const here of at.values())
    for (const i of here) for (const j of here) if (i < j && isAlike(i, j)) join(i, j);
  const lines = new Map<number, number[]>();
  starts.forEach((h, i) => (lines.get(find(i)) ?? lines.set(find(i), []).get(find(i))!).push(h));
  return [...lines.values()].map((line) => {
    const f = 3 * Math.floor(line[0]! / 3);
    // Along the line is level, square to the way that its first face looks.
    const along = (h: number) => {
      const g = 3 * Math.floor(h / 3);
      return -n[f + 1]! * centre[g]! + n[f]! * centre[g + 1]!;
    };
    return [...line].sort((a, b) => along(a) - along(b));
  });
}

/** Edges of a line at even steps, each off its place by chance. */
function startsOn(shape: FaceShape, line: readonly number[], count: number, seed: number): readonly number[] {
  const ends: number[] = [];
  let long = 0;
  for (const h of line) ends.push((long += lengthOf(shape, h)));
  return Array.from({ length: count }, (_, k) => {
    const at = ((k + 0.5 + 0.6 * (chanceOf(seed, k) - 0.5)) / count) * long;
    return (
      line[
        Math.max(
          0,
          ends.findIndex((end) => end >= at),
        )
      ] ?? line.at(-1)!
    );
  });
}

const MOST_FACES = 4000;

/** The steepest way down from the middle of an edge, as far as it leads over these faces and no further than told. */
function downFrom(
  shape: FaceShape,
  twin: Int32Array,
  isIn: Uint8Array,
  start: number,
  mostMm: number,
  stepOver: Stepper,
): Omit<StreakRun, "slopeMm"> {
  const { positions: p, triangles: t } = shape.mesh;
  const corner = (h: number): readonly [number, number, number] => [
    p[3 * t[h]!]!,
    p[3 * t[h]! + 1]!,
    p[3 * t[h]! + 2]!,
  ];
  const [a, b] = [corner(start), corner(nextHalfEdge(start))];
  let at: readonly [number, number, number] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  const path: number[] = [...at];
  const over: number[] = [];
  let f = Math.floor(start / 3);
  let from: number = start;
  let lengthMm = 0;
  for (let i = 0; i < MOST_FACES && lengthMm < mostMm; i++) {
    const down = downOf(shape, f);
    if (!down) break;
    const out = exitOf(shape, f, from, at, down);
    if (!out) break;
    const step = Math.min(out.mm, mostMm - lengthMm);
    at = [at[0] + down[0] * step, at[1] + down[1] * step, at[2] + down[2] * step];
    lengthMm += step;
    path.push(...at);
    over.push(f);
    const g = twin[out.half]! < 0 ? -1 : Math.floor(twin[out.half]! / 3);
    if (g >= 0 && isIn[g] && Math.abs(edgeTurn(shape, twin, out.half)) <= EDGE_RAD) {
      [f, from] = [g, twin[out.half]!];
      continue;
    }
    const next = lengthMm < mostMm ? stepOver(f, at, down) : null;
    if (!next || !isIn[next.face]) break;
    [f, from, at] = [next.face, -1, next.at];
    lengthMm += next.mm;
    path.push(...at);
    over.push(f);
  }
  return { path, over, lengthMm };
}

/** Where a way leaves a face: over which half-edge, and after how many mm. */
function exitOf(
  shape: FaceShape,
  f: number,
  from: number,
  at: readonly [number, number, number],
  way: readonly [number, number, number],
): { readonly half: number; readonly mm: number } | null {
  const { positions: p, triangles: t } = shape.mesh;
  let best: { half: number; mm: number } | null = null;
  for (let h = 3 * f; h < 3 * f + 3; h++) {
    if (h === from) continue;
    const [a, b] = [3 * t[h]!, 3 * t[nextHalfEdge(h)]!];
    const e: Vec3 = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
    const out = outOf(e, shape, f);
    const speed = dot(way, out);
    if (speed <= 1e-12) continue;
    const gap = (p[a]! - at[0]) * out[0] + (p[a + 1]! - at[1]) * out[1] + (p[a + 2]! - at[2]) * out[2];
    const mm = Math.max(0, gap / speed);
    if (!best || mm < best.mm) best = { half: h, mm };
  }
  return best;
}

/** Faces near a run are covered by it, less and less toward its end. */
function coverOf(
  { centre, area, normal }: FaceShape,
  faces: Uint32Array,
  runs: readonly StreakRun[],
): Float32Array {
  const cover = new Float32Array(area.length);
  const cell = 2;
  const key = (x: number, y: number, z: number) =>
    `${Math.floor(x / cell)} ${Math.floor(y / cell)} ${Math.floor(z / cell)}`;
  const near = new Map<string, number[]>();
  for (const f of faces) {
    const k = key(centre[3 * f]!, centre[3 * f + 1]!, centre[3 * f + 2]!);
    (near.get(k) ?? near.set(k, []).get(k)!).push(f);
  }
  for (const { path, over, lengthMm } of runs) {
    let gone = 0;
    for (let i = 3; i < path.length; i += 3) {
      const [ax, ay, az] = [path[i - 3]!, path[i - 2]!, path[i - 1]!];
      const [ex, ey, ez] = [path[i]! - ax, path[i + 1]! - ay, path[i + 2]! - az];
      const long = Math.hypot(ex, ey, ez);
      if (long === 0) continue;
      for (const f of around(near, key, [ax + ex / 2, ay + ey / 2, az + ez / 2], cell)) {
        const [px, py, pz] = [centre[3 * f]! - ax, centre[3 * f + 1]! - ay, centre[3 * f + 2]! - az];
        const t = Math.max(0, Math.min(1, (px * ex + py * ey + pz * ez) / (long * long)));
        const off = Math.hypot(px - t * ex, py - t * ey, pz - t * ez);
        const share = (gone + t * long) / lengthMm;
        const half = HALF_MM + (END_MM - HALF_MM) * share;
        const soft = Math.sqrt(area[f]!);
        const c = Math.max(0, Math.min(1, 0.5 + (half - off) / soft)) * (1 - 0.5 * share);
        // Not through a thin sheet to its other side.
        const g = 3 * over[i / 3 - 1]!;
        const looks =
          normal[3 * f]! * normal[g]! +
          normal[3 * f + 1]! * normal[g + 1]! +
          normal[3 * f + 2]! * normal[g + 2]!;
        if (c > cover[f]! && looks > 0.5) cover[f] = c;
      }
      gone += long;
    }
  }
  return cover;
}

function* around(
  near: ReadonlyMap<string, readonly number[]>,
  key: (x: number, y: number, z: number) => string,
  [x, y, z]: readonly [number, number, number],
  cell: number,
): Generator<number> {
  for (const dx of [-cell, 0, cell])
    for (const dy of [-cell, 0, cell])
      for (const dz of [-cell, 0, cell]) yield* near.get(key(x + dx, y + dy, z + dz)) ?? [];
}
