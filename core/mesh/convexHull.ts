import { chanceOf } from "#core/random";
import { unionFind } from "#core/unionFind";

/**
 * A flat side of a convex hull: its corners in order, counter-clockwise from outside, and its plane n . p =
 * offset.
 */
export type HullSide = {
  readonly normal: readonly [number, number, number];
  readonly offset: number;
  readonly area: number;
  readonly corners: readonly number[];
};

/**
 * Convex hull of points: the vertex numbers used, and triangles over them. Empty when the points lie in a
 * plane.
 */
export type ConvexHull = {
  readonly triangles: readonly (readonly [number, number, number])[];
  readonly sides: readonly HullSide[];
};

type Face = {
  a: number;
  b: number;
  c: number;
  nx: number;
  ny: number;
  nz: number;
  d: number;
  outside: number[];
  neighbours: [Face, Face, Face] | null;
  alive: boolean;
};

/**
 * Quickhull: starts from a tetrahedron and adds the furthest point of a face until nothing lies outside.
 * @source Barber, Dobkin and Huhdanpaa 1996 (from memory; checked against manifold-3d)
 * @param points x, y, z of each in turn
 * @param flatDeg triangles whose normals differ by less than this become one side
 */
export function convexHull(points: Float32Array, flatDeg = 0.5): ConvexHull {
  return points.length / 3 > MANY ? hullOfMany(points, flatDeg) : hullOf(points, flatDeg);
}

/** From here on it pays to leave out what cannot be on the hull before anything else. */
const MANY = 4000;
/** Directions in which the furthest points are looked for. */
const DIRECTIONS = 64;

/** The hull of the furthest points in many directions first; only what lies outside that can matter. */
function hullOfMany(points: Float32Array, flatDeg: number): ConvexHull {
  const n = points.length / 3;
  const furthest = new Set<number>();
  for (let k = 0; k < DIRECTIONS; k++) {
    const z = 1 - (2 * k + 1) / DIRECTIONS;
    const r = Math.sqrt(1 - z * z);
    const turn = k * 2.399963229728653;
    furthest.add(furthestAlong(points, r * Math.cos(turn), r * Math.sin(turn), z));
  }
  const few = [...furthest];
  const rough = hullOf(pick(points, few), 0);
  if (rough.sides.length === 0) return hullOf(points, flatDeg);
  const planes = Float64Array.from(rough.sides.flatMap(({ normal, offset }) => [...normal, offset]));
  const kept = few.slice();
  for (let v = 0; v < n; v++) {
    if (isAboveAny(planes, points[3 * v]!, points[3 * v + 1]!, points[3 * v + 2]!) && !furthest.has(v))
      kept.push(v);
  }
  const hull = hullOf(pick(points, kept), flatDeg);
  return {
    triangles: hull.triangles.map(([a, b, c]) => [kept[a]!, kept[b]!, kept[c]!] as const),
    sides: hull.sides.map((side) => ({ ...side, corners: side.corners.map((v) => kept[v]!) })),
  };
}

const pick = (points: Float32Array, which: readonly number[]) =>
  Float32Array.from({ length: 3 * which.length }, (_, i) => points[3 * which[Math.floor(i / 3)]! + (i % 3)]!);

function furthestAlong(points: Float32Array, x: number, y: number, z: number): number {
  let best = 0;
  let far = -Infinity;
  for (let i = 0; i < points.length; i += 3) {
    const d = x * points[i]! + y * points[i + 1]! + z * points[i + 2]!;
    if (d > far) {
      far = d;
      best = i;
    }
  }
  return best / 3;
}

function isAboveAny(planes: Float64Array, x: number, y: number, z: number): boolean {
  for (let i = 0; i < planes.length; i += 4)
    if (planes[i]! * x + planes[i + 1]! * y + planes[i + 2]! * z > planes[i + 3]!) return true;
  return false;
}

/** Nearer to a face than so many slacks a point is on it, where the rim round what it sees is torn. */
const ON_IT = 8;
/** So often points are moved aside, four times as far each time. */
const MOST_MOVES = 4;
/** Corners against faces that a finished hull is checked by. */
const MOST_CHECKED = 5e7;

/**
 * Moves every point by no more than a distance, the same way each time: of points that lie in one plane no two faces
 * are then level with each other.
 * @source joggled input, after Barber and others 1996 (from memory)
 */
const movedAside = (points: Float32Array, distance: number, seed: number): Float32Array =>
  points.map((v, i) => v + distance * (2 * chanceOf(seed, i) - 1));

