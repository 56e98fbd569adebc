/** A coat that narrows a groove from both its walls: what it is, and its dry film, mm. */
export type Film = { readonly what: string; readonly filmMm: number };

/** A groove after the coats that go on it. */
export type GrooveAfter = {
  readonly leftMm: number;
  /** The coat that closes it, and how many of the coats leave it open; null where it stays open. */
  readonly closes: { readonly what: string; readonly openAfter: number } | null;
};

/** Width that films leave of a groove: each takes its film from both walls. */
export function grooveAfter(widthMm: number, films: readonly Film[]): GrooveAfter {
  let left = widthMm;
  for (const [i, { what, filmMm }] of films.entries()) {
    left -= 2 * filmMm;
    // What is left of a rounding is no groove.
    if (left <= 1e-9) return { leftMm: 0, closes: { what, openAfter: i } };
  }
  return { leftMm: left, closes: null };
}

/** Taking off more than this share of a relief flattens it (default). */
const HALF = 0.5;

/** What sanding so deep leaves of a relief. */
export function reliefAfter(sandedMm: number, reliefMm: number): "sharp" | "flattened" | "lost" {
  if (sandedMm >= reliefMm) return "lost";
  return sandedMm > HALF * reliefMm ? "flattened" : "sharp";
}
