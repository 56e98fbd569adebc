import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { affordableStep, BEYOND, type DepthGrid, depthGrid } from "#core/mesh/distanceField";
import { isClosed, meshHealth } from "#core/mesh/health";
import { type NearestFace, nearestInto, squareToFace } from "#core/mesh/nearest";
import { buildRayTree, type RayTree } from "#core/mesh/rayTree";
import { solidProperties } from "#core/mesh/solidProperties";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

/** One room inside a part. File units; z as the mesh lies. */
export type Cavity = {
  readonly volume: number;
  readonly lowestZ: number;
  readonly highestZ: number;
  readonly at: readonly [number, number, number];
};

/**
 * What hollowing makes of a mesh.
 *
 * - `inner`: the walls of the rooms, facing into them, closed; put beside the outer faces they make the
 *   hollow part
 * - `thinnest`: the least distance from an inner corner to the outer faces
 * - `step`: of the grid it was worked out on
 */
export type HollowMesh = {
  readonly inner: TriangleMesh;
  readonly cavities: readonly Cavity[];
  readonly cavityVolume: number;
  readonly solidVolume: number;
  readonly thinnest: number;
  readonly step: number;
};

export type HollowProblem = Problem<"hollow/open" | "hollow/nothing" | "hollow/stopped">;

/**
 * Rooms smaller than this in mm3, or nowhere deeper than the wall and this in mm, are not worth a drain
 * (common practice).
 */
const LEAST_ROOM_MM3 = 1000;
const LEAST_REACH_MM = 2;
/**
 * The grid is never coarser than this where there is room for it: inner edges are bevelled by about a third
 * of its square.
 */
const COARSEST_MM = 0.5;

/**
 * Hollows a closed mesh to a wall, by the distance of every point inside it to its surface.
 * @source dual surface on a grid: surface nets, Gibson 1998 (from memory)
 * @param wall thickness, file units
 * @param mmPerUnit what a unit of the file is on the bench, for rooms too small to bother with
 */
export function hollowMesh(
  mesh: TriangleMesh,
  wall: number,
  mmPerUnit: number,
  onShare?: (share: number) => boolean,
): Outcome<HollowMesh, HollowProblem> {
  const twins = findTwins(mesh);
  const health = meshHealth(mesh, twins);
  if (!isClosed(health))
    return refused(
      "hollow/open",
      `It has ${health.openEdges + health.overSharedEdges} open or over-shared edges, so there is no inside to hollow. Mend it on its page, or print it solid.`,
    );
  const box = boundingBox(mesh.positions);
  const step = affordableStep(box, Math.min(wall / 3, COARSEST_MM / mmPerUnit));
  const band = wall + Math.max(2 * step, LEAST_REACH_MM / mmPerUnit) + step;
  const tree = buildRayTree(mesh);
  const grid = depthGrid(
    mesh,
    twins.twin,
    tree,
    box,
    step,
    band,
    (share) => onShare?.(0.7 * share) !== false,
  );
  if (!grid) return refused("hollow/stopped", "Hollowing was stopped; nothing was changed.");
  const rooms = keptRooms(grid, wall, mmPerUnit);
  const walls = roomWalls(grid, rooms.label, wall);
  if (onShare?.(0.85) === false)
    return refused("hollow/stopped", "Hollowing was stopped; nothing was changed.");
  const { positions, thinnest } = pushedIn(tree, walls.positions, wall);
  const inner = { positions, triangles: walls.triangles };
  const cavityVolume = Math.abs(solidProperties(inner).volume);
  if (rooms.cavities.length === 0 || cavityVolume === 0)
    return refused(
      "hollow/nothing",
      `With a wall of ${(wall * mmPerUnit).toFixed(1)} mm no room of a millilitre is left inside. Print it solid, or take a thinner wall.`,
    );
  onShare?.(1);
  return success({
    inner,
    cavities: rooms.cavities,
    cavityVolume,
    solidVolume: Math.abs(solidProperties(mesh).volume),
    thinnest,
    step,
  });
}

/** Outer faces and the walls of the rooms as one mesh. */
export function withRooms(outer: TriangleMesh, inner: TriangleMesh): TriangleMesh {
  const positions = new Float32Array(outer.positions.length + inner.positions.length);
  const triangles = new Uint32Array(outer.triangles.length + inner.triangles.length);
  positions.set(outer.positions);
  positions.set(inner.positions, outer.positions.length);
  triangles.set(outer.triangles);
  const first = outer.positions.length / 3;
  for (let i = 0; i < inner.triangles.length; i++)
    triangles[outer.triangles.length + i] = inner.triangles[i]! + first;
  return { positions, triangles };
}

