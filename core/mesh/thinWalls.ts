import { diagonalOf, faceNormal } from "#core/mesh/faces";
import { castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

type Point = readonly [number, number, number];

/**
 * A wall or a rod that keeps its thickness for a while, which a sharp edge does not. File units.
 *
 * - `at`: in its middle
 * - `area`: about, of its middle, as far as its thickness is kept
 * - `length`: its longest way across
 * - `rod`: it goes on along one line only
 */
export type ThinWall = {
  readonly thickness: number;
  readonly at: Point;
  readonly area: number;
  readonly length: number;
  readonly rod: boolean;
};

/** Where a wall was felt: a point of a face, and how far the wall behind it is. */
export type FeltWall = { readonly at: Point; readonly face: number; readonly thickness: number };

/** Most walls told, and felt points looked at for them. */
const MOST = 40;
const MOST_LOOKED_AT = 400;
/**
 * Walls closer together than this share of the diagonal count as one, but for one so much larger; beside one of this
 * share of its square nothing is looked for.
 */
const APART = 1 / 20;
const LARGER = 8;
const BROAD = 1 / 400;
/** What is smaller is a rim, on the bench (common practice). */
const RIM = { mm2: 1, mm: 3, widthMm: 0.5 } as const;
/** Looked at in so many directions, at so many thicknesses away. */
const DIRECTIONS = 12;
const AWAY = 1.5;
/** A rod has nothing beside it so many thicknesses away; a ridge has what it stands on. */
const FREE = 4;
/** A wall is as thick there, within a fifth; a rod is met beside its middle and is a little less. */
const SHEET = [0.8, 1.2] as const;
const ROD = [0.6, 1.2] as const;
const SHEET_DIRECTIONS = 7;
/** As far as it is not twice as thick or half. */
const KEPT = [0.5, 1.6] as const;

/**
 * The thinnest walls and rods of a mesh, thinnest first, each told once. A wedge of more than 9 degrees is none:
 * at 1.5 thicknesses up its slope it is more than a fifth thicker.
 * @param felt by thickness, thinnest first
 */
export function thinWalls(mesh: TriangleMesh, tree: RayTree, felt: readonly FeltWall[]): readonly ThinWall[] {
  const diagonal = diagonalOf(mesh);
  const walls: Reached[] = [];
  for (const point of felt.slice(0, MOST_LOOKED_AT)) {
    if (walls.length >= MOST) break;
    const beside = walls.filter((w) => distance(w.wall.at, point.at) < APART * diagonal);
    if (beside.some(({ wall }) => wall.area > BROAD * diagonal ** 2)) continue;
    const found = wallAt(mesh, tree, point, diagonal);
    if (found && beside.every(({ wall }) => wall.area * LARGER < found.wall.area)) walls.push(found);
  }
  return thinnestFirst(walls);
}

/**
 * Gaps that keep their width for a while, narrowest first: what is as thick as a wall, and is air. Each is told once,
 * however long it is.
 * @param inward the mesh with its faces turned round
 * @param felt by width, narrowest first
 */
export function narrowSlits(
  inward: TriangleMesh,
  tree: RayTree,
  felt: readonly FeltWall[],
): readonly ThinWall[] {
  const diagonal = diagonalOf(inward);
  const slits: Reached[] = [];
  for (const point of felt) {
    if (slits.length >= MOST) break;
    if (slits.some((s) => lies(point.at, s))) continue;
    const found = wallAt(inward, tree, point, diagonal);
    if (!found) continue;
    const same = slits.findIndex((s) => isOne(s, found));
    if (same < 0) slits.push(found);
    else if (slits[same]!.wall.length < found.wall.length) slits[same] = found;
  }
  return thinnestFirst(slits);
}

const thinnestFirst = (walls: readonly Reached[]): readonly ThinWall[] =>
  walls.map((w) => w.wall).sort((p, q) => p.thickness - q.thickness);

/** Whether two are of one slit: in one plane, and no farther apart than they are long. */
function isOne(a: Reached, b: Reached): boolean {
  const [x, y, z] = a.normal;
  const off =
    x * (b.wall.at[0] - a.wall.at[0]) + y * (b.wall.at[1] - a.wall.at[1]) + z * (b.wall.at[2] - a.wall.at[2]);
  return (
    Math.abs(off) <= a.wall.thickness && distance(a.wall.at, b.wall.at) <= (a.wall.length + b.wall.length) / 2
  );
}

/** Whether a point lies in a wall, as far as that was followed. */
function lies(point: Point, { wall, normal, ways, reach }: Reached): boolean {
  const d: Point = [point[0] - wall.at[0], point[1] - wall.at[1], point[2] - wall.at[2]];
  const dot = (a: Point) => d[0] * a[0] + d[1] * a[1] + d[2] * a[2];
  if (Math.abs(dot(normal)) > wall.thickness) return false;
  const [along, across] = [dot(ways[0]!), dot(ways[DIRECTIONS / 4]!)];
  const turn = (Math.atan2(across, along) / (2 * Math.PI) + 1) * DIRECTIONS;
  const sides = [Math.floor(turn), Math.ceil(turn)].map((i) => reach[i % DIRECTIONS]!);
  return Math.hypot(along, across) <= Math.max(...sides) + wall.thickness;
}

/**
 * The thinnest that is more than a rim, at a factor from file units to bench mm: over 1 mm2, or longer than 3 mm; and
 * where it is no rod, at least half a mm wide.
 */
export const thinnestWall = (walls: readonly ThinWall[], factor: number): ThinWall | null =>
  walls.find(
    ({ rod, area, length }) =>
      (area * factor ** 2 >= RIM.mm2 || length * factor >= RIM.mm) &&
      (rod || (area / length) * factor >= RIM.widthMm),
  ) ?? null;

const distance = (p: Point, q: Point) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

const plus = (p: Point, d: Point, s: number): Point => [p[0] + s * d[0], p[1] + s * d[1], p[2] + s * d[2]];

/** A wall with how far it goes each way across it. */
type Reached = {
  readonly wall: ThinWall;
  readonly normal: Point;
  readonly ways: readonly Point[];
  readonly reach: readonly number[];
};

function wallAt(mesh: TriangleMesh, tree: RayTree, felt: FeltWall, diagonal: number): Reached | null {
  const normal = unit(faceNormal(mesh, felt.face));
  const through = (p: Point, reach = diagonal) => thicknessThrough(mesh, tree, p, normal, reach);
  const inside = plus(felt.at, normal, -felt.thickness / 2);
  const first = through(inside);
  if (!first) return null;
  const { thickness } = first;
  const middle = plus(inside, normal, (first.ahead - first.behind) / 2);
  const ways = directions(normal);
  // What is thicker than asked for need not be known: its rays end there, and it counts as nothing.
  const beside = (d: Point, away: number, most: number) =>
    (through(plus(middle, d, away * thickness), most * thickness)?.thickness ?? 0) / thickness;
  const near = ways.map((d) => beside(d, AWAY, SHEET[1]));
  const rod = !isSheet(near);
  if (rod) {
    if (!goesOn(near)) return null;
    const isThin = (away: number) => ways.every((d) => beside(d, away, Infinity) <= ROD[1]);
    if (!isThin(AWAY) || !isThin(FREE) || !goesOn(ways.map((d) => beside(d, FREE, ROD[1])))) return null;
  }
  const keeps = (d: Point, s: number) => within(beside(d, s / thickness, KEPT[1]), KEPT);
  const reach = ways.map((d) => howFar((s) => keeps(d, s), thickness / 2, diagonal));
  const wall = { thickness, at: middle, area: areaOfStar(reach), length: longestAcross(reach), rod };
  return { wall, normal, ways, reach };
}

const within = (share: number, [least, most]: readonly [number, number]) => share >= least && share <= most;

const isSheet = (near: readonly number[]) => near.filter((s) => within(s, SHEET)).length >= SHEET_DIRECTIONS;

/** Both ways along one line, as a rod does; it must be thicker nowhere besides. */
const goesOn = (near: readonly number[]) =>
  near.some((s, i) => within(s, ROD) && within(near[(i + DIRECTIONS / 2) % DIRECTIONS]!, ROD));

/** The last distance at which something holds: doubled until it does not, then halved in between. */
function howFar(holds: (distance: number) => boolean, from: number, most: number): number {
  let good = from;
  let bad = 2 * from;
  while (bad < most && holds(bad)) {
    good = bad;
    bad *= 2;
  }
  for (let i = 0; i < 3; i++) {
    const middle = (good + bad) / 2;
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

const areaOfStar = (reach: readonly number[]) =>
  reach.reduce((sum, r, i) => sum + r * reach[(i + 1) % DIRECTIONS]!, 0) *
  0.5 *
  Math.sin((2 * Math.PI) / DIRECTIONS);

const longestAcross = (reach: readonly number[]) =>
  Math.max(...reach.map((r, i) => r + reach[(i + DIRECTIONS / 2) % DIRECTIONS]!));

const unit = ([x, y, z]: readonly number[]): Point => {
  const l = Math.hypot(x!, y!, z!) || 1;
  return [x! / l, y! / l, z! / l];
};

/** Unit vectors square to a normal, at equal angles. */
function directions(n: Point): readonly Point[] {
  const [nx, ny, nz] = n;
  const a = unit(Math.abs(nx) < 0.6 ? [0, nz, -ny] : [-nz, 0, nx]);
  const b: Point = [ny * a[2] - nz * a[1], nz * a[0] - nx * a[2], nx * a[1] - ny * a[0]];
  return Array.from({ length: DIRECTIONS }, (_, i) => {
    const angle = (2 * Math.PI * i) / DIRECTIONS;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return [c * a[0] + s * b[0], c * a[1] + s * b[1], c * a[2] + s * b[2]];
  });
}

const hit = noHit();

/** How thick it is along a line through a point; null where the point is not inside. */
function thicknessThrough(
  mesh: TriangleMesh,
  tree: RayTree,
  [x, y, z]: Point,
  n: Point,
  reach: number,
): { readonly thickness: number; readonly ahead: number; readonly behind: number } | null {
  const leaves = (sign: number): number | null => {
    const [dx, dy, dz] = [sign * n[0], sign * n[1], sign * n[2]];
    castRayInto(tree, x, y, z, dx, dy, dz, 0, reach, 0, -1, hit);
    if (hit.face < 0) return null;
    const [fx, fy, fz] = faceNormal(mesh, hit.face);
    return fx * dx + fy * dy + fz * dz > 0 ? hit.distance : null;
  };
  const ahead = leaves(1);
  const behind = ahead === null ? null : leaves(-1);
  return ahead === null || behind === null ? null : { thickness: ahead + behind, ahead, behind };
}
