import { ciede2000 } from "#core/paint/ciede2000";
import type { LabD65 } from "#core/paint/lab";
import { lchOf } from "#core/paint/lch";
import { LINEAR, labOfLinear } from "#core/paint/picture/linear";
import { type Card, type Pixels, underCard } from "#core/paint/picture/picture";

/** Places across a picture that are compared, and samples across a place. */
export const PLACES_ACROSS = 12;
const SAMPLES = 6;
/** From so much on a place is told as different: colours, dE, and edges, mean steps of L* (defaults). */
const [FROM_DE, FROM_EDGE] = [5, 4];

/** What is different at a place of the work, first of all. */
export const differenceKinds = [
  "lighter",
  "darker",
  "stronger",
  "greyer",
  "another hue",
  "harder edges",
  "softer edges",
] as const;
export type DifferenceKind = (typeof differenceKinds)[number];

/** A place where the work is not as its picture: from its left and top, in shares of the picture. */
export type Difference = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly kind: DifferenceKind;
  /** dE of the two; of edges how much steeper or flatter, in steps of L*. */
  readonly size: number;
};

/** A picture with the card that lies in its light. */
export type Lit = { readonly picture: Pixels; readonly card: Card | null };

/** One place of a picture: its mean colour, and how steep its edges are, in mean steps of L* between samples. */
type Place = { readonly lab: LabD65; readonly edge: number };

/**
 * Where a picture of the work differs from the one it goes by, both taken from the same side and cut alike. Colours are
 * told only where a card lies in both; edges also without.
 */
export function differencesOf(reference: Lit, work: Lit): readonly Difference[] {
  const { width, height } = work.picture;
  const down = Math.max(1, Math.round((PLACES_ACROSS * height) / width));
  const isMeasured = reference.card !== null && work.card !== null;
  const [width1, height1] = [1 / PLACES_ACROSS, 1 / down];
  return Array.from({ length: PLACES_ACROSS * down }, (_, i) => {
    const [u, v] = [i % PLACES_ACROSS, Math.floor(i / PLACES_ACROSS)];
    const at = (lit: Lit) => placeAt(lit, u, v, down);
    const said = told(at(reference), at(work), isMeasured);
    return said ? [{ x: u * width1, y: v * height1, width: width1, height: height1, ...said }] : [];
  }).flat();
}

function told(a: Place, b: Place, isMeasured: boolean): Pick<Difference, "kind" | "size"> | null {
  const size = ciede2000(a.lab, b.lab);
  if (isMeasured && size >= FROM_DE) return { kind: kindOf(a.lab, b.lab), size };
  const edge = b.edge - a.edge;
  if (Math.abs(edge) < FROM_EDGE) return null;
  return { kind: edge > 0 ? "harder edges" : "softer edges", size: Math.abs(edge) };
}

/** What of lightness, strength and hue is farthest apart. */
function kindOf(a: LabD65, b: LabD65): DifferenceKind {
  const [p, q] = [lchOf(a), lchOf(b)];
  const light = b.l - a.l;
  const strong = q.c - p.c;
  const hue = Math.sqrt(Math.max(0, (b.a - a.a) ** 2 + (b.b - a.b) ** 2 - strong ** 2));
  const most = Math.max(Math.abs(light), Math.abs(strong), hue);
  if (most === hue) return "another hue";
  if (most === Math.abs(strong)) return strong > 0 ? "stronger" : "greyer";
  return light > 0 ? "lighter" : "darker";
}

function placeAt({ picture, card }: Lit, u: number, v: number, down: number): Place {
  const { data, width, height } = picture;
  const mean = [0, 0, 0];
  const lightness: number[] = [];
  for (let t = 0; t < SAMPLES; t++)
    for (let s = 0; s < SAMPLES; s++) {
      const sample = [0, 0, 0];
      const [x0, x1] = span(
        (u + s / SAMPLES) / PLACES_ACROSS,
        (u + (s + 1) / SAMPLES) / PLACES_ACROSS,
        width,
      );
      const [y0, y1] = span((v + t / SAMPLES) / down, (v + (t + 1) / SAMPLES) / down, height);
      for (let y = y0; y < y1; y++)
        for (let x = x0; x < x1; x++)
          for (let c = 0; c < 3; c++)
            sample[c]! += LINEAR[data[4 * (y * width + x) + c]!]! / ((x1 - x0) * (y1 - y0));
      const light = underCard([sample[0]!, sample[1]!, sample[2]!], card);
      light.forEach((l, c) => (mean[c]! += l / SAMPLES ** 2));
      lightness.push(labOfLinear(light).l);
    }
  let steps = 0;
  for (let i = 0; i < lightness.length; i++) {
    if (i % SAMPLES < SAMPLES - 1) steps += Math.abs(lightness[i + 1]! - lightness[i]!);
    if (i + SAMPLES < lightness.length) steps += Math.abs(lightness[i + SAMPLES]! - lightness[i]!);
  }
  const edge = steps / (2 * SAMPLES * (SAMPLES - 1));
  return { lab: labOfLinear([mean[0]!, mean[1]!, mean[2]!]), edge };
}

/** The pixels between two shares of a side: at least one. */
const span = (from: number, to: number, size: number): readonly [number, number] => {
  const first = Math.min(size - 1, Math.floor(from * size));
  return [first, Math.max(first + 1, Math.min(size, Math.floor(to * size)))];
};

/** How many places differ in which way, most first. */
export const differenceCounts = (
  found: readonly Difference[],
): readonly { readonly kind: DifferenceKind; readonly places: number; readonly mostSize: number }[] =>
  differenceKinds
    .map((kind) => {
      const those = found.filter((d) => d.kind === kind);
      return { kind, places: those.length, mostSize: Math.max(0, ...those.map((d) => d.size)) };
    })
    .filter((c) => c.places > 0)
    .sort((a, b) => b.places - a.places);
