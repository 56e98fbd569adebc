import { areaOfFace, faceNormal, vertexOf } from "#core/mesh/faces";
import { cross, dot, unit, type Vec3 } from "#core/mesh/pose";
import { nextHalfEdge } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { unionFind } from "#core/unionFind";
import { degToRad } from "#core/units";
import type { ZonedMesh } from "#core/zones/zonedMesh";

type Point = readonly [x: number, y: number];

/**
 * One stretch of a zone laid flat, as it is seen from outside. Lengths in the mesh's units.
 * Closed loops, x then y of each point in turn: the outer one first, holes after it.
 */
export type FlatPiece = {
  readonly loops: readonly (readonly number[])[];
  readonly wide: number;
  readonly high: number;
  /** Of the mesh; the flat piece has the same but for what gapes or laps over. */
  readonly area: number;
  /** All its edges on the mesh, without what had to be cut open to lay it flat. */
  readonly border: number;
  /** What it was cut open along, to lay it flat. */
  readonly cut: number;
  /** How far it is from lying flat: what gapes or laps over, as a share of its area. */
  readonly error: number;
};

/** What is off by more than this share cannot be cut from a flat sheet (default). */
export const FLAT_WITHIN = 0.02;
export const isFlat = ({ error }: Pick<FlatPiece, "error">): boolean => error <= FLAT_WITHIN;

/** Two edges that lie apart by less than this share of a piece's size are one. */
const SAME = 1e-4;

/** Every stretch of a zone laid flat, the largest first. Exact for what is flat or bent one way. */
export function flatPieces({ mesh, of }: ZonedMesh, zone: number): readonly FlatPiece[] {
  const { twin } = findTwins(mesh);
  const joins = joinsOf(mesh, of, zone, twin);
  const done = new Uint8Array(of.length);
  const pieces: FlatPiece[] = [];
  for (let f = 0; f < of.length; f++)
    if (of[f] === zone && !done[f]) pieces.push(pieceOf(mesh, twin, laidFlat(mesh, twin, joins, f, done)));
  return pieces.sort((a, b) => b.area - a.area);
}

/** The turn of a surface over an edge, radians, without its sign. */
function turnOver(mesh: ZonedMesh["mesh"], f: number, g: number): number {
  const [m, n] = [unit(faceNormal(mesh, f)), unit(faceNormal(mesh, g))];
  return Math.acos(Math.max(-1, Math.min(1, dot(m, n))));
}

/** Turns that differ by less than this are one, radians. */
const SAME_FOLD = 0.01;

/**
 * Which edges of a zone stay joined so that every stretch of it lies in one: the flattest first, and of those the
 * longest, so that it is cut open over folds and where that is short.
 */
function joinsOf(mesh: ZonedMesh["mesh"], of: ZonedMesh["of"], zone: number, twin: Int32Array): Uint8Array {
  const edges: { half: number; fold: number; long: number }[] = [];
  for (let half = 0; half < twin.length; half++) {
    const [f, g] = [Math.floor(half / 3), Math.floor(twin[half]! / 3)];
    if (twin[half]! <= half || of[f] !== zone || of[g] !== zone) continue;
    const { triangles: t } = mesh;
    const fold = Math.round(turnOver(mesh, f, g) / SAME_FOLD);
    edges.push({ half, fold, long: length(mesh, t[half]!, t[nextHalfEdge(half)]!) });
  }
  edges.sort((a, b) => a.fold - b.fold || b.long - a.long);
  const { find, join } = unionFind(of.length);
  const joins = new Uint8Array(twin.length);
  for (const { half } of edges) {
    const [f, g] = [Math.floor(half / 3), Math.floor(twin[half]! / 3)];
    if (find(f) === find(g)) continue;
    join(f, g);
    joins[half] = joins[twin[half]!] = 1;
  }
  return joins;
}

type Corners = readonly [Point, Point, Point];