/**
 * Rooms by connected nodes deeper than the wall; those worth having keep their label in `label`, which is 0
 * elsewhere.
 */
function keptRooms(
  { depth, columns, rows, step, origin }: DepthGrid,
  wall: number,
  mmPerUnit: number,
): { label: Uint16Array; cavities: Cavity[] } {
  const label = new Uint16Array(depth.length);
  const cavities: Cavity[] = [];
  const layer = columns * rows;
  const by = [1, -1, columns, -columns, layer, -layer];
  const leastNodes = LEAST_ROOM_MM3 / (step * mmPerUnit) ** 3;
  const leastDepth = wall + LEAST_REACH_MM / mmPerUnit;
  let deep = 0;
  for (let node = 0; node < depth.length; node++) if (depth[node]! > wall) deep++;
  const queue = new Int32Array(deep);
  for (let start = 0; start < depth.length; start++) {
    if (label[start] !== 0 || !(depth[start]! > wall)) continue;
    let count = 1;
    let deepest = 0;
    let low = Infinity;
    let high = -Infinity;
    let x = 0;
    let y = 0;
    let z = 0;
    queue[0] = start;
    label[start] = PASSED;
    for (let at = 0; at < count; at++) {
      const node = queue[at]!;
      const k = (node / layer) | 0;
      if (depth[node]! > deepest) deepest = depth[node]!;
      if (k < low) low = k;
      if (k > high) high = k;
      x += node % columns;
      y += ((node / columns) | 0) % rows;
      z += k;
      for (let d = 0; d < 6; d++) {
        const other = node + by[d]!;
        if (label[other] === 0 && depth[other]! > wall) {
          label[other] = PASSED;
          queue[count++] = other;
        }
      }
    }
    if (count < leastNodes || deepest < leastDepth || cavities.length >= PASSED - 1) continue;
    cavities.push({
      volume: count * step ** 3,
      lowestZ: origin[2] + step * low,
      highestZ: origin[2] + step * high,
      at: [origin[0] + (step * x) / count, origin[1] + (step * y) / count, origin[2] + (step * z) / count],
    });
    for (let at = 0; at < count; at++) label[queue[at]!] = cavities.length;
  }
  for (let node = 0; node < label.length; node++) if (label[node] === PASSED) label[node] = 0;
  return { label, cavities };
}

/** Label of a node that was looked at and belongs to no room worth having. */
const PASSED = 0xffff;

/**
 * The surface where depth is the wall, round the kept rooms: one corner in each cell that it passes through,
 * moved onto
 * it along the slope of the depth by at most half a step, and a quadrilateral across each grid edge that it
 * cuts.
 */
