import type { OverhangRegion } from "#core/mesh/overhangRegions";
import { beadAreaMm2, beadSpacingMm, beadWidthMm } from "#core/print/bead";
import type { FilamentPrinter, Printer, ResinPrinter } from "#core/print/printer";

/** A region that needs support as a part lies, on the bench: mm, mm2. */
export type SupportRegion = {
  readonly areaMm2: number;
  readonly contacts: number;
  readonly at: readonly [number, number, number];
  readonly onPart: boolean;
};

/**
 * What supports come to for one copy.
 *
 * - `needless`: it prints without any
 * - `contacts`: spots that leave a scar, `scarMm2` together
 * - `ml`: material in them; `seconds`: printing them (filament; resin prints them for nothing)
 * - `cleanMinutes`: clipping, peeling and smoothing, hands on
 * - `bridgesMm`: spans that the machine draws across thin air instead
 */
export type SupportWork = {
  readonly needless: boolean;
  readonly regions: readonly SupportRegion[];
  readonly contacts: number;
  readonly scarMm2: number;
  readonly ml: number;
  readonly seconds: number;
  readonly cleanMinutes: number;
  readonly bridgesMm: readonly number[];
};

/** Regions smaller than this fall into the next layer, mm2 (common practice). */
const SMALLEST_MM2 = 1;
/** Tips of resin supports stand this far apart, and each bears this much of a spot (common practice). */
const TIP_EVERY_MM = 3.5;
const TIP_MM2 = 0.2;
const TIP_ML_PER_MM = 0.0012;
const RAFT_ML_PER_MM2 = 0.0004;
/** Hands: for each tip, for each cm2 of filament support, and to start with (common practice). */
const MINUTES_A_TIP = 0.12;
const MINUTES_A_CM2 = 0.6;
const MINUTES_TO_START = 1;

/**
 * Where a part needs support as it lies on a machine and what that costs. Filament bridges what it can; resin
 * holds every
 * region, more closely at small ones, which tear off first.
 * @param factor from file units to mm on the bench
 * @param density 1 as usual; more while a machine is unproven, less where its record allows it
 */
export function supportWork(
  printer: Printer,
  regions: readonly OverhangRegion[],
  factor: number,
  density = 1,
): SupportWork {
  return printer.process === "filament"
    ? filamentSupports(printer, regions, factor)
    : resinSupports(printer, regions, factor, density);
}

const scaled = (at: readonly [number, number, number], factor: number) =>
  [at[0] * factor, at[1] * factor, at[2] * factor] as const;

function filamentSupports(
  printer: FilamentPrinter,
  all: readonly OverhangRegion[],
  factor: number,
): SupportWork {
  const f2 = factor * factor;
  const bead = beadAreaMm2(beadWidthMm(printer.nozzleMm), printer.layerMm);
  const spacing = beadSpacingMm(beadWidthMm(printer.nozzleMm), printer.layerMm);
  const held = all.filter((r) => r.area * f2 >= SMALLEST_MM2);
  const bridged = held.filter((r) => r.bridge && r.span * factor <= printer.longestBridgeMm);
  const needing = held.filter((r) => !bridged.includes(r));
  const columnsMm3 = needing.reduce((s, r) => s + r.columns * f2 * factor, 0);
  const areaMm2 = needing.reduce((s, r) => s + r.area * f2, 0);
  const mm = (columnsMm3 * printer.supportShare) / (spacing * printer.layerMm);
  return {
    needless: needing.length === 0,
    regions: needing.map((r) => ({
      areaMm2: r.area * f2,
      contacts: 1,
      at: scaled(r.at, factor),
      onPart: r.onPart > 0.5,
    })),
    contacts: needing.length,
    scarMm2: areaMm2,
    ml: (mm * bead) / 1000,
    seconds: mm / Math.min(printer.infillSpeed, printer.flowLimit / bead),
    cleanMinutes:
      needing.length === 0
        ? 0
        : MINUTES_TO_START +
          (areaMm2 / 100) * MINUTES_A_CM2 * (needing.some((r) => r.onPart > 0.5) ? 1.5 : 1),
    bridgesMm: bridged.map((r) => r.span * factor).sort((p, q) => q - p),
  };
}

function resinSupports(
  printer: ResinPrinter,
  all: readonly OverhangRegion[],
  factor: number,
  density: number,
): SupportWork {
  const f2 = factor * factor;
  // A pixel or two of overhang cures onto what is there.
  const needing = all.filter((r) => r.area * f2 >= Math.max(SMALLEST_MM2 / 4, (4 * printer.pixelMm) ** 2));
  const regions = needing.map((r): SupportRegion => {
    const areaMm2 = r.area * f2;
    return {
      areaMm2,
      contacts: Math.max(1, Math.ceil((density * (areaMm2 + TIP_EVERY_MM ** 2)) / TIP_EVERY_MM ** 2)),
      at: scaled(r.at, factor),
      onPart: r.onPart > 0.5,
    };
  });
  const contacts = regions.reduce((s, r) => s + r.contacts, 0);
  const ml = needing.reduce(
    (s, r, i) =>
      s +
      regions[i]!.contacts * ((r.columns / Math.max(r.area, 1e-12)) * factor) * TIP_ML_PER_MM +
      r.area * f2 * RAFT_ML_PER_MM2,
    0,
  );
  return {
    needless: contacts === 0,
    regions,
    contacts,
    scarMm2: contacts * TIP_MM2,
    ml,
    seconds: 0,
    cleanMinutes: contacts === 0 ? 0 : MINUTES_TO_START + contacts * MINUTES_A_TIP,
    bridgesMm: [],
  };
}
