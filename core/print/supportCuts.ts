import { faceNormal } from "#core/mesh/faces";
import { layerSweep } from "#core/mesh/layerSweep";
import { overhangRegions } from "#core/mesh/overhangRegions";
import { cutMesh, type CutPlane } from "#core/mesh/planeCut";
import { posedMesh, type Pose, type Vec3 } from "#core/mesh/pose";
import { buildRayTree } from "#core/mesh/rayTree";
import { slopePatches } from "#core/mesh/slopes";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import type { CutPlace } from "#core/print/cutting";
import { seamMinutes } from "#core/print/seamWork";
import type { Printer } from "#core/print/printer";
import { type SupportWork, supportWork } from "#core/print/supports";

/** What supports come to with a part whole, or with both of its pieces: contacts, ml, seconds, minutes of hands. */
export type SupportSum = Pick<SupportWork, "contacts" | "scarMm2" | "ml" | "seconds" | "cleanMinutes">;

/** A cut that spares supports: where, what it spares, and the seam that it leaves. Lengths mm, areas mm2. */
export type SupportCut = CutPlace & {
  readonly plane: CutPlane;
  readonly sectionMm2: number;
  readonly seamMm: number;
  /** Hands that gluing and filling it takes, minutes. */
  readonly seamMinutes: number;
  readonly whole: SupportSum;
  readonly cut: SupportSum;
  /** Which way of its file each piece lies down, from the low end up. */
  readonly downs: readonly [Vec3, Vec3];
};

/** Planes tried on the mesh, the ones that look best by its faces first. */
const TRIED = 8;
/** On meshes of more faces than this fewer are tried, since each takes longer; at least two. */
const TRIED_UP_TO = 120_000;
const LEAST_TRIED = 2;
/** A flat makes a natural place to cut from this share of the part's section on (our choice). */
const FLAT_SHARE = 0.02;
/** Besides flats, places at equal steps. */
const STEPS = 12;
/** No piece is a sliver. */
const LEAST_SHARE = 0.03;
/** Just off a flat, as a share of the axis, so that the flat lies on the bed. */
const OFF_FLAT = 2e-5;
const OVERHANG = -Math.SQRT1_2;

const axes: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
const opposite = ([x, y, z]: Vec3): Vec3 => [0 - x, 0 - y, 0 - z];

/**
 * Looks for one cut, square to an axis, that spares more of supports than its seam takes. Each piece lies on its cut
 * face or as the whole does. Null where there is none.
 * @param pose how the whole lies, and whether it is raised; pieces are raised where that is usual
 * @param factor from file units to mm on the bench
 */
export function supportCut(
  mesh: TriangleMesh,
  pose: Pose,
  raised: boolean | null,
  factor: number,
  printer: Printer,
  onShare?: (share: number) => boolean,
): SupportCut | null {
  const whole = supportsOf(mesh, pose.down, factor, printer, raised);
  if (whole.contacts === 0 && whole.ml === 0) return null;
  const places = placesOf(mesh, factor)
    .map((place) => ({ place, rough: roughMinutes(mesh, place, pose.down, factor) }))
    .sort((a, b) => a.rough - b.rough)
    .slice(0, triedOn(mesh.triangles.length / 3));
  const total = (sum: SupportSum, seam: number) => workOf(sum) + seam;
  let best: SupportCut | null = null;
  for (const [i, { place }] of places.entries()) {
    if (onShare?.(i / places.length) === false) return null;
    const cut = cutMesh(mesh, place.plane);
    if (!cut.ok) continue;
    const low = easiest(cut.value.below, [pose.down, place.plane.normal], factor, printer);
    const high = easiest(cut.value.above, [pose.down, opposite(place.plane.normal)], factor, printer);
    const sum = together(low.work, high.work);
    if (best && total(sum, place.seamMinutes) >= total(best.cut, best.seamMinutes)) continue;
    best = { ...place, whole, cut: sum, downs: [low.down, high.down] };
  }
  return best && total(best.cut, best.seamMinutes) < workOf(whole) ? best : null;
}

