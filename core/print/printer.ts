import type { MaterialId } from "#core/materials/materials";
import type { LevelReading, TestPiece } from "#core/print/bedLevel";
import type { OpeningReading } from "#core/print/openings";
import type { ShrinkReading } from "#core/print/shrink";
export type Process = "filament" | "resin";

/** What a bed gives way: a sheet that bends lets flat pieces go whole, a stiff one is scraped. */
export type PlateKind = "flexible" | "rigid";

/** What every machine is, besides how it prints. Money in minor units, noise in dB at a metre. */
type Machine = {
  readonly id: string;
  readonly name: string;
  readonly bedMm: readonly [number, number, number];
  readonly marginMm: number;
  readonly watts: number;
  readonly plate: PlateKind;
  readonly noiseDb: number;
  /** What it cost and how many hours it is reckoned to last: its share of every run. */
  readonly priceMinor: number;
  readonly lifeHours: number;
  /** Hands before a run and after it, minutes. */
  readonly setupMinutes: number;
  readonly clearMinutes: number;
  /** How its bed was read, and how trial pieces came out, oldest first; nothing where none was written down. */
  readonly level?: readonly LevelReading[];
  readonly pieces?: readonly TestPiece[];
  /** How much shorter lengths came out than they were drawn, oldest first. */
  readonly shrink?: readonly ShrinkReading[];
  /** What stayed open in exposure pieces, oldest first; of resin machines. */
  readonly openings?: readonly OpeningReading[];
};

/** A filament machine and how it is run. Speeds in mm/s, acceleration in mm/s2, times in seconds. */
export type FilamentPrinter = Machine & {
  readonly process: "filament";
  readonly nozzleMm: number;
  readonly layerMm: number;
  readonly walls: number;
  readonly topBottomMm: number;
  readonly infillShare: number;
  readonly wallSpeed: number;
  readonly infillSpeed: number;
  readonly travelSpeed: number;
  readonly firstLayerSpeed: number;
  readonly acceleration: number;
  /** By how much it may miss a corner. */
  readonly cornerMm: number;
  /** Most plastic the nozzle can melt, mm3/s. */
  readonly flowLimit: number;
  readonly minimumLayerSeconds: number;
  readonly warmUpMinutes: number;
  /** Pulling the filament back and feeding it again, at every travel. */
  readonly retractSeconds: number;
  readonly skirtLoops: number;
  readonly brimMm: number;
  /** How full the columns under overhangs are printed. */
  readonly supportShare: number;
  /** Longest flat span that it draws across thin air without sagging. */
  readonly longestBridgeMm: number;
};

/** A resin machine and how it is run. Lift heights in mm, speeds in mm/s, times in seconds. */
export type ResinPrinter = Machine & {
  readonly process: "resin";
  readonly pixelMm: number;
  readonly layerMm: number;
  readonly exposureSeconds: number;
  readonly bottomLayers: number;
  readonly bottomExposureSeconds: number;
  readonly transitionLayers: number;
  readonly restSeconds: number;
  /**
   * The whole lift; its first stretch may be slower, where the layer is still held: 0 for a lift in one go.
   */
  readonly liftMm: number;
  readonly liftSpeed: number;
  readonly slowLiftMm: number;
  readonly slowLiftSpeed: number;
  readonly retractSpeed: number;
  readonly antiAliasing: boolean;
};

export type Printer = FilamentPrinter | ResinPrinter;

/**
 * A filament or resin on the shelf: density in g/cm3, price per kilogram in minor units of the workshop's
 * currency.
 * `plastic`: what it is; `colour` a hex, null where it is not told; `damp` a roll that was open too
 * long.
 */
export type PrintMaterial = {
  readonly id: string;
  readonly name: string;
  readonly process: Process;
  readonly plastic: MaterialId;
  readonly densityGPerCm3: number;
  readonly pricePerKg: number;
  readonly colour: string | null;
  readonly damp: boolean;
};

const needed = {
  filament: {
    nozzleMm: "nozzle",
    layerMm: "layer height",
    wallSpeed: "wall speed",
    infillSpeed: "infill speed",
    travelSpeed: "travel speed",
    firstLayerSpeed: "first layer speed",
    acceleration: "acceleration",
    flowLimit: "flow limit",
  },
  resin: {
    pixelMm: "pixel",
    layerMm: "layer height",
    exposureSeconds: "exposure",
    liftMm: "lift",
    liftSpeed: "lift speed",
    retractSpeed: "retract speed",
  },
} as const;

/**
 * The first thing without which nothing can be reckoned on a machine, in words; null when nothing is missing.
 */
export function missingSetting(printer: Printer): string | null {
  if (Math.min(...usableBed(printer)) <= 0) return "room on its bed inside its margin";
  return (
    Object.entries(needed[printer.process]).find(
      ([key]) => !((printer as unknown as Record<string, number>)[key]! > 0),
    )?.[1] ?? null
  );
}

/** The bed less its margin on every side: what a piece must fit into. */
export const usableBed = (printer: Printer): readonly [number, number, number] => [
  printer.bedMm[0] - 2 * printer.marginMm,
  printer.bedMm[1] - 2 * printer.marginMm,
  printer.bedMm[2],
];

/** Wall that holds, by process, mm (common practice). */
export const HOLDING_WALL_MM = { filament: 0.9, resin: 1.0 } as const;

/** What decides how fine a machine can draw. */
export const detailLimit = (p: Printer) =>
  p.process === "filament"
    ? { process: p.process, nozzleMm: p.nozzleMm, layerMm: p.layerMm }
    : { process: p.process, pixelMm: p.pixelMm, layerMm: p.layerMm };