/** Faces of one stretch, each turned about an edge that stays joined to one that lies flat already. */
function laidFlat(
  mesh: ZonedMesh["mesh"],
  twin: Int32Array,
  joins: Uint8Array,
  first: number,
  done: Uint8Array,
): ReadonlyMap<number, Corners> {
  const at = new Map<number, Corners>([[first, firstFace(mesh, first)]]);
  done[first] = 1;
  const queue = [first];
  for (let i = 0; i < queue.length; i++) {
    const f = queue[i]!;
    for (let k = 0; k < 3; k++) {
      const other = twin[3 * f + k]!;
      const g = Math.floor(other / 3);
      if (!joins[3 * f + k] || done[g]) continue;
      const corners = at.get(f)!;
      at.set(g, besides(mesh, g, other % 3, corners[(k + 1) % 3]!, corners[k]!));
      done[g] = 1;
      queue.push(g);
    }
  }
  return at;
}

const length = (mesh: ZonedMesh["mesh"], a: number, b: number): number => {
  const [p, q] = [vertexOf(mesh, a), vertexOf(mesh, b)];
  return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
};

/** The first face lies as it is seen by one who stands before it: up is up. */
function firstFace(mesh: ZonedMesh["mesh"], f: number): readonly [Point, Point, Point] {
  const [a, b] = [0, 1].map((k) => vertexOf(mesh, mesh.triangles[3 * f + k]!)) as [Vec3, Vec3];
  const normal = faceNormal(mesh, f);
  const isLevel = Math.abs(normal[2]) > LEVEL * Math.hypot(...normal);
  const right: Vec3 = isLevel ? [1, 0, 0] : unit(cross([0, 0, 1], normal));
  const up = unit(cross(normal, right));
  const edge: Vec3 = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  return besides(mesh, f, 0, [0, 0], [dot(edge, right), dot(edge, up)]);
}
/** What lies so level has no up of its own: it is laid as seen from above, the front of the part below. */
const LEVEL = 0.99;

/** The corners of a face whose edge from its k-th corner lies from one point to another; it lies left of it. */
function besides(
  mesh: ZonedMesh["mesh"],
  f: number,
  k: number,
  from: Point,
  to: Point,
): readonly [Point, Point, Point] {
  const v = (i: number) => mesh.triangles[3 * f + ((k + i) % 3)]!;
  const [ab, bc, ca] = [length(mesh, v(0), v(1)), length(mesh, v(1), v(2)), length(mesh, v(2), v(0))];
  const along = ab > 0 ? (ab * ab + ca * ca - bc * bc) / (2 * ab) : 0;
  const out = Math.sqrt(Math.max(0, ca * ca - along * along));
  const [ux, uy] = ab > 0 ? [(to[0] - from[0]) / ab, (to[1] - from[1]) / ab] : [1, 0];
  const third: Point = [from[0] + along * ux - out * uy, from[1] + along * uy + out * ux];
  const turned: Point[] = [];
  turned[k % 3] = from;
  turned[(k + 1) % 3] = to;
  turned[(k + 2) % 3] = third;
  return turned as unknown as readonly [Point, Point, Point];
}

const gap = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** An edge of which both sides lie apart: by what turn one comes to the other, and whether it was a fold. */
type Torn = {
  readonly long: number;
  readonly turn: number;
  readonly apart: number;
  readonly isFold: boolean;
};
/** What turns by more than this is a fold, radians: there a flat piece is slit, and folds over (default). */
const FOLD = degToRad(25);

