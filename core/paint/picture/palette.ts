import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { LINEAR, labOfLinear, type LinearRgb, oklabOfLinear } from "#core/paint/picture/linear";
import { type Card, type Pixels, underCard } from "#core/paint/picture/picture";
import { type Luck, luckOf } from "#core/random";

/** One colour of a picture, and how much of it has that colour, 0 to 1. */
export type PictureColour = { readonly lab: LabD65; readonly share: number };

/** Pixels that are looked at, colours that are told apart, and rounds at most. */
const [MOST_PIXELS, LEAST, MOST, ROUNDS] = [20_000, 5, 8, 40];
/** A colour more has to take off at least this share of what is left (the elbow; a default). */
const WORTH = 0.15;
/** Colours nearer than this are one; dE (default). */
const SAME = 3;

type Point = readonly [number, number, number];
type Clusters = { readonly centres: readonly Point[]; readonly of: Uint8Array; readonly cost: number };

const squared = (a: Point, b: Point) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/** Centres far from each other to begin with, drawn by how far points lie from those there are. */
function firstCentres(points: readonly Point[], k: number, luck: Luck): Point[] {
  const centres: Point[] = [points[Math.floor(luck() * points.length)]!];
  const nearest = points.map((p) => squared(p, centres[0]!));
  while (centres.length < k) {
    let left = luck() * nearest.reduce((sum, d) => sum + d, 0);
    let next = 0;
    while (next < points.length - 1 && (left -= nearest[next]!) > 0) next++;
    centres.push(points[next]!);
    points.forEach((p, i) => {
      nearest[i] = Math.min(nearest[i]!, squared(p, points[next]!));
    });
  }
  return centres;
}

/**
 * Points in k groups, each nearest to the mean of its own.
 * @source S. Lloyd 1982; first centres by D. Arthur, S. Vassilvitskii 2007 (from memory)
 */
export function kMeans(points: readonly Point[], k: number, luck: Luck): Clusters {
  let centres = firstCentres(points, k, luck);
  const of = new Uint8Array(points.length);
  let cost = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => [0, 0, 0, 0] as [number, number, number, number]);
    let now = 0;
    points.forEach((p, i) => {
      let [best, at] = [Infinity, 0];
      for (let c = 0; c < k; c++) {
        const d = squared(p, centres[c]!);
        if (d < best) [best, at] = [d, c];
      }
      of[i] = at;
      now += best;
      const s = sums[at]!;
      for (let axis = 0; axis < 3; axis++) s[axis]! += p[axis]!;
      s[3]++;
    });
    centres = centres.map((c, j): Point => {
      const [x, y, z, n] = sums[j]!;
      return n > 0 ? [x / n, y / n, z / n] : c;
    });
    if (cost - now < 1e-9 * points.length) return { centres, of, cost: now };
    cost = now;
  }
  return { centres, of, cost };
}

/** Pixels at even steps, in the order of their colour and not of their place: turning a picture changes nothing. */
function sampled({ data, width, height }: Pixels, card: Card | null): readonly LinearRgb[] {
  const step = Math.max(1, Math.ceil((width * height) / MOST_PIXELS));
  const lights: LinearRgb[] = [];
  for (let i = 0; i < width * height; i += step)
    if (data[4 * i + 3]! > 127)
      lights.push(
        underCard([LINEAR[data[4 * i]!]!, LINEAR[data[4 * i + 1]!]!, LINEAR[data[4 * i + 2]!]!], card),
      );
  return lights.sort((a, b) => a[1] - b[1] || a[0] - b[0] || a[2] - b[2]);
}

/**
 * The colours of a picture, largest area first: five to eight groups in OKLab, those that look alike taken together.
 * The same picture gives the same colours, in whatever order its pixels come.
 */
export function paletteOf(picture: Pixels, card: Card | null, seed = 1): readonly PictureColour[] {
  const lights = sampled(picture, card);
  if (lights.length === 0) return [];
  const points = lights.map(oklabOfLinear);
  let groups = kMeans(points, LEAST, luckOf(seed, LEAST));
  for (let k = LEAST + 1; k <= MOST; k++) {
    const more = kMeans(points, k, luckOf(seed, k));
    if (more.cost > (1 - WORTH) * groups.cost) break;
    groups = more;
  }
  return together(coloursOf(groups, lights));
}

function coloursOf({ centres, of }: Clusters, lights: readonly LinearRgb[]): readonly PictureColour[] {
  const sums = centres.map(() => [0, 0, 0, 0] as [number, number, number, number]);
  lights.forEach((light, i) => {
    const s = sums[of[i]!]!;
    for (let c = 0; c < 3; c++) s[c]! += light[c]!;
    s[3]++;
  });
  return sums
    .filter(([, , , n]) => n > 0)
    .map(([r, g, b, n]) => ({ lab: labOfLinear([r / n, g / n, b / n]), share: n / lights.length }))
    .sort((a, b) => b.share - a.share);
}

/** Colours that no eye tells apart are one, of the larger's colour. */
function together(colours: readonly PictureColour[]): readonly PictureColour[] {
  const kept: PictureColour[] = [];
  for (const c of colours) {
    const like = kept.findIndex((k) => ciede2000(k.lab, c.lab) < SAME);
    if (like < 0) kept.push(c);
    else kept[like] = { ...kept[like]!, share: kept[like]!.share + c.share };
  }
  return kept.sort((a, b) => b.share - a.share);
}
