import { clearances, type FitKind } from "#core/joints/clearance";
import { extruded } from "#core/mesh/extrude";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** How wide the peg of a trial is, and the material round its sockets, mm. */
const PEG_MM = 6;
const WALL_MM = 4;
const THICK_MM = 5;
const TRIED = 5;
const MARK_MM = 1;

/**
 * Gaps a side that a trial offers, mm: round what is usual for the fit, in steps that a machine can tell
 * apart.
 */
export function couponGaps(process: "filament" | "resin", fit: FitKind): readonly number[] {
  const [low, high] = clearances[process][fit];
  const step = process === "filament" ? 0.05 : 0.025;
  const middle = Math.round((low + high) / 2 / step) * step;
  const first = Math.max(0, middle - 2 * step);
  return Array.from({ length: TRIED }, (_, i) => Number((first + i * step).toFixed(3)));
}

/**
 * A strip with a square socket for every gap, notched once more at each, and the square peg that is tried in
 * them: two
 * closed meshes side by side, mm, flat on the bed.
 */
export function couponMesh(
  process: "filament" | "resin",
  fit: FitKind,
): { readonly strip: TriangleMesh; readonly peg: TriangleMesh; readonly gaps: readonly number[] } {
  const gaps = couponGaps(process, fit);
  const pitch = PEG_MM + 2 * Math.max(...gaps) + WALL_MM;
  const depth = PEG_MM + 2 * Math.max(...gaps) + 2 * WALL_MM;
  const length = gaps.length * pitch + WALL_MM;
  // One notch in the edge under the first socket, two under the second: read with a fingernail.
  const edge: number[] = [0, 0];
  gaps.forEach((_, i) => {
    for (let n = 0; n <= i; n++) {
      const x = WALL_MM + i * pitch + n * 1.7 * MARK_MM;
      if (x + MARK_MM < WALL_MM + (i + 1) * pitch - 0.5)
        edge.push(x, 0, x, MARK_MM, x + MARK_MM, MARK_MM, x + MARK_MM, 0);
    }
  });
  const outer = [...edge, length, 0, length, depth, 0, depth];
  const holes = gaps.map((gap, i) => {
    const half = PEG_MM / 2 + gap;
    const x = WALL_MM + i * pitch + (pitch - WALL_MM) / 2;
    const y = depth / 2;
    return [x - half, y - half, x - half, y + half, x + half, y + half, x + half, y - half];
  });
  const peg = [0, depth + 4, PEG_MM, depth + 4, PEG_MM, depth + 4 + PEG_MM, 0, depth + 4 + PEG_MM];
  return { strip: extruded([outer, ...holes], 0, THICK_MM), peg: extruded([peg], 0, 3 * THICK_MM), gaps };
}
