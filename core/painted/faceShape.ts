import { opennessAt } from "#core/mesh/faceFields";
import { areaOfFace, diagonalOf, unitNormals } from "#core/mesh/faces";
import { buildRayTree } from "#core/mesh/rayTree";
import { findTwins } from "#core/mesh/twins";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { edgeTurn } from "#core/painted/edgeTurn";
import { coneOf, skyShare } from "#core/painted/skyShare";
import type { PaintMesh } from "#core/painted/paintMesh";

/** What paint, hands and weather ask of every face of a paint mesh. Lengths in mm on the bench. */
export type FaceShape = {
  /** Of the scene's scale: what is told of the real thing is so many times smaller here. */
  readonly denominator: number;
  readonly mesh: TriangleMesh;
  /** mm2. */
  readonly area: Float32Array;
  /** Three numbers a face. */
  readonly centre: Float32Array;
  readonly normal: Float32Array;
  /** Share of the half space before it that is free within reach: a plane 1, a recess under 0.75. */
  readonly open: Float32Array;
  /** Mean curvature within about a mm, times 1 mm, from -1 in a groove to 1 on an edge. */
  readonly curve: Float32Array;
  /** The same over about 3 mm: what stands out of its surroundings. */
  readonly broad: Float32Array;
  /** Share of a cone from above that reaches it while the part is alone. */
  readonly sky: Float32Array;
  /** The same at its place in the scene, with what stands round it: what rain and dust go by. */
  readonly skyHere: Float32Array;
};

/** How far round a face looks for what closes it in, mm (default). */
const REACH_MM = 5;
/** Rays a place, and places that are looked from; faces beside each other take the same. */
const RAYS = 32;
const MOST_PLACES = 20_000;
const PLACE_MM = 0.7;
/** Curvature is taken together over so much, mm (default). */
const CURVE_MM = 1;
const MOST_ROUNDS = 10;
/** Faces of a mm spread so often reach over about 3 mm. */
const BROAD_ROUNDS = 14;
/** A spray and a rain spread so, degrees (default). */
export const CONE_DEG = 30;

/**
 * The shape of every face.
 * @param original the part before its faces were halved, mm on the bench: rays need no more
 * @param tell told the share done; @param others what stands round it, in its own frame
 */
export function faceShape(
  { mesh, parent }: PaintMesh,
  original: TriangleMesh,
  denominator: number,
  tell: (share: number) => void = () => {},
  others: readonly TriangleMesh[] = [],
): FaceShape {
  const { area, centre } = placesOf(mesh);
  const normal = unitNormals(mesh);
  tell(0.05);
  const { twin } = findTwins(mesh);
  const curve = curvature(mesh, twin, area, centre, normal);
  const broad = spreadOver(curve, twin, BROAD_ROUNDS);
  tell(0.2);
  const cone = coneOf([0, 0, 1], CONE_DEG);
  const sky = skyShare(mesh, centre, normal, cone);
  const skyHere = others.length > 0 ? skyShare(mesh, centre, normal, cone, others) : sky;
  tell(0.4);
  const open = openness(original, parent, centre, normal, (share) => tell(0.4 + 0.6 * share));
  return { denominator, mesh, area, centre, normal, open, curve, broad, sky, skyHere };
}

function placesOf(mesh: TriangleMesh) {
  const { positions: p, triangles: t } = mesh;
  const area = new Float32Array(t.length / 3);
  const centre = new Float32Array(t.length);
  for (let f = 0; f < area.length; f++) {
    area[f] = areaOfFace(mesh, f);
    for (let k = 0; k < 3; k++)
      centre[3 * f + k] = (p[3 * t[3 * f]! + k]! + p[3 * t[3 * f + 1]! + k]! + p[3 * t[3 * f + 2]! + k]!) / 3;
  }
  return { area, centre };
}

/**
 * Mean curvature from the turn of every edge: turn x length / 2 of an edge, half for each side, over the area round a
 * face.
 * @source discrete mean curvature of a polyhedron, after J. Steiner 1840 (from memory)
 */
