import { GUIDE_L } from "#core/surface/rounds";

/** Two tones in a photo of a guide coat: the smaller one's share, 0 to 1, and how far their lightness differs, L*. */
export type TwoTones = { readonly share: number; readonly differenceL: number };

/** Photos press tones together: they count as two from this share of what guides (our choice). */
const LEAST_L = 0.6 * GUIDE_L;
/** Two tones explain at least this much of all differences; noise alone never more than 2 / pi (derived). */
const LEAST_PARTED = 0.72;
/** Light that falls off over a photo is taken out over squares of this share of its width. */
const FLAT_SHARE = 1 / 3;

/** Lightness L* of light relative to white. @source CIE 1976 */
const lightness = (y: number): number => (y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (24389 / 27) * y);

/**
 * Whether a photo of sanded filler still shows two tones, stripes of what lies below beside the filler, and how much
 * of it is the smaller one.
 * @param light linear, 0 to 1, row by row
 * @returns null where it shows one tone
 * @source parting in two: N. Otsu, IEEE Transactions on Systems, Man, and Cybernetics 9(1), 1979
 */
export function stripeShare(light: Float32Array, width: number, height: number): TwoTones | null {
  const even = evened(light, width, height);
  const levels = Array.from(even, (y) => Math.max(0, Math.min(LEVELS - 1, Math.round(2 * lightness(y)))));
  const count = new Float64Array(LEVELS);
  for (const l of levels) count[l]!++;
  const { at, parted, below, above } = split(count, levels.length);
  if (at < 0 || parted < LEAST_PARTED) return null;
  const differenceL = (above.mean - below.mean) / 2;
  if (differenceL < LEAST_L) return null;
  return { share: Math.min(below.share, above.share), differenceL };
}
/** Half steps of lightness; light that falls off may leave parts over white. */
const LEVELS = 256;

type Tone = { readonly share: number; readonly mean: number };

/** Where a histogram is parted best, and what share of all differences lies between its two sides. */
function split(count: Float64Array, total: number) {
  let all = 0;
  count.forEach((n, l) => (all += n * l));
  const mean = all / total;
  let variance = 0;
  count.forEach((n, l) => (variance += (n / total) * (l - mean) ** 2));
  let best = { at: -1, parted: 0, below: { share: 0, mean } as Tone, above: { share: 0, mean } as Tone };
  let [n, sum] = [0, 0];
  for (let l = 0; l < count.length - 1; l++) {
    n += count[l]!;
    sum += count[l]! * l;
    if (n === 0 || n === total || variance === 0) continue;
    const below = { share: n / total, mean: sum / n };
    const above = { share: 1 - n / total, mean: (all - sum) / (total - n) };
    const parted = (below.share * above.share * (above.mean - below.mean) ** 2) / variance;
    if (parted > best.parted) best = { at: l, parted, below, above };
  }
  return best;
}

/** The same photo as if it were lit evenly: over the mean of a wide square round every point. */
function evened(light: Float32Array, width: number, height: number): Float32Array {
  const sums = summed(light, width, height);
  const reach = Math.max(2, Math.round((Math.min(width, height) * FLAT_SHARE) / 2));
  const whole = sums[sums.length - 1]! / (width * height);
  return light.map((y, i) => {
    const [x, row] = [i % width, Math.floor(i / width)];
    const [x0, x1] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
    const [y0, y1] = [Math.max(0, row - reach), Math.min(height, row + reach + 1)];
    const w = width + 1;
    const sum = sums[y1 * w + x1]! - sums[y0 * w + x1]! - sums[y1 * w + x0]! + sums[y0 * w + x0]!;
    const mean = sum / ((x1 - x0) * (y1 - y0));
    return mean > 0 ? (y * whole) / mean : y;
  });
}

/** Sums of all light up to every corner. */
function summed(light: Float32Array, width: number, height: number): Float64Array {
  const w = width + 1;
  const sums = new Float64Array(w * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += light[y * width + x]!;
      sums[(y + 1) * w + x + 1] = sums[y * w + x + 1]! + row;
    }
  }
  return sums;
}
