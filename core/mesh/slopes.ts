import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";

/**
 * Middles of the slope bins, degrees: 1 apart near the level, where a degree more doubles what is seen of the
 * steps, 3 apart elsewhere. Level faces and walls fall in the middle of theirs.
 */
const FINE_TO_DEG = 5;
const BIN_DEG = 3;
const middles: readonly number[] = (() => {
  const above = Array.from({ length: FINE_TO_DEG }, (_, i) => i);
  const coarse = Array.from({ length: 28 }, (_, i) => 6 + BIN_DEG * i);
  const up = [...above, ...coarse];
  return [...up, 90, ...[...up].reverse().map((deg) => 180 - deg)];
})();
/** Past this many degrees a face belongs to the next bin. */
const ends = middles.map((deg, i) => (deg + (middles[i + 1] ?? Infinity)) / 2);
/** The bin of every half a degree, so that a face finds its own in one step or two. */
const binFrom = Uint8Array.from({ length: 361 }, (_, half) => ends.findIndex((end) => half / 2 <= end));

/** @param deg from straight up, 0 to 180 */
function binOf(deg: number): number {
  let bin = binFrom[Math.floor(2 * deg)]!;
  while (deg > ends[bin]!) bin++;
  return bin;
}
/** Faces of the lowest plane, which are printed against the bed. */
const ON_BED = middles.length;

/**
 * How much surface lies at which slope, gathered from connected patches of like slope.
 *
 * - `slopeDeg`: angle of the outward normal from straight up: 0 a flat top, 90 a wall, 180 a flat underside
 * - `area`: total of the patches of this slope and size class, file units squared
 * - `patchArea`: mean area of those patches: what is seen as one face
 * - `onBed`: lies on the lowest plane, so it is printed against the bed
 */
export type SlopePatch = {
  readonly slopeDeg: number;
  readonly area: number;
  readonly patchArea: number;
  readonly onBed: boolean;
};

/**
 * Groups faces that share an edge and a slope bin into patches, then patches by slope and by size in powers
 * of four.
 */
export function slopePatches(mesh: TriangleMesh, twin: Int32Array): readonly SlopePatch[] {
  const { positions, triangles } = mesh;
  const faceCount = triangles.length / 3;
  const bin = new Uint8Array(faceCount);
  const areas = new Float64Array(faceCount);
  let bottom = Infinity;
  let top = -Infinity;
  for (let i = 2; i < positions.length; i += 3) {
    if (positions[i]! < bottom) bottom = positions[i]!;
    if (positions[i]! > top) top = positions[i]!;
  }
  const bedAt = bottom + 1e-4 * (top - bottom);
  for (let f = 0; f < faceCount; f++) {
    const a = 3 * triangles[3 * f]!;
    const b = 3 * triangles[3 * f + 1]!;
    const c = 3 * triangles[3 * f + 2]!;
    const ux = positions[b]! - positions[a]!;
    const uy = positions[b + 1]! - positions[a + 1]!;
    const uz = positions[b + 2]! - positions[a + 2]!;
    const vx = positions[c]! - positions[a]!;
    const vy = positions[c + 1]! - positions[a + 1]!;
    const vz = positions[c + 2]! - positions[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    areas[f] = length / 2;
    const deg = length === 0 ? 90 : (Math.acos(Math.max(-1, Math.min(1, nz / length))) * 180) / Math.PI;
    bin[f] = binOf(deg);
    if (
      bin[f] === ON_BED - 1 &&
      positions[a + 2]! <= bedAt &&
      positions[b + 2]! <= bedAt &&
      positions[c + 2]! <= bedAt
    )
      bin[f] = ON_BED;
  }
  const patches = unionFind(faceCount);
  for (let h = 0; h < twin.length; h++) {
    const g = twin[h]!;
    if (g > h && bin[(h / 3) | 0] === bin[(g / 3) | 0]) patches.join((h / 3) | 0, (g / 3) | 0);
  }
  const patchArea = new Float64Array(faceCount);
  for (let f = 0; f < faceCount; f++) patchArea[patches.find(f)]! += areas[f]!;
  const groups = new Map<number, { area: number; count: number; bin: number }>();
  for (let f = 0; f < faceCount; f++) {
    if (patches.find(f) !== f || patchArea[f] === 0) continue;
    const sizeClass = Math.floor(Math.log2(patchArea[f]!) / 2);
    const key = bin[f]! * 1000 + sizeClass + 500;
    const group = groups.get(key) ?? { area: 0, count: 0, bin: bin[f]! };
    group.area += patchArea[f]!;
    group.count++;
    groups.set(key, group);
  }
  return [...groups.entries()]
    .sort(([p], [q]) => p - q)
    .map(([, g]) => ({
      slopeDeg: middles[Math.min(ON_BED - 1, g.bin)]!,
      area: g.area,
      patchArea: g.area / g.count,
      onBed: g.bin === ON_BED,
    }));
}
