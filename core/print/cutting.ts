import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { layerSweep } from "#core/mesh/layerSweep";
import { type CutPlane, cutMesh } from "#core/mesh/planeCut";
import { posedMesh, type Vec3 } from "#core/mesh/pose";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { MOST_PIECES } from "#core/print/fit";
import { pegPlaces, type PegStyle } from "#core/print/pegPlaces";
import { type Printer, usableBed } from "#core/print/printer";

/**
 * One place to cut, and what speaks for it. Areas and lengths on the bench. `share`: how far along the part,
 * 0 to 1.
 */
export type ProposedCut = {
  readonly plane: CutPlane;
  readonly axis: 0 | 1 | 2;
  readonly share: number;
  readonly sectionMm2: number;
  readonly seamMm: number;
  readonly corners: number;
  readonly natural: boolean;
  readonly reason: string;
};

/** Planes that bring a part onto a bed, and how many pieces they make. */
export type CutProposal = { readonly cuts: readonly ProposedCut[]; readonly pieces: number };

export type CuttingProblem = Problem<
  "cut/none-needed" | "cut/too-many" | "cut/misses" | "cut/open" | "cut/peg-outside" | "cut/stopped"
>;

/** Places tried along an axis. */
const TRIED = 160;
const axes: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
/** From these directions an axis is brought upright for the sweep. */
const downs: readonly Vec3[] = [
  [-1, 0, 0],
  [0, -1, 0],
  [0, 0, -1],
];

/**
 * Proposes where to cut a part that fits no way on a printer: as few planes as possible, square to its axes,
 * each where
 * the section is small, the seam short and little detail crossed; a place where the section steps is a
 * natural line.
 * @param factor from file units to mm on the bench
 */
export function proposeCuts(
  mesh: TriangleMesh,
  twin: Int32Array,
  factor: number,
  printer: Printer,
): Outcome<CutProposal, CuttingProblem> {
  const { min, max } = boundingBox(mesh.positions);
  const bed = usableBed(printer);
  const size = [0, 1, 2].map((k) => (max[k]! - min[k]!) * factor) as [number, number, number];
  const counts = piecesOn(size, bed);
  const pieces = counts[0] * counts[1] * counts[2];
  if (pieces === 1) return refused("cut/none-needed", `It fits ${printer.name} whole.`);
  if (pieces > MOST_PIECES)
    return refused(
      "cut/too-many",
      `It would take ${pieces} pieces to fit ${printer.name}; up to ${MOST_PIECES} are cut. Choose a larger bed or a smaller scale.`,
    );
  const cuts: ProposedCut[] = [];
  for (const axis of [0, 1, 2] as const) {
    if (counts[axis] === 1) continue;
    const room = roomAlong(axis, bed, size, counts);
    const profile = sectionsAlong(mesh, twin, axis, factor);
    // From the low end: each piece may be as long as the bed, and what is left must still fit in the rest.
    let from = 0;
    for (let i = 1; i < counts[axis]; i++) {
      const earliest = Math.max(from + 0.2 * room, size[axis] - (counts[axis] - i) * room);
      const latest = Math.min(from + room, size[axis] - 0.05 * room);
      const cut = bestPlace(profile, axis, size[axis], min[axis]!, factor, earliest, latest);
      cuts.push(cut);
      from = cut.share * size[axis];
    }
  }
  return success({ cuts, pieces });
}

/** How many pieces along each axis; x and y may change places on the bed. */
export function piecesOn(
  size: readonly [number, number, number],
  bed: readonly [number, number, number],
): readonly [number, number, number] {
  const n = (s: number, b: number) => Math.max(1, Math.ceil(s / b - 1e-6));
  const straight = [n(size[0], bed[0]), n(size[1], bed[1]), n(size[2], bed[2])] as const;
  const turned = [n(size[0], bed[1]), n(size[1], bed[0]), n(size[2], bed[2])] as const;
  return straight[0] * straight[1] <= turned[0] * turned[1] ? straight : turned;
}