const triedOn = (faces: number): number =>
  Math.max(LEAST_TRIED, Math.min(TRIED, Math.round((TRIED * TRIED_UP_TO) / Math.max(1, faces))));

/** Machine and hands for a cm2 that hangs, to choose what is tried on the mesh, minutes (our choice). */
const MINUTES_A_CM2 = 2;
const roughMinutes = (mesh: TriangleMesh, place: Place, down: Vec3, factor: number): number =>
  place.seamMinutes + (MINUTES_A_CM2 * hangingAt(mesh, place, down) * factor ** 2) / 100;

/** Minutes that supports take, of hands and machine alike, to compare two ways to have them. */
const workOf = ({ cleanMinutes, seconds }: SupportSum) => cleanMinutes + seconds / 60;

const together = (a: SupportSum, b: SupportSum): SupportSum => ({
  contacts: a.contacts + b.contacts,
  scarMm2: a.scarMm2 + b.scarMm2,
  ml: a.ml + b.ml,
  seconds: a.seconds + b.seconds,
  cleanMinutes: a.cleanMinutes + b.cleanMinutes,
});

function supportsOf(
  mesh: TriangleMesh,
  down: Vec3,
  factor: number,
  printer: Printer,
  raised: boolean | null,
): SupportWork {
  const lying = posedMesh(mesh, { down, turnDeg: 0 });
  const { twin } = findTwins(lying);
  const overhangs = overhangRegions(lying, twin, buildRayTree(lying));
  return supportWork(printer, { overhangs, slopes: slopePatches(lying, twin) }, factor, raised);
}

/** The way to lie with the least to take off. */
function easiest(mesh: TriangleMesh, downs: readonly Vec3[], factor: number, printer: Printer) {
  return downs
    .map((down) => ({ down, work: supportsOf(mesh, down, factor, printer, null) }))
    .reduce((a, b) => (workOf(b.work) < workOf(a.work) ? b : a));
}

type Place = CutPlace & {
  readonly plane: CutPlane;
  readonly sectionMm2: number;
  readonly seamMm: number;
  readonly seamMinutes: number;
};

/** Just off every large flat that looks along an axis, and at equal steps. */
function placesOf(mesh: TriangleMesh, factor: number): readonly Place[] {
  const { min, max } = boundingBox(mesh.positions);
  return ([0, 1, 2] as const).flatMap((axis): readonly Place[] => {
    const size = max[axis]! - min[axis]!;
    if (!(size > 0)) return [];
    const [u, v] = [0, 1, 2].filter((k) => k !== axis) as [number, number];
    const section = (max[u]! - min[u]!) * (max[v]! - min[v]!);
    const flats = [...flatsAlong(mesh, axis, size)].filter(([, area]) => area >= FLAT_SHARE * section);
    const offsets = [
      ...flats.map(([level]) => level),
      ...Array.from({ length: STEPS - 1 }, (_, i) => min[axis]! + ((i + 1) / STEPS) * size),
    ];
    const inside = offsets.filter((o) => {
      const share = (o - min[axis]!) / size;
      return share >= LEAST_SHARE && share <= 1 - LEAST_SHARE;
    });
    const seams = seamsAt(mesh, axis, inside, factor);
    return inside.map((offset, i) => ({
      axis,
      share: (offset - min[axis]!) / size,
      plane: { normal: axes[axis]!, offset },
      ...seams[i]!,
    }));
  });
}

