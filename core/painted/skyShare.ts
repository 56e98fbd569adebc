import type { Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** Directions of a cone that are looked along. */
const LOOKS = 8;
/** Cells along the longer side of a picture; and the least of them, mm. */
const CELLS = 700;
const LEAST_CELL_MM = 0.1;
/** A face hides nothing of itself: so many cells before it are its own. */
const OWN_CELLS = 1.5;

/** Directions that fill a cone round one evenly. @param coneDeg the whole cone, degrees */
export function coneOf(toward: Vec3, coneDeg: number): readonly Vec3[] {
  const [x, y, z] = toward;
  const [a, b] = frameOf(toward);
  const half = (coneDeg * Math.PI) / 360;
  return Array.from({ length: LOOKS }, (_, i) => {
    // The first is the middle; the others lie on a spiral that is as dense everywhere.
    const off = Math.acos(1 - (i / LOOKS) * (1 - Math.cos(half)));
    const turn = i * 2.399963;
    const [c, d] = [Math.sin(off) * Math.cos(turn), Math.sin(off) * Math.sin(turn)];
    const e = Math.cos(off);
    return [c * a[0] + d * b[0] + e * x, c * a[1] + d * b[1] + e * y, c * a[2] + d * b[2] + e * z];
  });
}

/**
 * The share of a cone of directions along which every face sees the sky: what comes from there gets to it.
 * A picture of depths is drawn once a direction for all faces. What looks away from a direction does not see it.
 * @param centres, normals three numbers a face
 * @param others what stands round the part and hides it
 */
export function skyShare(
  mesh: TriangleMesh,
  centres: Float32Array,
  normals: Float32Array,
  directions: readonly Vec3[],
  others: readonly TriangleMesh[] = [],
): Float32Array {
  const share = new Float32Array(centres.length / 3);
  for (const d of directions) {
    const picture = drawnAlong(d, [mesh, ...others]);
    for (let f = 0; f < share.length; f++)
      if (sees(picture, centres, normals, f)) share[f]! += 1 / directions.length;
  }
  return share;
}

/** How near to the light each cell of a picture begins, along a direction. */
type Depths = {
  readonly across: Vec3;
  readonly up: Vec3;
  readonly toward: Vec3;
  readonly left: number;
  readonly low: number;
  readonly cell: number;
  readonly wide: number;
  readonly high: number;
  readonly nearest: Float32Array;
};

/** Two directions square to one and to each other. */
function frameOf(toward: Vec3): readonly [Vec3, Vec3] {
  const [x, y, z] = toward;
  const side: Vec3 = Math.abs(z) < 0.9 ? [-y, x, 0] : [0, -z, y];
  const s = Math.hypot(...side);
  const a: Vec3 = [side[0] / s, side[1] / s, side[2] / s];
  return [a, [y * a[2] - z * a[1], z * a[0] - x * a[2], x * a[1] - y * a[0]]];
}

function drawnAlong(toward: Vec3, meshes: readonly TriangleMesh[]): Depths {
  const [across, up] = frameOf(toward);
  let [left, right, low, top] = [Infinity, -Infinity, Infinity, -Infinity];
  const seen = meshes.map(({ positions: p }, m) => {
    const points = new Float32Array(p.length);
    for (let i = 0; i < p.length; i += 3) {
      const u = p[i]! * across[0] + p[i + 1]! * across[1] + p[i + 2]! * across[2];
      const v = p[i]! * up[0] + p[i + 1]! * up[1] + p[i + 2]! * up[2];
      points[i] = u;
      points[i + 1] = v;
      points[i + 2] = p[i]! * toward[0] + p[i + 1]! * toward[1] + p[i + 2]! * toward[2];
      // The picture is as large as the part: what stands round it is drawn as far as it comes before it.
      if (m > 0) continue;
      if (u < left) left = u;
      if (u > right) right = u;
      if (v < low) low = v;
      if (v > top) top = v;
    }
    return points;
  });
  const cell = Math.max(LEAST_CELL_MM, Math.max(right - left, top - low) / CELLS);
  const wide = Math.max(1, Math.ceil((right - left) / cell) + 1);
  const high = Math.max(1, Math.ceil((top - low) / cell) + 1);
  const nearest = new Float32Array(wide * high).fill(-Infinity);
  const picture = { across, up, toward, left, low, cell, wide, high, nearest };
  meshes.forEach((mesh, i) => draw(picture, seen[i]!, mesh.triangles));
  return picture;
}

function draw({ left, low, cell, wide, high, nearest }: Depths, p: Float32Array, t: Uint32Array): void {
  for (let i = 0; i < t.length; i += 3) {
    const a = 3 * t[i]!;
    const b = 3 * t[i + 1]!;
    const c = 3 * t[i + 2]!;
    const ax = (p[a]! - left) / cell;
    const ay = (p[a + 1]! - low) / cell;
    const bx = (p[b]! - left) / cell;
    const by = (p[b + 1]! - low) / cell;
    const cx = (p[c]! - left) / cell;
    const cy = (p[c + 1]! - low) / cell;
    const twice = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (twice === 0) continue;
    const c0 = Math.max(0, Math.ceil(Math.min(ax, bx, cx) - 0.5));
    const c1 = Math.min(wide - 1, Math.floor(Math.max(ax, bx, cx) - 0.5));
    const r0 = Math.max(0, Math.ceil(Math.min(ay, by, cy) - 0.5));
    const r1 = Math.min(high - 1, Math.floor(Math.max(ay, by, cy) - 0.5));
    for (let row = r0; row <= r1; row++)
      for (let column = c0; column <= c1; column++) {
        const px = column + 0.5;
        const py = row + 0.5;
        const u = ((bx - px) * (cy - py) - (cx - px) * (by - py)) / twice;
        const v = ((cx - px) * (ay - py) - (ax - px) * (cy - py)) / twice;
        if (u < 0 || v < 0 || u + v > 1) continue;
        const depth = u * p[a + 2]! + v * p[b + 2]! + (1 - u - v) * p[c + 2]!;
        const at = row * wide + column;
        if (depth > nearest[at]!) nearest[at] = depth;
      }
  }
}

function sees(
  { across, up, toward, left, low, cell, wide, high, nearest }: Depths,
  centres: Float32Array,
  normals: Float32Array,
  f: number,
): boolean {
  const i = 3 * f;
  const facing = normals[i]! * toward[0] + normals[i + 1]! * toward[1] + normals[i + 2]! * toward[2];
  if (facing <= 1e-6) return false;
  const [x, y, z] = [centres[i]!, centres[i + 1]!, centres[i + 2]!];
  const column = Math.floor((x * across[0] + y * across[1] + z * across[2] - left) / cell);
  const row = Math.floor((x * up[0] + y * up[1] + z * up[2] - low) / cell);
  const depth = x * toward[0] + y * toward[1] + z * toward[2];
  // A slanting face rises within its own cell.
  const own = OWN_CELLS * cell * Math.min(20, 1 / facing);
  const at = Math.min(high - 1, Math.max(0, row)) * wide + Math.min(wide - 1, Math.max(0, column));
  return nearest[at]! <= depth + own;
}

/**
 * The film that a spray from one direction leaves on every face, as a share of a full coat: by how far it faces the
 * spray, and how much of it the spray reaches.
 * @param toward the way back to the nozzle, length 1
 * @param coneDeg how wide it spreads
 */
export function sprayedFrom(
  {
    mesh,
    centre,
    normal,
  }: { readonly mesh: TriangleMesh; readonly centre: Float32Array; readonly normal: Float32Array },
  toward: Vec3,
  coneDeg: number,
): Float32Array {
  const film = skyShare(mesh, centre, normal, coneOf(toward, coneDeg));
  for (let f = 0; f < film.length; f++)
    film[f]! *= Math.max(
      0,
      normal[3 * f]! * toward[0] + normal[3 * f + 1]! * toward[1] + normal[3 * f + 2]! * toward[2],
    );
  return film;
}
