import type { TriangleSoup } from "#core/mesh/triangleMesh";

/**
 * The other hand of a mesh: mirrored in its own x, about the middle of its box so that it stays where it was, its
 * faces turned round so that they still look outward.
 */
export function mirrored({ corners }: TriangleSoup): TriangleSoup {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < corners.length; i += 3) {
    low = Math.min(low, corners[i]!);
    high = Math.max(high, corners[i]!);
  }
  const out = new Float32Array(corners.length);
  for (let t = 0; t < corners.length; t += 9)
    for (let k = 0; k < 3; k++) {
      // The second and third corner change places.
      const from = t + 3 * (k === 0 ? 0 : 3 - k);
      out[t + 3 * k] = low + high - corners[from]!;
      out[t + 3 * k + 1] = corners[from + 1]!;
      out[t + 3 * k + 2] = corners[from + 2]!;
    }
  return { corners: out };
}