function roomAlong(
  axis: 0 | 1 | 2,
  bed: readonly [number, number, number],
  size: readonly [number, number, number],
  counts: readonly [number, number, number],
): number {
  if (axis === 2) return bed[2];
  const asIs = Math.ceil(size[axis] / bed[axis] - 1e-6) <= counts[axis];
  return asIs ? bed[axis] : bed[1 - axis]!;
}

type Sections = {
  readonly areas: Float64Array;
  readonly perimeters: Float64Array;
  readonly corners: Float64Array;
};

/** Sections square to an axis at equal steps, in mm2 and mm. */
function sectionsAlong(mesh: TriangleMesh, twin: Int32Array, axis: 0 | 1 | 2, factor: number): Sections {
  const posed = posedMesh(mesh, { down: downs[axis]!, turnDeg: 0 });
  const { min, max } = boundingBox(posed.positions);
  const heights = Float64Array.from(
    { length: TRIED },
    (_, i) => min[2] + ((i + 0.5) / TRIED) * (max[2] - min[2]),
  );
  const { areas, perimeters, corners, contours } = layerSweep(posed, twin, heights);
  return {
    areas: areas.map((a) => Math.abs(a) * factor * factor),
    perimeters: perimeters.map((p) => p * factor),
    corners: Float64Array.from(corners, (c, i) => c + 2 * contours[i]!),
  };
}

function bestPlace(
  { areas, perimeters, corners }: Sections,
  axis: 0 | 1 | 2,
  sizeMm: number,
  low: number,
  factor: number,
  earliest: number,
  latest: number,
): ProposedCut {
  const mean = (list: Float64Array) => list.reduce((s, v) => s + v, 0) / list.length || 1;
  const [a, p, c] = [mean(areas), mean(perimeters), mean(corners)];
  let best = -1;
  let least = Infinity;
  const stepAt = (i: number) => Math.abs((areas[i + 1] ?? areas[i]!) - (areas[i - 1] ?? areas[i]!)) / a;
  for (let i = 0; i < TRIED; i++) {
    const at = ((i + 0.5) / TRIED) * sizeMm;
    if (at < earliest - 1e-9 || at > latest + 1e-9) continue;
    // A little for the middle of what is allowed, so that pieces come out alike where all else is.
    const off = Math.abs(at - (earliest + latest) / 2) / Math.max(1e-9, latest - earliest);
    const score =
      0.6 * (areas[i]! / a) +
      0.8 * (perimeters[i]! / p) +
      0.3 * (corners[i]! / c) -
      0.6 * Math.min(1, stepAt(i)) +
      0.1 * off;
    if (score < least) {
      least = score;
      best = i;
    }
  }
  if (best < 0)
    best = Math.min(TRIED - 1, Math.max(0, Math.round(((earliest + latest) / 2 / sizeMm) * TRIED - 0.5)));
  const share = (best + 0.5) / TRIED;
  const natural = stepAt(best) > 0.05 || areas[best]! < 0.9 * a;
  const words = [
    areas[best]! < 0.97 * a
      ? `a section of ${areas[best]!.toFixed(0)} mm2, ${Math.round(100 * (1 - areas[best]! / a))} % under its mean`
      : `a section of ${areas[best]!.toFixed(0)} mm2`,
    perimeters[best]! < 0.97 * p ? "a short seam" : "",
    natural ? "where the section steps anyway" : "",
  ]
    .filter(Boolean)
    .join(", ");
  return {
    plane: { normal: axes[axis]!, offset: low + (share * sizeMm) / factor },
    axis,
    share,
    sectionMm2: areas[best]!,
    seamMm: perimeters[best]!,
    corners: corners[best]!,
    natural,
    reason: `${words}; both sides fit`,
  };
}

