import type { Process } from "#core/print/printer";
import type { RiskyPiece } from "#core/print/simulatedRun";

/** What a plate is like as far as its luck goes: a record is kept for each machine and kind. */
export const plateKinds = ["plain", "tall", "wide"] as const;
export type PlateKindName = (typeof plateKinds)[number];

/**
 * Beyond these a piece tempts fate: slenderness, mm of base on filament, mm2 of level underside on resin
 * (common practice).
 */
const TALL = 6;
const LONG_MM = 120;
const LEVEL_MM2 = 1500;

export function plateKindOf(process: Process, pieces: readonly RiskyPiece[]): PlateKindName {
  if (pieces.some((p) => p.slender > TALL)) return "tall";
  return pieces.some((p) => (process === "filament" ? p.baseMm > LONG_MM : p.flatMm2 > LEVEL_MM2))
    ? "wide"
    : "plain";
}

/** As it is stored with a run; null where a run does not say. */
export const kindNumber = (kind: PlateKindName): number => plateKinds.indexOf(kind);
export const kindOfNumber = (n: number | undefined): PlateKindName | null =>
  n === undefined ? null : (plateKinds[n] ?? null);
