import { type Outcome, refused, success } from "#core/outcome";
import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { LINEAR, labOfLinear, linearOfLab, type LinearRgb } from "#core/paint/picture/linear";

/** A picture as its bytes: red, green, blue, opacity, row by row from the top. */
export type Pixels = { readonly data: Uint8ClampedArray; readonly width: number; readonly height: number };

/** A card that lies in the light of the picture: its channels in linear light, and what it should be. */
export type Card = { readonly linear: LinearRgb; readonly truth: LinearRgb };

/** What cards are, L*: a white one, and the grey of photographers (defaults). */
export const CARDS = { white: 95, grey: 50 } as const;
export type CardKind = keyof typeof CARDS;

/** Taps take in so much round them, px. */
export const TAP_PX = 15;
/** A card brighter than this is burnt out, darker than that it lies in shade: bytes of sRGB. */
const [BRIGHTEST, DARKEST] = [250, 40];
/** A card varies by no more than this across a tap: more is a shadow or a fold (default). */
const EVEN = 0.04;

/** Colours of a picture with a card are right to this, without one to that; dE (defaults). */
export const PICTURE_ERROR = { withCard: 3, without: 10 } as const;

/** Indices of the pixels within a circle; none where it lies outside. */
function within({ width, height }: Pixels, x: number, y: number, r: number): readonly number[] {
  const inside: number[] = [];
  for (let v = Math.max(0, Math.ceil(y - r)); v <= Math.min(height - 1, y + r); v++)
    for (let u = Math.max(0, Math.ceil(x - r)); u <= Math.min(width - 1, x + r); u++)
      if ((u - x) ** 2 + (v - y) ** 2 <= r * r) inside.push(v * width + u);
  return inside;
}

const linearAt = ({ data }: Pixels, i: number): LinearRgb => [
  LINEAR[data[4 * i]!]!,
  LINEAR[data[4 * i + 1]!]!,
  LINEAR[data[4 * i + 2]!]!,
];

/**
 * The card under a tap. Its own light is what all colours of the picture are set against: that is daylight already.
 * @returns a refusal of a tap where it is burnt out, in shade, uneven, or outside
 */
export function cardAt(
  picture: Pixels,
  x: number,
  y: number,
  kind: CardKind = "white",
  r = TAP_PX,
): Outcome<Card> {
  const inside = within(picture, x, y, r);
  if (inside.length === 0) return refused("picture/outside", "Tap on the card in the picture.");
  const channels = [0, 1, 2].map((c) => {
    const bytes = inside.map((i) => picture.data[4 * i + c]!);
    const light = bytes.map((b) => LINEAR[b]!);
    const mean = light.reduce((sum, v) => sum + v, 0) / light.length;
    const spread =
      Math.sqrt(light.reduce((sum, v) => sum + (v - mean) ** 2, 0) / light.length) / Math.max(1e-6, mean);
    const byte = bytes.reduce((sum, v) => sum + v, 0) / bytes.length;
    return { mean, spread, byte };
  });
  const no = (code: string, message: string) => refused(`picture/${code}`, message);
  if (channels.some((c) => c.byte > BRIGHTEST))
    return no(
      "burnt-out",
      "The card is burnt out: take the picture again, darker, so that the card is not plain white.",
    );
  if (channels.some((c) => c.byte < DARKEST))
    return no(
      "in-shade",
      "The card lies in the dark: bring it into the light that falls on the work, and take the picture again.",
    );
  if (channels.some((c) => c.spread > EVEN))
    return no("uneven", "A shadow or an edge runs across the card there: tap on an even piece of it.");
  const linear = channels.map((c) => c.mean) as unknown as LinearRgb;
  return success({ linear, truth: linearOfLab({ l: CARDS[kind], a: 0, b: 0 }) });
}

/** A pixel's light as it would be in daylight; as it is where there is no card. */
export const underCard = (light: LinearRgb, card: Card | null): LinearRgb =>
  card ? (light.map((v, c) => (v / card.linear[c]!) * card.truth[c]!) as unknown as LinearRgb) : light;

/** A tapped patch: its colour, how much it varies, dE at nine tenths, and of how many pixels. */
export type Patch = { readonly lab: LabD65; readonly spread: number; readonly pixels: number };

/** From here a patch is textured, or lit unevenly: take a larger piece (default). */
export const PATCH_VARIES = 6;

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
};

/** The colour under a tap; null outside the picture. */
export function patchAt(picture: Pixels, x: number, y: number, card: Card | null, r = TAP_PX): Patch | null {
  const labs = within(picture, x, y, r).map((i) => labOfLinear(underCard(linearAt(picture, i), card)));
  if (labs.length === 0) return null;
  const lab = {
    l: median(labs.map((p) => p.l)),
    a: median(labs.map((p) => p.a)),
    b: median(labs.map((p) => p.b)),
  };
  const off = labs.map((p) => ciede2000(p, lab)).sort((a, b) => a - b);
  return { lab, spread: off[Math.floor(0.9 * (off.length - 1))]!, pixels: labs.length };
}

/** How much of a piece of a picture has the upper of two colours, and between what shares that lies. */
export type Coverage = { readonly share: number; readonly low: number; readonly high: number };

/** As many pixels of a piece are looked at, evenly: more do not make the share surer. */
const MOST_LOOKED_AT = 40_000;
/** A pixel that is nearer to the other colour than this is told by chance; dE (default). */
const UNSURE = 2;

/**
 * The share of a rectangle that a layer covers: each pixel goes to the nearer of the colours below and above.
 * @param from, to corners, px
 */
export function coverageIn(
  picture: Pixels,
  from: readonly [number, number],
  to: readonly [number, number],
  lower: LabD65,
  upper: LabD65,
  card: Card | null,
): Coverage | null {
  const [left, right] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])].map(Math.round);
  const [top, bottom] = [Math.min(from[1], to[1]), Math.max(from[1], to[1])].map(Math.round);
  const step = Math.max(1, Math.ceil(Math.sqrt(((right! - left!) * (bottom! - top!)) / MOST_LOOKED_AT)));
  let [all, over, unsure] = [0, 0, 0];
  for (let y = Math.max(0, top!); y < Math.min(picture.height, bottom!); y += step)
    for (let x = Math.max(0, left!); x < Math.min(picture.width, right!); x += step) {
      const lab = labOfLinear(underCard(linearAt(picture, y * picture.width + x), card));
      const nearer = ciede2000(lab, lower) - ciede2000(lab, upper);
      all++;
      if (nearer > 0) over++;
      if (Math.abs(nearer) < UNSURE) unsure++;
    }
  if (all === 0) return null;
  const share = over / all;
  const half = unsure / all / 2;
  return { share, low: Math.max(0, share - half), high: Math.min(1, share + half) };
}