function pieceOf(mesh: ZonedMesh["mesh"], twin: Int32Array, at: ReadonlyMap<number, Corners>): FlatPiece {
  const faces = [...at.keys()];
  const area = faces.reduce((sum, f) => sum + areaOfFace(mesh, f), 0);
  const near = SAME * Math.max(1e-9, Math.sqrt(area));
  const corner = (half: number): Point => at.get(Math.floor(half / 3))![half % 3]!;
  const edges: number[] = [];
  const torn: Torn[] = [];
  let border = 0;
  for (const f of faces)
    for (let half = 3 * f; half < 3 * f + 3; half++) {
      const other = twin[half]!;
      const long = gap(corner(half), corner(nextHalfEdge(half)));
      if (other < 0 || !at.has(Math.floor(other / 3))) {
        border += long;
        edges.push(half);
        continue;
      }
      const [p, q] = [
        gap(corner(half), corner(nextHalfEdge(other))),
        gap(corner(nextHalfEdge(half)), corner(other)),
      ];
      if (Math.max(p, q) <= near) continue;
      edges.push(half);
      if (half < other)
        torn.push({
          ...{ long, apart: (p + q) / 2, turn: turnBetween(half, other, corner) },
          isFold: turnOver(mesh, f, Math.floor(other / 3)) > FOLD,
        });
    }
  const loops = loopsOf(edges, corner, near);
  const flat = loops.flatMap((l) => l.filter((_, i) => i % 2 === 0));
  const tall = loops.flatMap((l) => l.filter((_, i) => i % 2 === 1));
  return {
    loops: loops.map((l) => l.map((v, i) => v - Math.min(...(i % 2 === 0 ? flat : tall)))),
    wide: Math.max(...flat) - Math.min(...flat),
    high: Math.max(...tall) - Math.min(...tall),
    ...{ area, border, cut: torn.reduce((sum, t) => sum + t.long, 0) },
    error: errorOf(torn, area),
  };
}

/** By how much one side of a torn edge is turned from the other, radians from -pi to pi. */
function turnBetween(half: number, other: number, corner: (half: number) => Point): number {
  const angle = (a: Point, b: Point) => Math.atan2(b[1] - a[1], b[0] - a[0]);
  const turn =
    angle(corner(nextHalfEdge(other)), corner(other)) - angle(corner(half), corner(nextHalfEdge(half)));
  return Math.atan2(Math.sin(turn), Math.cos(turn));
}

/** Edges that come together again by one turn are one straight cut, as round a barrel; what is left gapes. */
const SAME_TURN = 0.02;

function errorOf(all: readonly Torn[], area: number): number {
  const torn = all.filter((t) => !t.isFold);
  if (torn.length === 0) return 0;
  const byTurn = new Map<number, number>();
  for (const { turn, long } of torn) {
    const key = Math.round(turn / SAME_TURN);
    byTurn.set(key, (byTurn.get(key) ?? 0) + long);
  }
  const [cut] = [...byTurn].sort((a, b) => b[1] - a[1])[0]!;
  const gapes = torn.filter((t) => Math.abs(t.turn / SAME_TURN - cut) > 1.5);
  return gapes.reduce((sum, t) => sum + (t.long * t.apart) / 2, 0) / area;
}

/** Edges joined end to end into closed loops, the longest first, without points on straight lines. */
function loopsOf(
  edges: readonly number[],
  corner: (half: number) => Point,
  near: number,
): readonly (readonly number[])[] {
  const key = ([x, y]: Point) => `${Math.round(x / (4 * near))} ${Math.round(y / (4 * near))}`;
  const from = new Map<string, number[]>();
  for (const e of edges)
    (from.get(key(corner(e))) ?? from.set(key(corner(e)), []).get(key(corner(e)))!).push(e);
  const left = new Set(edges);
  const loops: number[][] = [];
  for (const start of edges) {
    if (!left.has(start)) continue;
    const line: number[] = [];
    for (let e: number | undefined = start; e !== undefined;) {
      left.delete(e);
      line.push(...corner(e));
      const open: readonly number[] = from.get(key(corner(nextHalfEdge(e)))) ?? [];
      e = open.find((o) => left.has(o));
    }
    loops.push(straight(line, near));
  }
  return loops.filter((l) => l.length >= 6).sort((a, b) => Math.abs(areaIn(b)) - Math.abs(areaIn(a)));
}

/** Area that a loop goes round, positive counter-clockwise. */
export function areaIn(loop: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < loop.length; i += 2) {
    const j = (i + 2) % loop.length;
    sum += loop[i]! * loop[j + 1]! - loop[j]! * loop[i + 1]!;
  }
  return sum / 2;
}

function straight(loop: readonly number[], near: number): number[] {
  const n = loop.length / 2;
  const p = (i: number): Point => [loop[2 * ((i + n) % n)]!, loop[2 * ((i + n) % n) + 1]!];
  const kept: number[] = [];
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [p(i - 1), p(i), p(i + 1)];
    const off = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
    if (off > near * Math.max(near, gap(a, c))) kept.push(...b);
  }
  return kept;
}
