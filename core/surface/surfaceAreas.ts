import { type Over, NOTHING_OVER } from "#core/surface/finishOver";
import { degToRad } from "#core/units";
import { between, type Figure, sum } from "#core/figure";
import type { SlopePatch } from "#core/mesh/slopes";
import { classOf, type LookClass, lookTest, type PrintedBy } from "#core/surface/lookTest";

/** Faces of one slope, how far they stand above the threshold of sight, and how much of them there is. */
type Place = { readonly slopeDeg: number; readonly times: number; readonly areaCm2: number };

/** Which of two shows more in all; the first where they are alike. */
const stronger = (a: Place | null, b: Place | null): Place | null =>
  b && (!a || b.times * b.areaCm2 > a.times * a.areaCm2) ? b : a;

/** Surface of one copy by how its layer steps look, and where the plainest of them are. */
export type SurfaceAreas = {
  readonly unseen: Figure;
  readonly raking: Figure;
  readonly visible: Figure;
  /** Area printed against the bed. */
  readonly onBedCm2: number;
  /** The slope that shows most and how much, or null when none shows. */
  readonly worst: Place | null;
  /** The same of what is not plain too: what would be looked at there. */
  readonly strongest: Place | null;
  /** What lies over it, as its plainest place was looked at. */
  readonly over: Over;
};

/**
 * Sorts every patch of like slope into unseen, raking only, plain, at the viewing distance.
 * @param factor from file units to millimetres on the bench
 */
export function surfaceAreas(
  slopes: readonly SlopePatch[],
  factor: number,
  by: PrintedBy,
  distanceMm: number,
): SurfaceAreas {
  const cm2: Record<LookClass, number> = { unseen: 0, "raking only": 0, plain: 0 };
  // The same sum with the eye twice as sharp and half as sharp: the test is right to about a factor of 2.
  const sharper: Record<LookClass, number> = { unseen: 0, "raking only": 0, plain: 0 };
  const duller: Record<LookClass, number> = { unseen: 0, "raking only": 0, plain: 0 };
  let onBedCm2 = 0;
  let [worst, strongest]: [Place | null, Place | null] = [null, null];
  for (const patch of slopes) {
    const area = (patch.area * factor * factor) / 100;
    if (patch.onBed) {
      onBedCm2 += area;
      continue;
    }
    const { flat, raking, look } = lookTest(
      { ...by, slopeRad: degToRad(patch.slopeDeg), patchMm2: patch.patchArea * factor * factor },
      distanceMm,
    );
    cm2[look] += area;
    sharper[classOf(flat * 2, raking * 2)] += area;
    duller[classOf(flat / 2, raking / 2)] += area;
    const seen = { slopeDeg: patch.slopeDeg, times: flat, areaCm2: area };
    if (look === "plain") worst = stronger(worst, seen);
    strongest = stronger(strongest, seen);
  }
  const figure = (look: LookClass): Figure =>
    between(
      Math.min(sharper[look], duller[look], cm2[look]),
      cm2[look],
      Math.max(sharper[look], duller[look], cm2[look]),
      "cm2",
      "computed",
      [
        {
          text: `faces of like slope, ${by.layerMm} mm layers on ${by.process}, seen from ${Math.round(distanceMm)} mm`,
          basis: "measured",
        },
        {
          text:
            "contrast of the steps under a lamp against the eye's threshold at that pattern's " +
            "fineness (3 times it counts as shown)",
          basis: "published",
        },
        ...(by.over?.because ?? []).map((text) => ({ text })),
        { text: "range: the same with an eye twice and half as sharp" },
      ],
    );
  return {
    unseen: figure("unseen"),
    raking: figure("raking only"),
    visible: figure("plain"),
    onBedCm2,
    worst,
    strongest,
    over: by.over ?? NOTHING_OVER,
  };
}

/** Several surfaces of one part as one: their areas, and the plainest slope of any. */
export function summedAreas(all: readonly SurfaceAreas[]): SurfaceAreas {
  const of = (key: "unseen" | "raking" | "visible") =>
    sum(
      all.map((a) => a[key]),
      "cm2",
      "shared",
      [{ text: "its zones together" }, ...(all[0]?.[key].working ?? [])],
    );
  const worst = all.reduce<Place | null>((most, a) => stronger(most, a.worst), null);
  return {
    unseen: of("unseen"),
    raking: of("raking"),
    visible: of("visible"),
    onBedCm2: all.reduce((cm2, a) => cm2 + a.onBedCm2, 0),
    worst,
    strongest: all.reduce<Place | null>((most, a) => stronger(most, a.strongest), null),
    over: all.find((a) => a.worst === worst)?.over ?? NOTHING_OVER,
  };
}
