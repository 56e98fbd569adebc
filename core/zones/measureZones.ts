import { areaOfFace, faceCentre, vertexOf } from "#core/mesh/faces";
import type { Vec3 } from "#core/mesh/pose";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import { buildRayTree, type RayTree } from "#core/mesh/rayTree";
import { unionFind } from "#core/unionFind";
import { type Patch, patchGraph } from "#core/zones/patchGraph";
import { reliefSteps, type ReliefStep, stripOf } from "#core/zones/relief";
import { smoothPatches } from "#core/zones/smoothPatches";
import { zoneDirections } from "#core/zones/zoneDirections";
import { zoneThickness } from "#core/zones/zoneThickness";
import type { ZoneLines, ZoneMeasure } from "#core/zones/zoneMeasure";

/** Carved and raised marks are sought where there are no more patches than this: more is texture. */
const MOST_PATCHES = 20_000;
/** Marks are at least so many times longer than wide, and stretches between grooves at least so many to be cells. */
const LINE_TIMES = 5;
const CELLS = 3;
/** A step counts from this length on, and what is wider than this is no line, mm on the bench. */
const LEAST_MM = 1;
const WIDEST_MM = 3;
/** Deeper than this a step is no relief any more, mm on the bench (our choice). */
export const MOST_RELIEF_MM = 3;

/**
 * What every zone of a map comes to: its surface, its borders and what is carved into it.
 * @param twin from `findTwins`
 * @param of zone of every face
 * @param factor from file units to mm on the bench
 * @param tree of the mesh, where there is one already
 */
export function measureZones(
  mesh: TriangleMesh,
  twin: Int32Array,
  of: Uint8Array,
  factor: number,
  tree: RayTree = buildRayTree(mesh),
): readonly ZoneMeasure[] {
  const thickness = zoneThickness(mesh, of, tree);
  const directions = zoneDirections(mesh, twin, of);
  const sums = sumsOf(mesh, twin, of);
  const carved = carvedBy(mesh, twin, of, factor);
  return [...sums]
    .sort(([a], [b]) => a - b)
    .map(([number, s]): ZoneMeasure => {
      const borders = [...s.borders]
        .sort(([a], [b]) => a - b)
        .map(([beside, length]) => ({ beside, length }));
      return {
        number,
        area: s.area,
        places: s.places,
        at: s.at,
        low: s.low,
        high: s.high,
        directions: directions.get(number) ?? [],
        borders,
        ...(carved.get(number) ?? plain),
        ...(thickness.has(number) ? { thinnest: thickness.get(number)! } : {}),
      };
    });
}

/** Area of every zone alone: quick enough to follow a brush. */
export function zoneAreas(mesh: TriangleMesh, of: Uint8Array): ReadonlyMap<number, number> {
  // Zones are few and faces many: sums by number, and a map of those that there are.
  const sums = new Float64Array(256);
  const isThere = new Uint8Array(256);
  for (let f = 0; f < of.length; f++) {
    sums[of[f]!]! += areaOfFace(mesh, f);
    isThere[of[f]!] = 1;
  }
  return new Map([...sums.entries()].filter(([zone]) => isThere[zone] === 1));
}

type Sums = {
  area: number;
  places: number;
  at: Vec3;
  low: number;
  high: number;
  readonly borders: Map<number, number>;
};

function sumsOf(mesh: TriangleMesh, twin: Int32Array, of: Uint8Array): ReadonlyMap<number, Sums> {
  const sums = new Map<number, Sums>();
  const sumOf = (zone: number): Sums =>
    sums.get(zone) ??
    sums
      .set(zone, { area: 0, places: 0, at: [0, 0, 0], low: Infinity, high: -Infinity, borders: new Map() })
      .get(zone)!;
  const stretches = unionFind(of.length);
  const centres = new Map<number, [number, number, number]>();
  for (let f = 0; f < of.length; f++) {
    const s = sumOf(of[f]!);
    const area = areaOfFace(mesh, f);
    const at = faceCentre(mesh, f);
    s.area += area;
    const c = centres.get(of[f]!) ?? centres.set(of[f]!, [0, 0, 0]).get(of[f]!)!;
    for (let k = 0; k < 3; k++) {
      c[k]! += area * at[k]!;
      const z = mesh.positions[3 * mesh.triangles[3 * f + k]! + 2]!;
      s.low = Math.min(s.low, z);
      s.high = Math.max(s.high, z);
      const t = twin[3 * f + k]!;
      if (t < 0) continue;
      const g = (t / 3) | 0;
      if (of[g] === of[f]) stretches.join(f, g);
      else s.borders.set(of[g]!, (s.borders.get(of[g]!) ?? 0) + edgeLength(mesh, 3 * f + k));
    }
  }
  for (let f = 0; f < of.length; f++) if (stretches.find(f) === f) sumOf(of[f]!).places++;
  nearestTo(mesh, of, centres, sums);
  return sums;
}

