import { layerPolygons, type LayerPolygon } from "#core/mesh/layerPolygons";
import { layerSweep } from "#core/mesh/layerSweep";
import type { CutPlane, Peg } from "#core/mesh/planeCut";
import { posedMesh, turnedBack, turnOf, type Vec3 } from "#core/mesh/pose";
import { buildRayTree, castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

/** How pieces are pegged together, mm on the bench. `clearanceMm` is per side, by process. */
export type PegStyle = { readonly process: "filament" | "resin"; readonly clearanceMm: number };

/** Snug pegs: gap a side that lets them go in by hand and hold (common practice). */
export const pegStyleOf = (process: "filament" | "resin"): PegStyle => ({
  process,
  clearanceMm: process === "filament" ? 0.2 : 0.08,
});

/**
 * Thinnest and thickest peg, its share of the room there is, and its length over its width (common practice).
 */
const THIN_MM = { filament: 3, resin: 2 } as const;
const THICK_MM = 8;
const OF_ROOM = 0.4;
const LENGTH = 1.4;
/** Left round a socket. */
const WALL_MM = { filament: 1.6, resin: 1.2 } as const;
/** Cells along the longer side of an island of the section. */
const CELLS = 48;

/**
 * Places for pegs on a plane: two for each island of the section that has room, as far apart as they can be,
 * where there
 * is depth enough behind on both sides. None where the part is too thin: then the faces are glued flat.
 * @param factor from file units to mm on the bench
 */
export function pegPlaces(
  mesh: TriangleMesh,
  plane: CutPlane,
  factor: number,
  style: PegStyle,
): readonly Peg[] {
  const turn = turnOf({ down: [-plane.normal[0], -plane.normal[1], -plane.normal[2]], turnDeg: 0 });
  const posed = posedMesh(mesh, { down: [-plane.normal[0], -plane.normal[1], -plane.normal[2]], turnDeg: 0 });
  let islands: readonly LayerPolygon[] = [];
  layerSweep(posed, findTwins(posed).twin, Float64Array.of(plane.offset), (_, contours) => {
    islands = layerPolygons(contours);
  });
  const tree = buildRayTree(posed);
  const pegs: Peg[] = [];
  for (const island of islands) {
    for (const { x, y, room } of roomyPoints(island)) {
      const radius = Math.min(THICK_MM / 2, OF_ROOM * room * factor);
      const least = THIN_MM[style.process] / 2;
      if (radius < least || room * factor < least + style.clearanceMm + WALL_MM[style.process]) continue;
      const fitting = Math.min(radius, room * factor - style.clearanceMm - WALL_MM[style.process]);
      const depth =
        depthBehind(tree, x, y, plane.offset, fitting / factor) * factor -
        WALL_MM[style.process] -
        style.clearanceMm;
      const length = Math.min(2 * fitting * LENGTH, depth);
      if (length < fitting) continue;
      pegs.push({
        at: turnedBack(turn, [x, y, plane.offset] as Vec3),
        radius: fitting / factor,
        depth: length / factor,
        clearance: style.clearanceMm / factor,
        on: "below",
      });
    }
  }
  return pegs;
}

/** How deep the material is behind a round spot of a plane, on the shallower side. */
function depthBehind(tree: RayTree, x: number, y: number, z: number, radius: number): number {
  const hit = noHit();
  let least = Infinity;
  for (const up of [1, -1]) {
    for (let i = 0; i < 9; i++) {
      const r = i === 0 ? 0 : radius;
      const a = (i * Math.PI) / 4;
      castRayInto(tree, x + r * Math.cos(a), y + r * Math.sin(a), z, 0, 0, up, 0, Infinity, 0, -1, hit);
      if (hit.face >= 0) least = Math.min(least, hit.distance);
    }
  }
  return Number.isFinite(least) ? least : 0;
}

/**
 * Up to two spots of an island that are far from its edge: the widest, and one that is far from it and nearly
 * as wide.
 */
function roomyPoints({ outer, holes }: LayerPolygon): readonly { x: number; y: number; room: number }[] {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (let i = 0; i < outer.length; i += 2) {
    x0 = Math.min(x0, outer[i]!);
    x1 = Math.max(x1, outer[i]!);
    y0 = Math.min(y0, outer[i + 1]!);
    y1 = Math.max(y1, outer[i + 1]!);
  }
  const step = Math.max(x1 - x0, y1 - y0) / CELLS;
  if (!(step > 0)) return [];
  const spots: { x: number; y: number; room: number }[] = [];
  for (let y = y0 + step / 2; y < y1; y += step)
    for (let x = x0 + step / 2; x < x1; x += step) {
      const room = roomAt(outer, holes, x, y);
      if (room > 0) spots.push({ x, y, room });
    }
  if (spots.length === 0) return [];
  const widest = spots.reduce((best, s) => (s.room > best.room ? s : best));
  const settled = (spot: { x: number; y: number; room: number }) => climbed(outer, holes, spot, step);
  // Two good spots apart are better than one in the middle: the pair whose lesser room and distance are
  // largest.
  const good = spots.filter((s) => s.room > 0.55 * widest.room);
  const far = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
  const first = good.reduce((best, s) => (far(s, widest) > far(best, widest) ? s : best), widest);
  const second = good.reduce((best, s) => (far(s, first) > far(best, first) ? s : best), first);
  return far(first, second) > 2.5 * Math.max(first.room, second.room)
    ? [settled(first), settled(second)]
    : [settled(widest)];
}

/** A spot moved to where there is most room near it. */
function climbed(
  outer: ArrayLike<number>,
  holes: readonly ArrayLike<number>[],
  from: { x: number; y: number; room: number },
  reach: number,
): { x: number; y: number; room: number } {
  let best = from;
  for (let step = reach; step > reach / 64;) {
    const before = best.room;
    for (const [dx, dy] of [
      [step, 0],
      [-step, 0],
      [0, step],
      [0, -step],
      [step, step],
      [step, -step],
      [-step, step],
      [-step, -step],
    ] as const) {
      const room = roomAt(outer, holes, best.x + dx, best.y + dy);
      if (room > best.room) best = { x: best.x + dx, y: best.y + dy, room };
    }
    if (best.room === before) step /= 2;
  }
  return best;
}

/** Distance from a point to the edge of an island; negative outside it. */
function roomAt(outer: ArrayLike<number>, holes: readonly ArrayLike<number>[], x: number, y: number): number {
  let inside = false;
  let square = Infinity;
  const line = (points: ArrayLike<number>) => {
    for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
      const ax = points[j]!;
      const ay = points[j + 1]!;
      const bx = points[i]!;
      const by = points[i + 1]!;
      if (by > y !== ay > y && x < ((ax - bx) * (y - by)) / (ay - by) + bx) inside = !inside;
      const ux = bx - ax;
      const uy = by - ay;
      const t = Math.max(0, Math.min(1, ((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy || 1)));
      square = Math.min(square, (x - ax - t * ux) ** 2 + (y - ay - t * uy) ** 2);
    }
  };
  line(outer);
  for (const hole of holes) line(hole);
  return (inside ? 1 : -1) * Math.sqrt(square);
}
