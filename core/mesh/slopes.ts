import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";

/** Degrees in one slope bin. */
export const SLOPE_BIN_DEG = 3;
const BINS = 180 / SLOPE_BIN_DEG;

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
    // Bins are centred on 0, 3, 6, ...: walls and flats then fall in the middle of theirs.
    bin[f] = Math.min(BINS, Math.round(deg / SLOPE_BIN_DEG));
    if (
      bin[f] === BINS &&
      positions[a + 2]! <= bedAt &&
      positions[b + 2]! <= bedAt &&
      positions[c + 2]! <= bedAt
    )
      bin[f] = BINS + 1;
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
      slopeDeg: Math.min(BINS, g.bin) * SLOPE_BIN_DEG,
      area: g.area,
      patchArea: g.area / g.count,
      onBed: g.bin === BINS + 1,
    }));
}