function roomWalls(
  { depth, columns, rows, layers, step, origin }: DepthGrid,
  label: Uint16Array,
  wall: number,
): TriangleMesh {
  const layer = columns * rows;
  // A node of no kept room counts as material, whatever its depth.
  const value = (node: number) => {
    const d = depth[node]!;
    return d >= BEYOND
      ? 3 * step
      : d < 0
        ? -wall
        : label[node] === 0 && d > wall
          ? -1e-3 * step
          : Math.min(3 * step, d - wall);
  };
  const cornerOf = new Map<number, number>();
  const positions: number[] = [];
  const triangles: number[] = [];
  const corners = [0, 1, columns, columns + 1, layer, layer + 1, layer + columns, layer + columns + 1];
  const vertex = (cell: number): number => {
    const known = cornerOf.get(cell);
    if (known !== undefined) return known;
    const v = corners.map((c) => value(cell + c));
    const i = cell % columns;
    const j = ((cell / columns) | 0) % rows;
    const k = (cell / layer) | 0;
    let x = 0;
    let y = 0;
    let z = 0;
    let count = 0;
    for (const [a, b, axis] of cellEdges) {
      if (v[a]! > 0 === v[b]! > 0) continue;
      const t = v[a]! / (v[a]! - v[b]!);
      x += (a & 1) + (axis === 0 ? t : 0);
      y += ((a >> 1) & 1) + (axis === 1 ? t : 0);
      z += (a >> 2) + (axis === 2 ? t : 0);
      count++;
    }
    const p: [number, number, number] = [x / count, y / count, z / count];
    // One step down the slope of the depth inside the cell.
    const at = trilinear(v, p);
    const slope = [
      trilinear(v, [1, p[1], p[2]]) - trilinear(v, [0, p[1], p[2]]),
      trilinear(v, [p[0], 1, p[2]]) - trilinear(v, [p[0], 0, p[2]]),
      trilinear(v, [p[0], p[1], 1]) - trilinear(v, [p[0], p[1], 0]),
    ] as const;
    const steep = slope[0] ** 2 + slope[1] ** 2 + slope[2] ** 2;
    if (steep > 1e-12 * step * step) {
      const far = Math.min(0.5, Math.abs(at) / Math.sqrt(steep)) * -Math.sign(at);
      const l = Math.sqrt(steep);
      for (let a = 0; a < 3; a++) p[a] = Math.max(0, Math.min(1, p[a]! + (far * slope[a]!) / l));
    }
    const id = positions.length / 3;
    positions.push(
      origin[0] + step * (i + p[0]),
      origin[1] + step * (j + p[1]),
      origin[2] + step * (k + p[2]),
    );
    cornerOf.set(cell, id);
    return id;
  };
  // The four cells round the edge from a node along an axis; the faces look into the room.
  const across = (node: number, a: number, b: number, isInside: boolean) => {
    const q0 = vertex(node);
    const q1 = vertex(node - a);
    const q2 = vertex(node - a - b);
    const q3 = vertex(node - b);
    if (isInside) triangles.push(q0, q2, q1, q0, q3, q2);
    else triangles.push(q0, q1, q2, q0, q2, q3);
  };
  for (let node = layer; node < layer * (layers - 1); node++) {
    const isInShell = label[node]! > 0;
    if (isInShell !== label[node + 1]! > 0) across(node, columns, layer, isInShell);
    if (isInShell !== label[node + columns]! > 0) across(node, layer, 1, isInShell);
    if (isInShell !== label[node + layer]! > 0) across(node, 1, columns, isInShell);
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

/** Both corners of each of a cell's twelve edges, the lower first, and the axis along which they lie. */
const cellEdges = [0, 1, 2].flatMap((axis) =>
  [0, 1, 2, 3, 4, 5, 6, 7]
    .filter((c) => ((c >> axis) & 1) === 0)
    .map((c) => [c, c | (1 << axis), axis] as const),
);

function trilinear(v: readonly number[], [x, y, z]: readonly [number, number, number]): number {
  const along = (a: number, b: number, t: number) => a + (b - a) * t;
  const low = along(along(v[0]!, v[1]!, x), along(v[2]!, v[3]!, x), y);
  const high = along(along(v[4]!, v[5]!, x), along(v[6]!, v[7]!, x), y);
  return along(low, high, z);
}

/**
 * Inner corners that came out nearer to the outside than the wall are moved away from it, along the line from
 * their
 * nearest outer point.
 */
function pushedIn(
  tree: RayTree,
  points: Float32Array,
  wall: number,
): { positions: Float32Array; thinnest: number } {
  const positions = points.slice();
  const found: NearestFace = { distance: 0, place: -1 };
  let thinnest = Infinity;
  for (let i = 0; i < positions.length; i += 3) {
    let x = positions[i]!;
    let y = positions[i + 1]!;
    let z = positions[i + 2]!;
    nearestInto(tree, x, y, z, 1.2 * wall, found);
    if (found.place >= 0 && found.distance < wall * (1 - 1e-4) && found.distance > 0) {
      const [nx, ny, nz] = awayFrom(tree, found.place, x, y, z, found.distance);
      const by = wall - found.distance;
      x += by * nx;
      y += by * ny;
      z += by * nz;
      positions[i] = x;
      positions[i + 1] = y;
      positions[i + 2] = z;
      nearestInto(tree, x, y, z, 2 * wall, found);
    }
    if (found.distance < thinnest) thinnest = found.distance;
  }
  return { positions, thinnest };
}

/** Unit direction from the nearest point of a face to a point, by how the distance grows. */
function awayFrom(
  { corners }: RayTree,
  place: number,
  x: number,
  y: number,
  z: number,
  distance: number,
): [number, number, number] {
  const c = 9 * place;
  const e = 1e-3 * distance;
  const to = (px: number, py: number, pz: number) =>
    Math.sqrt(
      squareToFace(
        px,
        py,
        pz,
        corners[c]!,
        corners[c + 1]!,
        corners[c + 2]!,
        corners[c + 3]!,
        corners[c + 4]!,
        corners[c + 5]!,
        corners[c + 6]!,
        corners[c + 7]!,
        corners[c + 8]!,
      ),
    );
  const g: [number, number, number] = [
    to(x + e, y, z) - to(x - e, y, z),
    to(x, y + e, z) - to(x, y - e, z),
    to(x, y, z + e) - to(x, y, z - e),
  ];
  const l = Math.hypot(...g) || 1;
  return [g[0] / l, g[1] / l, g[2] / l];
}
