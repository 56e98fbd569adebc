import { diagonalOf, faceNormal, pointInFace } from "#core/mesh/faces";
import { buildRayTree, castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { FeltWall } from "#core/mesh/thinWalls";
import { type Side, wallDistance } from "#core/mesh/wallRays";

/**
 * Wall thickness, or gap width, at points spread evenly over the surface, file units.
 *
 * - `sorted`: what was found, ascending; each stands for an equal share of the area
 * - `without`: share of the area where no wall faces back (edges, open meshes; most of a surface, for gaps)
 */
export type ThicknessSample = {
  readonly sorted: Float32Array;
  readonly without: number;
};

export type SampleOptions = {
  /** Into the material, or out of it for the width of gaps. */
  readonly side?: Side;
  /** Turns the pattern; the same number gives the same points. In [0, 1). */
  readonly start?: number;
  /** Made once where several samples are taken. */
  readonly tree?: RayTree;
  /** Further than this counts as no wall, file units. */
  readonly reach?: number;
};

/** Most faces looked at for one sample, and rays cast to foresee how many one ray looks at. */
const TESTS = 1e7;
const PROBES = 32;

/**
 * Feels walls at `count` points, placed at equal steps of area along the order of the tree, so that every
 * region has its share.
 * Where rays are dear, as through a thousand faces that lie in one place, fewer points are taken.
 */
export function sampleThickness(
  mesh: TriangleMesh,
  wanted: number,
  { side = "inside", start = 0.5, tree = buildRayTree(mesh), reach }: SampleOptions = {},
): ThicknessSample & { readonly felt: readonly FeltWall[] } {
  const { faces } = tree;
  const cumulative = new Float64Array(faces.length + 1);
  for (let i = 0; i < faces.length; i++)
    cumulative[i + 1] = cumulative[i]! + Math.hypot(...faceNormal(mesh, faces[i]!));
  const total = cumulative[faces.length]!;
  const diagonal = diagonalOf(mesh);
  if (!(total > 0) || wanted === 0) return { sorted: new Float32Array(0), without: 1, felt: [] };
  const count = Math.max(1, Math.min(wanted, Math.floor(TESTS / (5 * testsPerRay(mesh, tree)))));
  const found: FeltWall[] = [];
  const missed = new Uint8Array(faces.length).fill(1);
  let without = 0;
  let place = 0;
  const feel = (k: number, face: number): FeltWall => {
    const normal = faceNormal(mesh, face);
    const at = pointInFace(
      mesh,
      face,
      fraction(k + start, 0.7548776662466927),
      fraction(k + start, 0.5698402909980532),
    );
    const turn = fraction(k, 0.6180339887498949) * Math.PI * 2;
    const far = reach ?? 2 * diagonal;
    return { at, face, thickness: wallDistance(tree, side, face, at, normal, turn, 1e-5 * diagonal, far) };
  };
  for (let k = 0; k < count; k++) {
    const target = ((k + start) / count) * total;
    while (place + 1 < faces.length && cumulative[place + 1]! <= target) place++;
    const face = faces[place]!;
    if (cumulative[place + 1] === cumulative[place]) continue;
    missed[place] = 0;
    const felt = feel(k, face);
    if (felt.thickness < Infinity) found.push(felt);
    else without++;
  }
  const sorted = Float32Array.from(found, (p) => p.thickness).sort();
  if (side === "inside") found.push(...feltBetween(missed, cumulative, count, (k, i) => feel(k, faces[i]!)));
  return { sorted, without: without / count, felt: found.sort((p, q) => p.thickness - q.thickness) };
}

/**
 * Walls felt on faces that no point came to, so that what is small is felt too; they stand for no share of the area.
 * @param missed 1 where no point came, in the order of the tree
 */
function feltBetween(
  missed: Uint8Array,
  cumulative: Float64Array,
  most: number,
  feel: (k: number, place: number) => FeltWall,
): readonly FeltWall[] {
  const places: number[] = [];
  for (let i = 0; i < missed.length; i++)
    if (missed[i] === 1 && cumulative[i + 1]! > cumulative[i]!) places.push(i);
  const every = Math.max(1, Math.ceil(places.length / most));
  return places
    .filter((_, i) => i % every === 0)
    .map((place, k) => feel(k, place))
    .filter((felt) => felt.thickness < Infinity);
}

/** Faces that a ray looks at in the mean, by a few of them. */
function testsPerRay(mesh: TriangleMesh, tree: RayTree): number {
  const hit = noHit();
  for (let k = 0; k < PROBES; k++) {
    const face = tree.faces[Math.floor(((k + 0.5) / PROBES) * tree.faces.length)]!;
    const at = pointInFace(mesh, face, 0.3, 0.3);
    const [nx, ny, nz] = faceNormal(mesh, face);
    const length = Math.hypot(nx, ny, nz) || 1;
    castRayInto(
      tree,
      at[0],
      at[1],
      at[2],
      -nx / length,
      -ny / length,
      -nz / length,
      0,
      Infinity,
      0,
      face,
      hit,
    );
  }
  return Math.max(1, hit.tests / PROBES);
}

const fraction = (k: number, step: number) => (k * step + 0.5) % 1;

/**
 * The thickness that a share of the measured surface stays under, file units; NaN when nothing was measured.
 */
export const thicknessAt = (sample: ThicknessSample, share: number): number =>
  ranked(sample, share * sample.sorted.length);

const ranked = ({ sorted }: ThicknessSample, rank: number) =>
  sorted[Math.max(0, Math.min(sorted.length - 1, Math.floor(rank)))] ?? Number.NaN;

/**
 * The thickness at a share with its 95 % interval, from the ranks n p -+ 1.96 sqrt(n p (1 - p)): it needs no
 * assumption
 * on how thickness is spread.
 * @source order statistics of a binomial count, distribution free
 */
export function thicknessInterval(
  sample: ThicknessSample,
  share: number,
): { readonly low: number; readonly value: number; readonly high: number } {
  const n = sample.sorted.length;
  const half = 1.96 * Math.sqrt(n * share * (1 - share));
  return {
    low: ranked(sample, n * share - half),
    value: ranked(sample, n * share),
    high: ranked(sample, n * share + half),
  };
}

/** Share of the measured surface that is thinner than a limit. */
export function shareThinner(sample: ThicknessSample, limit: number): number {
  if (sample.sorted.length === 0) return 0;
  let low = 0;
  let high = sample.sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sample.sorted[middle]! < limit) low = middle + 1;
    else high = middle;
  }
  return low / sample.sorted.length;
}

/**
 * Share of the whole surface that is under a limit, with its 95 % interval. Where none was found, up to 3 / n
 * may still
 * be: a rule of three.
 */
export function shareUnder(
  sample: ThicknessSample,
  limit: number,
): { readonly low: number; readonly value: number; readonly high: number } {
  const measured = sample.sorted.length;
  if (measured === 0) return { low: 0, value: 0, high: 0 };
  const points = measured / (1 - sample.without);
  const value = (shareThinner(sample, limit) * measured) / points;
  if (value === 0) return { low: 0, value: 0, high: 3 / points };
  const half = 1.96 * Math.sqrt((value * (1 - value)) / points);
  return { low: Math.max(0, value - half), value, high: Math.min(1, value + half) };
}
