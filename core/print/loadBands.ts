import type { PrintBody } from "#core/print/body";
import type { FilamentWork, InfillBand } from "#core/print/filamentWork";
import { quickFilamentWork } from "#core/print/filamentWork";
import { beadAreaMm2, beadWidthMm } from "#core/print/bead";
import type { FilamentPrinter } from "#core/print/printer";

/** Which end of a part bears it: what stands is held at its foot, what hangs at its top. */
export type HeldAt = "foot" | "top";

/** Infill of the tenth of the height at the peg, and of the tenth beside it (common practice). */
const AT_PEG = 0.75;
const BESIDE_PEG = 0.25;
/** Share of the height of each of the two. */
const ZONE = 0.1;
/** Below this one more wall does as well, g (a default). */
const LIGHT_GRAMS = 100;

/** One way to print what bears a load: what its walls, skins and infill weigh and take, one copy. */
export type LoadWay = {
  readonly what: "as it is" | "zones" | "one more wall" | "dense all over";
  readonly grams: number;
  readonly minutes: number;
};

export type LoadZone = InfillBand & { readonly grams: number; readonly minutes: number };

/** Denser where it is held: bands of height with their infill, lowest first. The rest stays as the machine has it. */
export function loadBands(heightMm: number, heldAt: HeldAt): readonly InfillBand[] {
  const zone = Math.round(ZONE * heightMm * 10) / 10;
  const bands = [
    { fromMm: 0, toMm: zone, share: AT_PEG },
    { fromMm: zone, toMm: 2 * zone, share: BESIDE_PEG },
  ];
  if (heldAt === "foot") return bands;
  const turned = (mm: number) => Math.round((heightMm - mm) * 10) / 10;
  return bands.map((b) => ({ fromMm: turned(b.toMm), toMm: turned(b.fromMm), share: b.share })).reverse();
}

/**
 * What a load is met by: infill in zones, one more wall, or dense all over, beside as it is.
 * @param loadGrams what it bears; null where it was not told
 * @param gPerCm3 of the plastic
 * @param nowBands heights that have an infill of their own as it is
 */
export function loadWays(
  body: PrintBody,
  printer: FilamentPrinter,
  gPerCm3: number,
  heldAt: HeldAt,
  loadGrams: number | null,
  nowBands: readonly InfillBand[] = [],
): {
  readonly ways: readonly LoadWay[];
  readonly zones: readonly LoadZone[];
  readonly advice: "zones" | "one more wall";
} {
  const height = body.sizeMm[2];
  const bands = loadBands(height, heldAt);
  const dense = [{ fromMm: 0, toMm: height + printer.layerMm, share: AT_PEG }];
  const gramsOf = ({ mm }: FilamentWork, p: FilamentPrinter) =>
    ((mm.walls + mm.solid + mm.sparse) * beadAreaMm2(beadWidthMm(p.nozzleMm), p.layerMm) * gPerCm3) / 1000;
  const minutesOf = ({ seconds: s }: FilamentWork) => (s.walls + s.fill + s.skirt + s.travel + s.waits) / 60;
  const made = (p: FilamentPrinter, with_: readonly InfillBand[]) => {
    const work = quickFilamentWork(body, p, with_);
    return { grams: gramsOf(work, p), minutes: minutesOf(work) };
  };
  const bare = made(printer, []);
  const now = made(printer, nowBands);
  return {
    ways: [
      { what: "as it is", ...now },
      { what: "zones", ...made(printer, bands) },
      { what: "one more wall", ...made({ ...printer, walls: printer.walls + 1 }, []) },
      { what: "dense all over", ...made(printer, dense) },
    ],
    // What each zone adds to the part as it is.
    zones: bands.map((b) => {
      const one = made(printer, [b]);
      return { ...b, grams: one.grams - bare.grams, minutes: one.minutes - bare.minutes };
    }),
    advice: loadGrams !== null && loadGrams < LIGHT_GRAMS ? "one more wall" : "zones",
  };
}