/** @param moves how often the points were moved aside because a face could not be closed */
function hullOf(points: Float32Array, flatDeg: number, moves = 0): ConvexHull {
  const n = points.length / 3;
  const start = firstFour(points, n);
  if (!start) return { triangles: [], sides: [] };
  const {
    corners: [p0, p1, p2, p3],
    slack,
  } = start;
  const again = () =>
    hullOf(movedAside(points, 2 * ON_IT * slack * 4 ** moves, moves + 1), flatDeg, moves + 1);
  const make = (a: number, b: number, c: number): Face => {
    const ux = px(points, b) - px(points, a);
    const uy = py(points, b) - py(points, a);
    const uz = pz(points, b) - pz(points, a);
    const vx = px(points, c) - px(points, a);
    const vy = py(points, c) - py(points, a);
    const vz = pz(points, c) - pz(points, a);
    let nx = uy * vz - uz * vy;
    let ny = uz * vx - ux * vz;
    let nz = ux * vy - uy * vx;
    const l = Math.hypot(nx, ny, nz) || 1;
    nx /= l;
    ny /= l;
    nz /= l;
    return {
      a,
      b,
      c,
      nx,
      ny,
      nz,
      d: nx * px(points, a) + ny * py(points, a) + nz * pz(points, a),
      outside: [],
      neighbours: null,
      alive: true,
    };
  };
  const above = (f: Face, p: number) =>
    f.nx * px(points, p) + f.ny * py(points, p) + f.nz * pz(points, p) - f.d;
  let first = make(p0, p1, p2);
  const flip = above(first, p3) > 0;
  const [a, b, c] = flip ? [p0, p2, p1] : [p0, p1, p2];
  first = make(a, b, c);
  const second = make(a, p3, b);
  const third = make(b, p3, c);
  const fourth = make(c, p3, a);
  first.neighbours = [second, third, fourth];
  second.neighbours = [fourth, third, first];
  third.neighbours = [second, fourth, first];
  fourth.neighbours = [third, second, first];
  const faces: Face[] = [first, second, third, fourth];
  for (let p = 0; p < n; p++)
    for (const f of faces) {
      if (above(f, p) > slack) {
        f.outside.push(p);
        break;
      }
    }
  const waiting = [...faces];
  while (waiting.length > 0) {
    const face = waiting.pop()!;
    if (!face.alive || face.outside.length === 0) continue;
    let apex = face.outside[0]!;
    let height = -Infinity;
    for (const p of face.outside) {
      const h = above(face, p);
      if (h > height) {
        height = h;
        apex = p;
      }
    }
    const { seen, rim, whole } = horizon(face, (f) => above(f, apex) > slack);
    if (!whole) {
      // Rounding tore the rim. What is within rounding of the hull is left out; for more all points make room.
      if (height > ON_IT * slack && moves < MOST_MOVES) return again();
      face.outside = [];
      continue;
    }
    const orphans: number[] = [];
    for (const f of seen) {
      f.alive = false;
      for (const p of f.outside) if (p !== apex) orphans.push(p);
    }
    const fresh = rim.map(({ from, to }) => make(from, to, apex));
    const k = fresh.length;
    fresh.forEach((f, i) => {
      f.neighbours = [rim[i]!.beyond, fresh[(i + 1) % k]!, fresh[(i + k - 1) % k]!];
      const beyond = rim[i]!.beyond;
      const side = sideFrom(beyond, rim[i]!.to);
      beyond.neighbours![side] = f;
    });
    for (const p of orphans) {
      for (const f of fresh) {
        if (above(f, p) > slack) {
          f.outside.push(p);
          break;
        }
      }
    }
    faces.push(...fresh);
    waiting.push(...fresh);
  }
  const alive = faces.filter((f) => f.alive);
  // A sliver whose plane is of no use lets corners stand out of it.
  const corners = [...new Set(alive.flatMap((f) => [f.a, f.b, f.c]))];
  const isOut = (f: Face) => corners.some((p) => above(f, p) > 8 * ON_IT * slack);
  if (moves < MOST_MOVES && corners.length * alive.length < MOST_CHECKED && alive.some(isOut)) return again();
  return {
    triangles: alive.map((f) => [f.a, f.b, f.c] as const),
    sides: flatSides(alive, points, Math.cos((flatDeg * Math.PI) / 180)),
  };
}

const px = (points: Float32Array, p: number) => points[3 * p]!;
const py = (points: Float32Array, p: number) => points[3 * p + 1]!;
const pz = (points: Float32Array, p: number) => points[3 * p + 2]!;

/** Which side of a face begins at a vertex: 0 a-b, 1 b-c, 2 c-a. */
const sideFrom = (f: Face, from: number) => (f.a === from ? 0 : f.b === from ? 1 : 2);

/** The faces that the apex sees, and the closed rim round them in order. */
function horizon(
  start: Face,
  isSeen: (face: Face) => boolean,
): { seen: Face[]; rim: { from: number; to: number; beyond: Face }[]; whole: boolean } {
  const seen: Face[] = [start];
  const marked = new Set<Face>([start]);
  const edges = new Map<number, { from: number; to: number; beyond: Face }>();
  for (let i = 0; i < seen.length; i++) {
    const f = seen[i]!;
    const at = [f.a, f.b, f.c] as const;
    for (let side = 0; side < 3; side++) {
      const other = f.neighbours![side]!;
      if (marked.has(other)) continue;
      if (isSeen(other)) {
        marked.add(other);
        seen.push(other);
      } else edges.set(at[side]!, { from: at[side]!, to: at[(side + 1) % 3]!, beyond: other });
    }
  }
  const rim: { from: number; to: number; beyond: Face }[] = [];
  let edge = edges.values().next().value;
  while (edge && rim.length < edges.size) {
    rim.push(edge);
    edge = edges.get(edge.to);
  }
  return {
    seen,
    rim,
    whole: rim.length === edges.size && rim.length >= 3 && rim.at(-1)!.to === rim[0]!.from,
  };
}