/** A cut put somewhere by hand, square to an axis. `share`: how far along the part, 0 to 1. */
export type CutPlace = { readonly axis: 0 | 1 | 2; readonly share: number };

/**
 * What a cut at a place would be: its section, its seam, and the pegs that it has room for, mm on the bench.
 */
export type PlacedCut = CutPlace & {
  readonly plane: CutPlane;
  readonly sectionMm2: number;
  readonly seamMm: number;
  readonly pegs: number;
  readonly pegRadiusMm: number;
};

/** @param style null for flat faces to be glued */
export function cutAt(
  mesh: TriangleMesh,
  twin: Int32Array,
  { axis, share }: CutPlace,
  factor: number,
  style: PegStyle | null,
): PlacedCut {
  const { min, max } = boundingBox(mesh.positions);
  const plane: CutPlane = { normal: axes[axis]!, offset: min[axis]! + share * (max[axis]! - min[axis]!) };
  const { areas, perimeters } = layerSweep(
    posedMesh(mesh, { down: downs[axis]!, turnDeg: 0 }),
    twin,
    Float64Array.of(plane.offset),
  );
  const pegs = style ? pegPlaces(mesh, plane, factor, style) : [];
  return {
    axis,
    share,
    plane,
    sectionMm2: Math.abs(areas[0]!) * factor * factor,
    seamMm: perimeters[0]! * factor,
    pegs: pegs.length,
    pegRadiusMm: pegs.length > 0 ? Math.min(...pegs.map((p) => p.radius)) * factor : 0,
  };
}

/** What a part was cut into, and how many pegs hold it together. */
export type CutPieces = { readonly pieces: readonly TriangleMesh[]; readonly pegs: number };

/**
 * Cuts a mesh along planes, one after the other, with pegs where there is room for them. Pieces come from the
 * low end of
 * the first plane's direction upward.
 * @param style null for flat faces to be glued
 */
export function cutIntoPieces(
  mesh: TriangleMesh,
  planes: readonly CutPlane[],
  factor: number,
  style: PegStyle | null,
  onShare?: (share: number) => boolean,
): Outcome<CutPieces, CuttingProblem> {
  let pieces: TriangleMesh[] = [mesh];
  let pegCount = 0;
  for (const [i, plane] of planes.entries()) {
    const next: TriangleMesh[] = [];
    for (const [k, piece] of pieces.entries()) {
      if (onShare?.((i + k / pieces.length) / planes.length) === false)
        return refused("cut/stopped", "Cutting was stopped; nothing was changed.");
      if (!straddles(piece, plane)) {
        next.push(piece);
        continue;
      }
      let pegs = style ? pegPlaces(piece, plane, factor, style) : [];
      let cut = cutMesh(piece, plane, pegs);
      if (!cut.ok && cut.problems[0]!.code === "cut/peg-outside") {
        // A peg that does not fit after all is left out rather than the cut.
        pegs = [];
        cut = cutMesh(piece, plane);
      }
      if (!cut.ok) return cut;
      pegCount += pegs.length;
      next.push(cut.value.below, cut.value.above);
      if (next.length > MOST_PIECES)
        return refused("cut/too-many", `These planes make more than ${MOST_PIECES} pieces. Take some away.`);
    }
    pieces = next;
  }
  if (pieces.length === 1) return refused("cut/misses", "No plane meets the part. Move one until it does.");
  onShare?.(1);
  return success({ pieces, pegs: pegCount });
}

/** True where the plane leaves a real piece on both sides. */
function straddles({ positions }: TriangleMesh, { normal, offset }: CutPlane): boolean {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < positions.length; i += 3) {
    const d =
      normal[0] * positions[i]! + normal[1] * positions[i + 1]! + normal[2] * positions[i + 2]! - offset;
    low = Math.min(low, d);
    high = Math.max(high, d);
  }
  const size = high - low;
  return low < -1e-3 * size && high > 1e-3 * size;
}
