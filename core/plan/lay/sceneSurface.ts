import type { LeafCopy } from "#core/plan/lay/leafCopies";
import { type Leaf, LEAF_DEG } from "#core/scene/leaf";
import type { Placement } from "#core/scene/part";
import { degToRad } from "#core/units";

/** A painted surface: nine numbers a face in mm, and four bytes a face: red, green, blue of sRGB, and its sheen. */
export type Surface = { readonly corners: Float32Array; readonly faces: Uint8Array };

/** A part with where its copies stand. @param leaf set where it opens, with how each copy stands */
export type StandingSurface = {
  readonly surface: Surface;
  readonly placements: readonly Placement[];
  readonly leaf?: { readonly of: Leaf; readonly copies: readonly LeafCopy[] } | undefined;
};

/** All that is drawn of a scene holds at most so many faces: a browser turns them without a stutter (our choice). */
export const MOST_SCENE_FACES = 900_000;

type Point = readonly [x: number, y: number, z: number];

/** Smallest and largest of the corners along each axis. */
export function cornersBox(corners: Float32Array): { readonly min: Point; readonly max: Point } {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  for (let i = 0; i < corners.length; i++) {
    min[i % 3] = Math.min(min[i % 3]!, corners[i]!);
    max[i % 3] = Math.max(max[i % 3]!, corners[i]!);
  }
  return { min: min as unknown as Point, max: max as unknown as Point };
}

/**
 * Brings a part to its place: the middle of its box over the point where it stands, its foot on the board, turned. A
 * leaf is turned on its hinge first.
 */
export function standsAt(
  corners: Float32Array,
  { xMm, yMm, turnDeg }: Placement,
  swing: { readonly leaf: Pick<Leaf, "hinge" | "way">; readonly openDeg: number } | null = null,
): Float32Array {
  const { min, max } = cornersBox(corners);
  const [cx, cy] = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2];
  const half = (max[0] - min[0]) / 2;
  const [cos, sin] = [Math.cos(degToRad(turnDeg)), Math.sin(degToRad(turnDeg))];
  const side = swing?.leaf.hinge === "right" ? -1 : 1;
  // The front of the board is where y begins.
  const toward = swing?.leaf.way === "back" ? 1 : -1;
  const open = degToRad(swing?.openDeg ?? 0) * side * toward;
  const [oc, os] = [Math.cos(open), Math.sin(open)];
  const out = new Float32Array(corners.length);
  for (let i = 0; i < corners.length; i += 3) {
    let [x, y] = [corners[i]! - cx, corners[i + 1]! - cy];
    if (swing) {
      const hinge = -side * half;
      [x, y] = [hinge + (x - hinge) * oc - y * os, (x - hinge) * os + y * oc];
    }
    out[i] = xMm + x * cos - y * sin;
    out[i + 1] = yMm + x * sin + y * cos;
    out[i + 2] = corners[i + 2]! - min[2];
  }
  return out;
}

/** What stands on the board as one part that stands there sees it: in the frame of its own file, mm. */
export function seenFrom(
  own: Float32Array,
  { xMm, yMm, turnDeg }: Placement,
  onBoard: Float32Array,
): Float32Array {
  const { min, max } = cornersBox(own);
  const [cx, cy] = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2];
  const [cos, sin] = [Math.cos(degToRad(turnDeg)), Math.sin(degToRad(turnDeg))];
  const out = new Float32Array(onBoard.length);
  for (let i = 0; i < onBoard.length; i += 3) {
    const [x, y] = [onBoard[i]! - xMm, onBoard[i + 1]! - yMm];
    out[i] = x * cos + y * sin + cx;
    out[i + 1] = y * cos - x * sin + cy;
    out[i + 2] = onBoard[i + 2]! + min[2];
  }
  return out;
}

/** How thick a board is drawn, mm, and in what grey earth (our choice). */
const BOARD_MM = 6;
const BOARD_RGB = [104, 97, 86] as const;

/** A box from one corner to the other, twelve faces. */
export function boxCorners([x0, y0, z0]: Point, [x1, y1, z1]: Point): Float32Array {
  const quad = (a: Point, b: Point, c: Point, d: Point) => [a, b, c, a, c, d].flat();
  return Float32Array.from([
    ...quad([x0, y0, z1], [x1, y0, z1], [x1, y1, z1], [x0, y1, z1]),
    ...quad([x0, y1, z0], [x1, y1, z0], [x1, y0, z0], [x0, y0, z0]),
    ...quad([x0, y0, z0], [x1, y0, z0], [x1, y0, z1], [x0, y0, z1]),
    ...quad([x1, y1, z0], [x0, y1, z0], [x0, y1, z1], [x1, y1, z1]),
    ...quad([x0, y1, z0], [x0, y0, z0], [x0, y0, z1], [x0, y1, z1]),
    ...quad([x1, y0, z0], [x1, y1, z0], [x1, y1, z1], [x1, y0, z1]),
  ]);
}

/**
 * All parts at their places on the board, as one surface.
 * @returns with how many copies were left out, since the surface would hold too many faces
 */
export function sceneSurface(
  parts: readonly StandingSurface[],
  board: { readonly widthMm: number; readonly depthMm: number },
): Surface & { readonly leftOut: number } {
  const slab = boxCorners([0, 0, -BOARD_MM], [board.widthMm, board.depthMm, 0]);
  const pieces: Surface[] = [
    { corners: slab, faces: Uint8Array.from({ length: 48 }, (_, i) => [...BOARD_RGB, 0][i % 4]!) },
  ];
  let count = slab.length / 9;
  let leftOut = 0;
  // The first copies of all before the next of any.
  const most = Math.max(0, ...parts.map((p) => p.placements.length));
  for (let copy = 0; copy < most; copy++)
    for (const { surface, placements, leaf } of parts) {
      const at = placements[copy];
      if (!at) continue;
      if (count + surface.corners.length / 9 > MOST_SCENE_FACES) {
        leftOut++;
        continue;
      }
      const stands = leaf?.copies[copy]?.stands;
      const swing = leaf && stands ? { leaf: leaf.of, openDeg: LEAF_DEG[stands] } : null;
      pieces.push({ corners: standsAt(surface.corners, at, swing), faces: surface.faces });
      count += surface.corners.length / 9;
    }
  const corners = new Float32Array(9 * count);
  const faces = new Uint8Array(4 * count);
  let face = 0;
  for (const p of pieces) {
    corners.set(p.corners, 9 * face);
    faces.set(p.faces, 4 * face);
    face += p.corners.length / 9;
  }
  return { corners, faces, leftOut };
}
