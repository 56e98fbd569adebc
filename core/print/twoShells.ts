import { type Outcome, refused, success } from "#core/outcome";
import { hollowMesh, withRooms } from "#core/mesh/hollow";
import { layerSweep } from "#core/mesh/layerSweep";
import { cutMesh, type CutPlane } from "#core/mesh/planeCut";
import { posedMesh, type Vec3 } from "#core/mesh/pose";
import { boundingBox, boxSize, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { beadWidthMm } from "#core/print/bead";
import type { Printer } from "#core/print/printer";
import { seamMinutes } from "#core/print/seamWork";

/** A part as two open halves with nothing between them. Lengths mm, on the bench. */
export type TwoShells = {
  readonly pieces: readonly [TriangleMesh, TriangleMesh];
  readonly plane: CutPlane;
  readonly axis: 0 | 1 | 2;
  readonly wallMm: number;
  /** Material of both. */
  readonly millilitres: number;
  readonly seamMm: number;
  readonly seamMinutes: number;
};

/** Walls of a shell, mm: three beads, or what resin of that size holds by (common practice). */
export const shellWallMm = (printer: Printer): number =>
  printer.process === "resin" ? 2 : Number((3 * beadWidthMm(printer.nozzleMm)).toFixed(2));

/** A void thinner than this many walls is not worth a seam (our choice). */
const LEAST_VOID = 2;
const axes: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
const downs: readonly Vec3[] = [
  [-1, 0, 0],
  [0, -1, 0],
  [0, 0, -1],
];

/**
 * Splits a part through the middle of its thinnest way into two shells: a door into its front and its back. Each lies
 * on its outer face and is open at the cut, so that no infill and no lid are printed.
 * @param factor from file units to mm on the bench
 */
export function twoShells(
  mesh: TriangleMesh,
  wallMm: number,
  factor: number,
  onShare?: (share: number) => boolean,
): Outcome<TwoShells> {
  const { min, max } = boundingBox(mesh.positions);
  const size = boxSize({ min, max });
  const axis = ([0, 1, 2] as const).reduce((a, b) => (size[b] < size[a] ? b : a));
  const thickMm = size[axis] * factor;
  if (thickMm < (2 + LEAST_VOID) * wallMm)
    return refused(
      "shells/thin",
      `It is ${thickMm.toFixed(1)} mm thick; two walls of ${wallMm} mm would leave no void worth a seam.`,
    );
  const hollow = hollowMesh(mesh, wallMm / factor, factor, onShare);
  if (!hollow.ok) return hollow;
  const plane: CutPlane = { normal: axes[axis]!, offset: (min[axis] + max[axis]) / 2 };
  const cut = cutMesh(withRooms(mesh, hollow.value.inner), plane);
  if (!cut.ok) return cut;
  const posed = posedMesh(mesh, { down: downs[axis]!, turnDeg: 0 });
  const { perimeters } = layerSweep(posed, findTwins(posed).twin, Float64Array.of(plane.offset));
  const seamMm = perimeters[0]! * factor;
  return success({
    pieces: [cut.value.below, cut.value.above],
    plane,
    axis,
    wallMm,
    millilitres: ((hollow.value.solidVolume - hollow.value.cavityVolume) * factor ** 3) / 1000,
    seamMm,
    seamMinutes: seamMinutes(1, seamMm),
  });
}