function curvature(
  mesh: TriangleMesh,
  twin: Int32Array,
  area: Float32Array,
  centre: Float32Array,
  normal: Float32Array,
): Float32Array {
  const { positions: p, triangles: t } = mesh;
  const faces = area.length;
  let turns: Float32Array = new Float32Array(faces);
  let areas = area;
  let lengths = 0;
  for (let h = 0; h < t.length; h++) {
    const a = 3 * t[h]!;
    const b = 3 * t[h % 3 === 2 ? h - 2 : h + 1]!;
    const length = Math.hypot(p[a]! - p[b]!, p[a + 1]! - p[b + 1]!, p[a + 2]! - p[b + 2]!);
    lengths += length;
    if (twin[h]! >= 0) turns[(h / 3) | 0]! += (edgeTurn({ centre, normal }, twin, h) * length) / 4;
  }
  const mean = lengths / Math.max(1, t.length);
  const rounds = Math.min(MOST_ROUNDS, Math.max(1, Math.round((CURVE_MM / Math.max(1e-6, mean)) ** 2)));
  turns = spreadOver(turns, twin, rounds);
  areas = spreadOver(areas, twin, rounds);
  const curve = new Float32Array(faces);
  for (let f = 0; f < faces; f++)
    curve[f] = areas[f]! > 0 ? Math.max(-1, Math.min(1, turns[f]! / areas[f]!)) : 0;
  return curve;
}

function spreadOver(values: Float32Array, twin: Int32Array, rounds: number): Float32Array {
  let now: Float32Array = values;
  for (let round = 0; round < rounds; round++) now = spread(now, twin);
  return now;
}

/** The mean of every face and its neighbours. */
function spread(values: Float32Array, twin: Int32Array): Float32Array<ArrayBuffer> {
  const next = new Float32Array(values.length);
  for (let f = 0; f < values.length; f++) {
    let sum = values[f]!;
    let count = 1;
    for (let h = 3 * f; h < 3 * f + 3; h++) {
      const g = twin[h]!;
      if (g < 0) continue;
      sum += values[(g / 3) | 0]!;
      count++;
    }
    next[f] = sum / count;
  }
  return next;
}

/** Openness at places that are a fraction of a mm wide and look one way; all faces of a place have the same. */
function openness(
  original: TriangleMesh,
  parent: Uint32Array,
  centre: Float32Array,
  normal: Float32Array,
  tell: (share: number) => void,
): Float32Array {
  const tree = buildRayTree(original);
  const least = 1e-5 * diagonalOf(original);
  let placeMm = PLACE_MM;
  let places = placesBy(centre, normal, placeMm);
  while (places.first.length > MOST_PLACES) {
    placeMm *= Math.sqrt(places.first.length / MOST_PLACES) * 1.05;
    places = placesBy(centre, normal, placeMm);
  }
  const found = new Float32Array(places.first.length);
  for (let i = 0; i < found.length; i++) {
    if (i % 1024 === 0) tell(i / found.length);
    const f = places.first[i]!;
    const at = centre.subarray(3 * f, 3 * f + 3);
    const n = normal.subarray(3 * f, 3 * f + 3);
    const hasArea = n[0] !== 0 || n[1] !== 0 || n[2] !== 0;
    found[i] = hasArea
      ? opennessAt(
          tree,
          parent[f]!,
          at as unknown as number[],
          n as unknown as number[],
          least,
          REACH_MM,
          RAYS,
        )
      : 1;
  }
  return Float32Array.from(places.of, (i) => found[i]!);
}

/** Faces put together by where they lie and which way they look. */
function placesBy(centre: Float32Array, normal: Float32Array, mm: number) {
  const of = new Uint32Array(centre.length / 3);
  const first: number[] = [];
  const known = new Map<number, number>();
  let [x0, y0, z0] = [Infinity, Infinity, Infinity];
  for (let i = 0; i < centre.length; i += 3) {
    if (centre[i]! < x0) x0 = centre[i]!;
    if (centre[i + 1]! < y0) y0 = centre[i + 1]!;
    if (centre[i + 2]! < z0) z0 = centre[i + 2]!;
  }
  for (let f = 0; f < of.length; f++) {
    const i = 3 * f;
    const x = Math.floor((centre[i]! - x0) / mm);
    const y = Math.floor((centre[i + 1]! - y0) / mm);
    const z = Math.floor((centre[i + 2]! - z0) / mm);
    const way =
      (Math.round(1.4 * normal[i]!) + 1) * 9 +
      (Math.round(1.4 * normal[i + 1]!) + 1) * 3 +
      Math.round(1.4 * normal[i + 2]!) +
      1;
    const key = ((x * 4096 + y) * 4096 + z) * 27 + way;
    let place = known.get(key);
    if (place === undefined) {
      place = first.length;
      known.set(key, place);
      first.push(f);
    }
    of[f] = place;
  }
  return { of, first };
}