/** Four points that span a space, and how far off a plane counts as on it; null when all lie in one plane. */
function firstFour(
  points: Float32Array,
  n: number,
): { corners: readonly [number, number, number, number]; slack: number } | null {
  if (n < 4) return null;
  let low = 0;
  let high = 0;
  let largest = 0;
  for (let axis = 0; axis < 3 && low === high; axis++) {
    for (let p = 0; p < n; p++) {
      if (points[3 * p + axis]! < points[3 * low + axis]!) low = p;
      if (points[3 * p + axis]! > points[3 * high + axis]!) high = p;
    }
  }
  for (let i = 0; i < points.length; i++) largest = Math.max(largest, Math.abs(points[i]!));
  const dx = px(points, high) - px(points, low);
  const dy = py(points, high) - py(points, low);
  const dz = pz(points, high) - pz(points, low);
  const slack = Math.max(1e-6 * Math.hypot(dx, dy, dz), 4 * largest * 2 ** -24);
  let third = -1;
  let most = slack * slack * (dx * dx + dy * dy + dz * dz);
  for (let p = 0; p < n; p++) {
    const x = px(points, p) - px(points, low);
    const y = py(points, p) - py(points, low);
    const z = pz(points, p) - pz(points, low);
    const off = (dy * z - dz * y) ** 2 + (dz * x - dx * z) ** 2 + (dx * y - dy * x) ** 2;
    if (off > most) {
      most = off;
      third = p;
    }
  }
  if (third < 0) return null;
  const ex = px(points, third) - px(points, low);
  const ey = py(points, third) - py(points, low);
  const ez = pz(points, third) - pz(points, low);
  const nx = dy * ez - dz * ey;
  const ny = dz * ex - dx * ez;
  const nz = dx * ey - dy * ex;
  const l = Math.hypot(nx, ny, nz);
  let fourth = -1;
  let far = slack;
  for (let p = 0; p < n; p++) {
    const off =
      Math.abs(
        (px(points, p) - px(points, low)) * nx +
          (py(points, p) - py(points, low)) * ny +
          (pz(points, p) - pz(points, low)) * nz,
      ) / l;
    if (off > far) {
      far = off;
      fourth = p;
    }
  }
  return fourth < 0 ? null : { corners: [low, high, third, fourth], slack };
}

/** Joins triangles that lie in one plane and orders the corners of each side. */
function flatSides(faces: readonly Face[], points: Float32Array, cos: number): HullSide[] {
  const indexOf = new Map(faces.map((f, i) => [f, i] as const));
  const groups = unionFind(faces.length);
  faces.forEach((f, i) => {
    for (const other of f.neighbours!) {
      const j = indexOf.get(other);
      if (j !== undefined && j > i && f.nx * other.nx + f.ny * other.ny + f.nz * other.nz >= cos)
        groups.join(i, j);
    }
  });
  const members = new Map<number, Face[]>();
  faces.forEach((f, i) => {
    const root = groups.find(i);
    const list = members.get(root);
    if (list) list.push(f);
    else members.set(root, [f]);
  });
  return [...members.values()]
    .map((side) => {
      let nx = 0;
      let ny = 0;
      let nz = 0;
      let area = 0;
      const next = new Map<number, number>();
      for (const f of side) {
        const own = triangleArea(points, f);
        area += own;
        nx += own * f.nx;
        ny += own * f.ny;
        nz += own * f.nz;
      }
      const inside = new Set(side);
      for (const f of side) {
        const at = [f.a, f.b, f.c] as const;
        for (let k = 0; k < 3; k++) if (!inside.has(f.neighbours![k]!)) next.set(at[k]!, at[(k + 1) % 3]!);
      }
      const l = Math.hypot(nx, ny, nz) || 1;
      const normal = [nx / l, ny / l, nz / l] as const;
      const corners: number[] = [];
      let corner = next.keys().next().value;
      while (corner !== undefined && corners.length < next.size) {
        corners.push(corner);
        corner = next.get(corner);
      }
      const offset = corners.reduce(
        (most, v) =>
          Math.max(most, normal[0] * px(points, v) + normal[1] * py(points, v) + normal[2] * pz(points, v)),
        -Infinity,
      );
      return { normal, offset, area, corners };
    })
    .sort((p, q) => q.area - p.area);
}

function triangleArea(points: Float32Array, { a, b, c }: Face): number {
  const ux = px(points, b) - px(points, a);
  const uy = py(points, b) - py(points, a);
  const uz = pz(points, b) - pz(points, a);
  const vx = px(points, c) - px(points, a);
  const vy = py(points, c) - py(points, a);
  const vz = pz(points, c) - pz(points, a);
  return Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
}