/** Area of flats by the level just off them: under what looks down the axis, over what looks up it. */
function flatsAlong(mesh: TriangleMesh, axis: 0 | 1 | 2, size: number): ReadonlyMap<number, number> {
  const levels = new Map<number, { offset: number; area: number }>();
  for (let f = 0; f < mesh.triangles.length / 3; f++) {
    const normal = faceNormal(mesh, f);
    const length = Math.hypot(...normal);
    if (!(Math.abs(normal[axis]) > 0.999 * length)) continue;
    const level = mesh.positions[3 * mesh.triangles[3 * f]! + axis]!;
    const side = Math.sign(normal[axis]);
    const key = 2 * Math.round(level / (1e-4 * size)) + (side > 0 ? 1 : 0);
    const known = levels.get(key);
    if (known) known.area += length / 2;
    else levels.set(key, { offset: level + side * OFF_FLAT * size, area: length / 2 });
  }
  return new Map([...levels.values()].map((l) => [l.offset, l.area]));
}

/**
 * What hangs with a cut at a place, by the faces on either side of it alone, each side lying on its cut face or as the
 * whole does.
 */
function hangingAt(mesh: TriangleMesh, { axis, plane: { normal, offset } }: Place, down: Vec3): number {
  const ways = [
    [down, normal],
    [down, opposite(normal)],
  ] as const;
  const { min, max } = boundingBox(mesh.positions);
  const near = 1e-4 * (max[axis]! - min[axis]!);
  const sums = [
    [0, 0],
    [0, 0],
  ];
  const lowest = ways.map((downs) => downs.map(() => Infinity));
  const { positions, triangles } = mesh;
  const along = (v: number, d: Vec3) =>
    -(positions[3 * v]! * d[0] + positions[3 * v + 1]! * d[1] + positions[3 * v + 2]! * d[2]);
  const sideOf = (f: number) => {
    const middle =
      (positions[3 * triangles[3 * f]! + axis]! +
        positions[3 * triangles[3 * f + 1]! + axis]! +
        positions[3 * triangles[3 * f + 2]! + axis]!) /
      3;
    return middle < offset ? 0 : 1;
  };
  for (let f = 0; f < triangles.length / 3; f++) {
    const side = sideOf(f);
    lowest[side]![0] = Math.min(
      lowest[side]![0]!,
      ...[0, 1, 2].map((k) => along(triangles[3 * f + k]!, down)),
    );
  }
  // On its cut face a piece stands on the plane.
  lowest[0]![1] = -offset;
  lowest[1]![1] = offset;
  for (let f = 0; f < triangles.length / 3; f++) {
    const side = sideOf(f);
    const n = faceNormal(mesh, f);
    const length = Math.hypot(...n) || 1;
    ways[side]!.forEach((d, way) => {
      const up = -(n[0] * d[0] + n[1] * d[1] + n[2] * d[2]);
      if (up > OVERHANG * length) return;
      const onBed = [0, 1, 2].every((k) => along(triangles[3 * f + k]!, d) <= lowest[side]![way]! + near);
      if (!onBed) sums[side]![way]! -= up / 2;
    });
  }
  return Math.min(...sums[0]!) + Math.min(...sums[1]!);
}

/** From these directions an axis is brought upright for the sweep. */
const downsOfAxes: readonly Vec3[] = axes.map(opposite);

/** Sections and seams at places along an axis, on the bench. */
function seamsAt(mesh: TriangleMesh, axis: 0 | 1 | 2, offsets: readonly number[], factor: number) {
  const posed = posedMesh(mesh, { down: downsOfAxes[axis]!, turnDeg: 0 });
  // A sweep goes upward.
  const order = offsets.map((_, i) => i).sort((a, b) => offsets[a]! - offsets[b]!);
  const heights = Float64Array.from(order, (i) => offsets[i]!);
  const { areas, perimeters } = layerSweep(posed, findTwins(posed).twin, heights);
  const found: Pick<Place, "sectionMm2" | "seamMm" | "seamMinutes">[] = [];
  order.forEach((place, i) => {
    const seamMm = perimeters[i]! * factor;
    found[place] = {
      sectionMm2: Math.abs(areas[i]!) * factor ** 2,
      seamMm,
      seamMinutes: seamMinutes(1, seamMm),
    };
  });
  return found;
}
