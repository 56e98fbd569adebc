import { transfer } from "comlink";
import { castRayInto, noHit, type RayTree, buildRayTree } from "#core/mesh/rayTree";
import { areaOfFace, vertexOf } from "#core/mesh/faces";
import { nextHalfEdge, scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import { carryZones } from "#core/zones/carryZones";
import {
  alikeDirection,
  alikePatches,
  brushed,
  type FoundOn,
  foundOn,
  inBand,
  patchFrom,
  shellFrom,
} from "#core/zones/findFaces";
import { type FlatPiece, flatPieces } from "#core/zones/flatPieces";
import { gripOf } from "#core/zones/gripFaces";
import { matchingSide, touchingFaces } from "#core/zones/matingFaces";
import { measureZones, zoneAreas } from "#core/zones/measureZones";
import { type ProposedZone, proposeZones } from "#core/zones/proposeZones";
import { smoothPatches } from "#core/zones/smoothPatches";
import { type Outline, outlineCuts, withinOutline } from "#core/zones/outline";
import { type SideView, sideViews } from "#core/zones/sideViews";
import { splitAlong, type ZoneCut } from "#core/zones/splitMesh";
import { zonedMesh } from "#core/zones/zonedMesh";
import { facesOf, runsOf } from "#core/zones/zoneRuns";
import { type Motion, movedMesh, movedCut } from "#core/zones/motion";
import { serve } from "#workers/serve";

type Vec = readonly [number, number, number];

/** What a map is made of when it is kept. */
export type KeptMap = Pick<ZoneMap, "cuts" | "faces" | "runs" | "measures">;
/** The map as it is drawn: the zone of every face, area by zone in file units, and both ends of every border edge. */
export type ZoneDrawing = {
  readonly of: Uint8Array;
  readonly areas: readonly (readonly [zone: number, area: number])[];
  readonly borders: Float32Array;
  /** Corners of the mesh where it was parted anew; null where it is as before. */
  readonly corners: Float32Array | null;
};
/** A tap on the part. */
export type Tap = { readonly face: number; readonly at: Vec; readonly normal: Vec; readonly zone: number };
/** How a tap takes faces. */
export type Taking =
  | { readonly by: "side" | "alike"; readonly creaseDeg: number }
  | { readonly by: "piece" }
  | { readonly by: "same way"; readonly withinDeg: number }
  | { readonly by: "brush"; readonly radius: number; readonly toward: Vec };

/** Another part that this one may meet. @param inPlace both are drawn where they belong, as the bodies of one file */
export type Other = {
  readonly corners: Float32Array;
  readonly factor: number;
  readonly inPlace: boolean;
};

/** Zones laid flat, and a part from its sides, mm. */
export type OnPaper = {
  readonly pieces: readonly { readonly zone: number; readonly pieces: readonly FlatPiece[] }[];
  readonly views: readonly SideView[];
};

/** Faces nearer than this meet, mm on the bench (our choice). */
const MEET_MM = 0.3;

let whole: { readonly key: string; readonly mesh: TriangleMesh } | null = null;
let session: {
  mesh: TriangleMesh;
  on: FoundOn;
  of: Uint8Array;
  cuts: readonly ZoneCut[];
  tree: RayTree | null;
  /** Area of every face, and of every zone by number; kept up while faces change hands. */
  areas: Float64Array;
  sums: Float64Array;
  patches: { readonly creaseDeg: number; readonly of: Uint32Array; readonly count: number } | null;
} | null = null;

const now = () => {
  if (!session) throw new Error("No map was opened.");
  return session;
};

function begin(mesh: TriangleMesh, of: Uint8Array, cuts: readonly ZoneCut[]): void {
  const areas = Float64Array.from(of, (_, f) => areaOfFace(mesh, f));
  const sums = new Float64Array(256);
  for (const [zone, area] of zoneAreas(mesh, of)) sums[zone] = area;
  const on = foundOn(mesh, findTwins(mesh).twin);
  session = { mesh, on, of, cuts, tree: null, areas, sums, patches: null };
}

function patchesAt(creaseDeg: number) {
  const s = now();
  if (s.patches?.creaseDeg !== creaseDeg)
    s.patches = { creaseDeg, ...smoothPatches(s.mesh, s.on.twin, creaseDeg) };
  return s.patches;
}

/** More border edges than this are a haze. */
const MOST_BORDERS = 60_000;

function drawing(hasNewMesh: boolean): ZoneDrawing {
  const { mesh, of, on, sums } = now();
  const isThere = new Uint8Array(256);
  for (let f = 0; f < of.length; f++) isThere[of[f]!] = 1;
  const areas = [...sums.entries()].filter(([zone]) => isThere[zone] === 1);
  const ends: number[] = [];
  for (let h = 0; h < on.twin.length && ends.length < 6 * MOST_BORDERS; h++) {
    const t = on.twin[h]!;
    if (t <= h || of[(h / 3) | 0] === of[(t / 3) | 0]) continue;
    ends.push(...vertexOf(mesh, mesh.triangles[h]!), ...vertexOf(mesh, mesh.triangles[nextHalfEdge(h)]!));
  }
  const borders = Float32Array.from(ends);
  const corners = hasNewMesh ? soupOf(mesh).corners : null;
  const copy = of.slice();
  return transfer({ of: copy, areas, borders, corners }, [
    copy.buffer,
    borders.buffer,
    ...(corners ? [corners.buffer] : []),
  ]);
}

/** Gives faces to a zone. @param from the only zone that they are taken from; null for any */
function give(faces: Iterable<number>, to: number, from: number | null): ZoneDrawing {
  const { of, areas, sums } = now();
  for (const f of faces) {
    const before = of[f]!;
    if (before === to || (from !== null && before !== from)) continue;
    sums[before]! -= areas[f]!;
    sums[to]! += areas[f]!;
    of[f] = to;
  }
  return drawing(false);
}

const api = {
  /** Zones of a part laid flat, and it from every side from which they are seen. @param factor mm of one unit */
  onPaper(
    corners: Float32Array,
    map: Pick<ZoneMap, "cuts" | "faces" | "runs"> | null,
    fill: number,
    factor: number,
    zones: readonly number[],
  ): OnPaper {
    const { mesh, of } = zonedMesh(weld({ corners }), map, OPEN_ZONE, fill);
    const zoned = { mesh: scaledMesh(mesh, factor), of };
    return {
      pieces: zones.map((zone) => ({ zone, pieces: flatPieces(zoned, zone) })),
      views: sideViews(zoned, zones),
    };
  },
  holds: (key: string): boolean => whole?.key === key,
  open(key: string, corners: Float32Array): void {
    whole = { key, mesh: weld({ corners }) };
    session = null;
  },
  /** Begins with a kept map, or with all faces in one zone. @param fill that zone where no map is kept */
  start(map: Pick<ZoneMap, "cuts" | "faces" | "runs"> | null, fill: number): ZoneDrawing {
    if (!whole) throw new Error("No mesh was opened.");
    const { mesh, of } = zonedMesh(whole.mesh, map, OPEN_ZONE, fill);
    begin(mesh, of, map?.cuts ?? []);
    return drawing((map?.cuts.length ?? 0) > 0);
  },
  /** The face along a line of sight. */
  tap(origin: Vec, direction: Vec): Tap | null {
    const s = now();
    s.tree ??= buildRayTree(s.mesh);
    const hit = noHit();
    castRayInto(s.tree, ...origin, ...direction, 0, Infinity, 0, -1, hit);
    if (hit.face < 0) return null;
    const f = hit.face;
    const at = origin.map((v, k) => v + hit.distance * direction[k]!) as unknown as Vec;
    const { normals } = s.on;
    return {
      face: f,
      at,
      normal: [normals[3 * f]!, normals[3 * f + 1]!, normals[3 * f + 2]!],
      zone: s.of[f]!,
    };
  },
  take(tap: Pick<Tap, "face" | "at">, taking: Taking, to: number, from: number | null): ZoneDrawing {
    const { on } = now();
    const { face, at } = tap;
    switch (taking.by) {
      case "side":
        return give(patchFrom(on, face, taking.creaseDeg), to, from);
      case "piece":
        return give(shellFrom(on, face), to, from);
      case "alike":
        return give(alikePatches(on, face, patchesAt(taking.creaseDeg)), to, from);
      case "same way":
        return give(alikeDirection(on, face, taking.withinDeg), to, from);
      case "brush":
        return give(brushed(on, face, at, taking.radius, taking.toward), to, from);
    }
  },
  /** Parts the mesh at two heights and gives what lies between them. File units. */
  band(low: number, high: number, to: number, from: number | null): ZoneDrawing {
    parted([
      { normal: [0, 0, 1], offset: low },
      { normal: [0, 0, 1], offset: high },
    ]);
    give(inBand(now().on, low, high), to, from);
    return drawing(true);
  },
  /** Parts a zone along a plane, and gives the smaller side of it. */
  line(plane: ZoneCut, zone: number, to: number): ZoneDrawing {
    parted([plane]);
    const { mesh, of } = now();
    const sides: [number[], number[]] = [[], []];
    const areas = [0, 0];
    for (let f = 0; f < of.length; f++) {
      if (of[f] !== zone) continue;
      const k = sideOf(mesh, f, plane);
      sides[k]!.push(f);
      areas[k]! += areaOfFace(mesh, f);
    }
    give(sides[areas[0]! <= areas[1]! ? 0 : 1], to, zone);
    return drawing(true);
  },
  /** Parts the mesh along a figure drawn on a face, and gives what lies in it. Unchanged where it has no size. */
  figure(outline: Outline, first: Vec, second: Vec, normal: Vec, to: number): ZoneDrawing {
    const cuts = outlineCuts(outline, first, second, normal);
    if (!cuts) return drawing(false);
    parted(cuts);
    give(withinOutline(now().on, cuts, normal), to, null);
    return drawing(true);
  },
  /**
   * Gives the faces that meet other parts: those that lie against them where both are drawn in place, else the one side
   * that has its like.
   */
  mating(
    others: readonly Other[],
    factor: number,
    to: number,
  ): { readonly drawing: ZoneDrawing; readonly met: number } {
    const { mesh } = now();
    let met = 0;
    for (const { corners, factor: its, inPlace } of others) {
      const other = weld({ corners });
      const faces = inPlace
        ? touchingFaces(mesh, other, MEET_MM / factor)
        : matchingSide(mesh, other, [factor, its]);
      if (!faces || faces.length === 0) continue;
      met++;
      give(faces, to, null);
    }
    return { drawing: drawing(false), met };
  },
  /** Gives the places that hands lift it by. */
  grip(centre: Vec, factor: number, to: number): { readonly drawing: ZoneDrawing; readonly by: string } {
    const { by, cuts, faces } = gripOf(now().mesh, centre, factor);
    parted(cuts);
    give(faces(now().on), to, null);
    return { drawing: drawing(true), by };
  },
  merge: (from: number, into: number): ZoneDrawing => give(now().of.keys(), into, from),
  /** The zones that its shape proposes, in the place of what was there. */
  propose(
    factor: number,
    creaseDeg: number,
    most: number,
  ): { readonly drawing: ZoneDrawing; readonly zones: readonly ProposedZone[] } {
    const { mesh, on, of } = now();
    const found = proposeZones(mesh, on.twin, factor, creaseDeg);
    // The smallest ones beyond the list are one.
    for (let f = 0; f < of.length; f++) of[f] = Math.min(found.of[f]!, most - 1);
    begin(mesh, of, now().cuts);
    return { drawing: drawing(false), zones: found.zones.slice(0, most) };
  },
  /** The largest sides, for keys: the faces of each as 1, and where it lies. */
  sides(creaseDeg: number, most: number): readonly { readonly area: number; readonly face: number }[] {
    const { mesh } = now();
    const { of, count } = patchesAt(creaseDeg);
    const area = new Float64Array(count);
    const face = new Int32Array(count).fill(-1);
    for (let f = 0; f < of.length; f++) {
      area[of[f]!]! += areaOfFace(mesh, f);
      if (face[of[f]!]! < 0) face[of[f]!] = f;
    }
    return [...area.keys()]
      .sort((a, b) => area[b]! - area[a]!)
      .slice(0, most)
      .map((p) => ({ area: area[p]!, face: face[p]! }));
  },
  /** The faces of a side as 1. */
  side(face: number, creaseDeg: number): Uint8Array {
    const marked = new Uint8Array(now().of.length);
    for (const f of patchFrom(now().on, face, creaseDeg)) marked[f] = 1;
    return transfer(marked, [marked.buffer]);
  },
  /** The map as it is to be kept. */
  kept(factor: number): KeptMap {
    const s = now();
    const { mesh, on, of, cuts } = s;
    s.tree ??= buildRayTree(mesh);
    const measures = measureZones(mesh, on.twin, of, factor, s.tree);
    return { cuts, faces: of.length, runs: runsOf(of), measures };
  },
  /**
   * Carries a map to another mesh of the same thing.
   * @param motion from the old mesh's frame to the new one's; null where it is the same
   * @param cutFace the zone of new faces that were no surface before
   */
  carry(
    old: { readonly corners: Float32Array; readonly map: Pick<ZoneMap, "cuts" | "faces" | "runs"> },
    motion: Motion | null,
    corners: Float32Array,
    factor: number,
    cutFace: number,
  ): { readonly map: KeptMap; readonly lost: readonly number[] } | null {
    const { mesh } = splitAlong(weld({ corners: old.corners }), old.map.cuts);
    const of = facesOf(old.map.runs, mesh.triangles.length / 3);
    if (!of) return null;
    const before = motion ? movedMesh(mesh, motion) : mesh;
    const cuts = motion ? old.map.cuts.map((plane) => movedCut(plane, motion)) : old.map.cuts;
    const after = splitAlong(weld({ corners }), cuts).mesh;
    const { of: carried, lost } = carryZones(before, of, after, OPEN_ZONE, cutFace);
    const measures = measureZones(after, findTwins(after).twin, carried, factor);
    return { map: { cuts, faces: carried.length, runs: runsOf(carried), measures }, lost };
  },
};

/** Parts the mesh of the session along planes; every face keeps the zone of the one that it was part of. */
function parted(planes: readonly ZoneCut[]): void {
  const { mesh, of, cuts } = now();
  const split = splitAlong(mesh, planes);
  begin(
    split.mesh,
    Uint8Array.from(split.parent, (f) => of[f]!),
    [...cuts, ...planes],
  );
}

/** 0 below a plane, 1 above it, by the corner that is furthest from it. */
function sideOf(mesh: TriangleMesh, face: number, { normal, offset }: ZoneCut): 0 | 1 {
  let furthest = 0;
  for (let k = 0; k < 3; k++) {
    const [x, y, z] = vertexOf(mesh, mesh.triangles[3 * face + k]!);
    const d = normal[0] * x + normal[1] * y + normal[2] * z - offset;
    if (Math.abs(d) > Math.abs(furthest)) furthest = d;
  }
  return furthest < 0 ? 0 : 1;
}

export type ZonesApi = typeof api;
serve(api);