function edgeLength(mesh: TriangleMesh, h: number): number {
  const a = vertexOf(mesh, mesh.triangles[h]!);
  const b = vertexOf(mesh, mesh.triangles[nextHalfEdge(h)]!);
  return Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
}

/** The middle of the face that is nearest to the middle of its zone, so that a zone is shown on itself. */
function nearestTo(
  mesh: TriangleMesh,
  of: Uint8Array,
  centres: ReadonlyMap<number, readonly number[]>,
  sums: ReadonlyMap<number, Sums>,
): void {
  const best = new Map<number, number>();
  for (let f = 0; f < of.length; f++) {
    const zone = of[f]!;
    const s = sums.get(zone)!;
    const c = centres.get(zone)!;
    const at = faceCentre(mesh, f);
    const apart = Math.hypot(at[0] - c[0]! / s.area, at[1] - c[1]! / s.area, at[2] - c[2]! / s.area);
    if (apart < (best.get(zone) ?? Infinity)) {
      best.set(zone, apart);
      s.at = at;
    }
  }
}

type Carved = Pick<ZoneMeasure, "cells" | "grooves" | "ridges" | "relief" | "narrowest">;
const plain: Carved = { cells: null, grooves: null, ridges: null, relief: null, narrowest: null };

/** What is carved into every zone and what stands on it. */
function carvedBy(
  mesh: TriangleMesh,
  twin: Int32Array,
  of: Uint8Array,
  factor: number,
): ReadonlyMap<number, Carved> {
  const patches = smoothPatches(mesh, twin, CARVED_DEG);
  if (patches.count > MOST_PATCHES || patches.count < 3) return new Map();
  const graph = patchGraph(mesh, twin, patches);
  const zoneOf = new Uint8Array(patches.count);
  for (let f = 0; f < of.length; f++) zoneOf[patches.of[f]!] = of[f]!;
  const byZone = new Map<number, ReliefStep[]>();
  for (const step of reliefSteps(graph, MOST_RELIEF_MM / factor)) {
    if (step.length * factor < LEAST_MM) continue;
    const zone = zoneOf[step.high]!;
    if (zoneOf[step.low] !== zone && zoneOf[step.between[0]!] !== zone) continue;
    (byZone.get(zone) ?? byZone.set(zone, []).get(zone)!).push(step);
  }
  return new Map([...byZone].map(([zone, steps]) => [zone, carvedIn(graph, steps, factor)]));
}

/** Sides of marks turn by at least this from the faces that they part. */
const CARVED_DEG = 20;

function carvedIn(graph: readonly Patch[], steps: readonly ReliefStep[], factor: number): Carved {
  const high = new Set(steps.filter((s) => s.width === null).map((s) => s.high));
  const low = new Set(steps.filter((s) => s.width === null).map((s) => s.low));
  const strips = (patches: Iterable<number>) =>
    [...patches].flatMap((i) => {
      const strip = stripOf(graph[i]!, LINE_TIMES);
      return strip && strip.width * factor <= WIDEST_MM ? [{ ...strip, at: graph[i]!.centre }] : [];
    });
  const notches = steps.filter((s) => s.width !== null);
  // What stands on a face leaves no groove: a groove takes less than the faces that it parts.
  const isFloor = (i: number) => {
    const beside = new Set(steps.filter((s) => s.low === i).map((s) => s.high));
    return !high.has(i) && graph[i]!.area < [...beside].reduce((sum, b) => sum + graph[b]!.area, 0);
  };
  const floors = strips([...low].filter(isFloor));
  const crests = strips([...high].filter((i) => !low.has(i)));
  const grooves = [...floors, ...notches.map((s) => ({ length: s.length, width: s.width!, at: s.at }))];
  const narrow = new Set([...low].filter((i) => isFloor(i) && stripOf(graph[i]!, LINE_TIMES) !== null));
  const tops = new Set(steps.flatMap((s) => (s.width === null ? [s.high] : [s.high, s.low])));
  const cells = [...tops].filter((i) => !narrow.has(i) && stripOf(graph[i]!, LINE_TIMES) === null);
  const long = [...tops].filter((i) => !narrow.has(i) && grooves.length > 0);
  const parted = long.length >= CELLS ? long : cells;
  const shallowest = [...steps].sort((a, b) => a.depth - b.depth)[0]!;
  const narrowest = [...grooves].sort((a, b) => a.width - b.width)[0];
  return {
    cells:
      parted.length >= CELLS
        ? { count: parted.length, area: parted.reduce((sum, i) => sum + graph[i]!.area, 0) }
        : null,
    grooves: linesOf(grooves),
    ridges: linesOf(crests),
    relief: {
      depth: shallowest.depth,
      at: shallowest.at,
      sunken: shallowest.width !== null || narrow.has(shallowest.low),
    },
    narrowest: narrowest ? { width: narrowest.width, at: narrowest.at } : null,
  };
}

const linesOf = (all: readonly { readonly length: number }[]): ZoneLines | null =>
  all.length === 0 ? null : { count: all.length, length: all.reduce((sum, l) => sum + l.length, 0) };
