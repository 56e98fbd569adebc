import { type Printer, usableBed } from "#core/print/printer";

/**
 * Whether a part goes on a bed, as it lies or turned flat by up to 90 degrees; and into how many it must be
 * cut if not.
 */
export type Fit =
  | { readonly kind: "fits"; readonly turnDeg: number }
  | { readonly kind: "cut"; readonly pieces: readonly [number, number, number]; readonly overMm: number };

/** Most pieces that a part is cut into. */
export const MOST_PIECES = 64;
/** Beyond this nobody counts; a bed without size comes to it. */
const UNCOUNTED = 999;

/** How many pieces a part is in a fit: 1 where it fits whole. */
export const pieceCount = (fit: Fit): number =>
  fit.kind === "fits" ? 1 : fit.pieces[0] * fit.pieces[1] * fit.pieces[2];

/** A hair that floating-point sizes may be over. */
const SLACK_MM = 1e-6;

/**
 * @param sizeMm width, depth and height of the part as it will be made
 * Turned flat by angle a, a rectangle w x d needs w cos a + d sin a by w sin a + d cos a; whole degrees are
 * tried.
 */
export function fitOn(printer: Printer, sizeMm: readonly [number, number, number]): Fit {
  const bed = usableBed(printer);
  const [w, d, h] = sizeMm;
  if (h <= bed[2] + SLACK_MM) {
    for (let deg = 0; deg <= 90; deg++) {
      const a = (deg * Math.PI) / 180;
      const c = Math.cos(a);
      const s = Math.sin(a);
      if (w * c + d * s <= bed[0] + SLACK_MM && w * s + d * c <= bed[1] + SLACK_MM)
        return { kind: "fits", turnDeg: deg };
    }
  }
  const along = (size: number, room: number) =>
    room > 0 ? Math.min(UNCOUNTED, Math.max(1, Math.ceil(size / room - SLACK_MM))) : UNCOUNTED;
  const pieces = (x: number, y: number): [number, number, number] => [
    along(x, bed[0]),
    along(y, bed[1]),
    along(h, bed[2]),
  ];
  const straight = pieces(w, d);
  const turned = pieces(d, w);
  const count = (p: readonly number[]) => p.reduce((product, n) => product * n, 1);
  const overMm = Math.max(
    0,
    Math.min(Math.max(w - bed[0], d - bed[1]), Math.max(w - bed[1], d - bed[0])),
    h - bed[2],
  );
  return {
    kind: "cut",
    pieces: count(straight) <= count(turned) ? straight : [turned[1], turned[0], turned[2]],
    overMm,
  };
}

type Size = readonly [number, number, number];

/** A box on each of its three sides, widths first, height last. */
const turnings = ([w, d, h]: Size): readonly Size[] => [
  [w, d, h],
  [w, h, d],
  [d, h, w],
];

/** How a box goes on a bed on whichever side it goes best: whole before cut, fewest pieces, then lowest. */
export function fitAnySide(printer: Printer, sizeMm: Size): { readonly fit: Fit; readonly sizeMm: Size } {
  return turnings(sizeMm)
    .map((size) => ({ fit: fitOn(printer, size), sizeMm: size }))
    .sort((a, b) => pieceCount(a.fit) - pieceCount(b.fit) || a.sizeMm[2] - b.sizeMm[2])[0]!;
}

/** The largest share of its size at which a box goes on a bed whole, on whichever side and however turned. */
export function largestShare(printer: Printer, sizeMm: Size): number {
  const bed = usableBed(printer);
  let best = 0;
  for (const [w, d, h] of turnings(sizeMm))
    for (let deg = 0; deg <= 90; deg++) {
      const a = (deg * Math.PI) / 180;
      const [c, s] = [Math.cos(a), Math.sin(a)];
      best = Math.max(best, Math.min(bed[0] / (w * c + d * s), bed[1] / (w * s + d * c), bed[2] / h));
    }
  return best;
}
