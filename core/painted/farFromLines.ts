import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** Faces are taken in order of their distance, in steps of so much, mm. */
const STEP_MM = 0.2;

/**
 * How far the middle of every face is from the nearest of some edges that the surface leads to, as the crow flies, mm;
 * Infinity beyond a limit.
 * @param lines half-edges
 * @param passes whether the distance may be carried over a half-edge
 */
export function farFromLines(
  { positions, triangles }: TriangleMesh,
  centre: Float32Array,
  twin: Int32Array,
  lines: readonly number[],
  limitMm: number,
  passes: (h: number) => boolean = () => true,
): Float32Array {
  const far = new Float32Array(centre.length / 3).fill(Infinity);
  const from = new Int32Array(far.length).fill(-1);
  const buckets: number[][] = [];
  const distance = (f: number, h: number): number => {
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[h % 3 === 2 ? h - 2 : h + 1]!;
    const ex = positions[b]! - positions[a]!;
    const ey = positions[b + 1]! - positions[a + 1]!;
    const ez = positions[b + 2]! - positions[a + 2]!;
    const px = centre[3 * f]! - positions[a]!;
    const py = centre[3 * f + 1]! - positions[a + 1]!;
    const pz = centre[3 * f + 2]! - positions[a + 2]!;
    const long = ex * ex + ey * ey + ez * ez;
    const t = long > 0 ? Math.max(0, Math.min(1, (px * ex + py * ey + pz * ez) / long)) : 0;
    return Math.hypot(px - t * ex, py - t * ey, pz - t * ez);
  };
  const reach = (f: number, h: number): void => {
    const d = distance(f, h);
    if (d > limitMm || d >= far[f]! - 1e-6) return;
    far[f] = d;
    from[f] = h;
    const b = (d / STEP_MM) | 0;
    (buckets[b] ??= []).push(f);
  };
  for (const h of lines) {
    reach((h / 3) | 0, h);
    if (twin[h]! >= 0) reach((twin[h]! / 3) | 0, h);
  }
  for (let b = 0; b < buckets.length; b++) {
    const bucket = buckets[b];
    if (!bucket) continue;
    // A face may be found nearer while its step is worked on: it is told on again.
    for (let i = 0; i < bucket.length; i++) {
      const f = bucket[i]!;
      if (((far[f]! / STEP_MM) | 0) < b) continue;
      for (let h = 3 * f; h < 3 * f + 3; h++)
        if (twin[h]! >= 0 && passes(h)) reach((twin[h]! / 3) | 0, from[f]!);
    }
  }
  return far;
}
