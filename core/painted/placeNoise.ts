/**
 * Noise on a surface, 0 to 1, that depends on nothing but the place and a seed. Lengths in mm on the bench. One walk
 * over numbers: it is asked for every face of every layer.
 * @source cellular noise after S. Worley 1996 (from memory); hash of the usual multiply and shift kind
 */

function hash(i: number, j: number, k: number, seed: number): number {
  let h = Math.imul(i, 0x8da6b343) ^ Math.imul(j, 0xd8163841) ^ Math.imul(k, 0xcb1ab31f) ^ seed;
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return (h ^ (h >>> 15)) >>> 0;
}
const AS_UNIT = 1 / 2 ** 32;

/** Spots: 1 in the middle of a spot, 0 between them. @param sizeMm from one spot to the next */
export function spots(x: number, y: number, z: number, sizeMm: number, seed: number): number {
  const u = x / sizeMm;
  const v = y / sizeMm;
  const w = z / sizeMm;
  // The middle of a spot lies in its cell; the eight cells round a place hold the nearest.
  const i = Math.round(u) - 1;
  const j = Math.round(v) - 1;
  const k = Math.round(w) - 1;
  let nearest = 1;
  for (let a = i; a < i + 2; a++)
    for (let b = j; b < j + 2; b++)
      for (let c = k; c < k + 2; c++) {
        const h = hash(a, b, c, seed);
        const dx = a + (h & 1023) / 1024 - u;
        const dy = b + ((h >>> 10) & 1023) / 1024 - v;
        const dz = c + ((h >>> 20) & 1023) / 1024 - w;
        const d = dx * dx + dy * dy + dz * dz;
        if (d < nearest) nearest = d;
      }
  return 1 - Math.sqrt(nearest);
}

/** Clouds: smooth, one every so many mm. */
export function clouds(x: number, y: number, z: number, sizeMm: number, seed: number): number {
  const u = x / sizeMm;
  const v = y / sizeMm;
  const w = z / sizeMm;
  const i = Math.floor(u);
  const j = Math.floor(v);
  const k = Math.floor(w);
  const s = eased(u - i);
  const t = eased(v - j);
  const r = eased(w - k);
  const low =
    (1 - t) * (hash(i, j, k, seed) * (1 - s) + hash(i + 1, j, k, seed) * s) +
    t * (hash(i, j + 1, k, seed) * (1 - s) + hash(i + 1, j + 1, k, seed) * s);
  const high =
    (1 - t) * (hash(i, j, k + 1, seed) * (1 - s) + hash(i + 1, j, k + 1, seed) * s) +
    t * (hash(i, j + 1, k + 1, seed) * (1 - s) + hash(i + 1, j + 1, k + 1, seed) * s);
  return (low + r * (high - low)) * AS_UNIT;
}

/** Streaks: nearly the same all the way down, another beside it. */
export const streaks = (x: number, y: number, z: number, sizeMm: number, seed: number): number =>
  0.8 * clouds(x, y, 0, sizeMm, seed) + 0.2 * clouds(x, y, z / 12, sizeMm, seed + 1);

/** Grain: rough, another from face to face. */
export const grain = (x: number, y: number, z: number, seed: number): number =>
  hash(Math.round(x * 8), Math.round(y * 8), Math.round(z * 8), seed) * AS_UNIT;

const eased = (t: number) => t * t * (3 - 2 * t);
