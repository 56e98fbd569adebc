import type { MeshMeasurement } from "#core/mesh/measure";
import type { OverhangRegion } from "#core/mesh/overhangRegions";
import { degToRad } from "#core/units";
import { beadAreaMm2, beadSpacingMm, beadWidthMm } from "#core/print/bead";
import type { FilamentPrinter, Printer, ResinPrinter } from "#core/print/printer";

/** A region that needs support as a part lies, on the bench: mm, mm2. */
export type SupportRegion = {
  readonly areaMm2: number;
  readonly contacts: number;
  /** Null of the foot that a raised part hangs by. */
  readonly at: readonly [number, number, number] | null;
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
  /** It floats above the plate on them. */
  readonly raised: boolean;
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

/** How high a part on resin supports floats above the plate, mm (common practice). */
export const RAISED_MM = 4;
/**
 * A raised resin part is also held on undersides that lean so far from upright and less than an overhang, a
 * quarter as closely, and by no fewer tips than keep it from turning (common practice).
 */
export const LEANING = { fromDeg: 110, toDeg: 134, share: 0.25 } as const;
const FEWEST_TIPS = 3;
/** A foot from which a resin part is printed flat on a plate that bends, mm2 (common practice). */
const FLAT_FOOT_MM2 = 100;
/** Overhang beside a foot, as a share of it, for which it is still not raised (common practice). */
const FLAT_OVERHANG_SHARE = 0.05;

/** What of a part looks down as it lies: what hangs in the air, and what lies on the bed, file units. */
export type Undersides = Pick<MeshMeasurement, "overhangs" | "slopes">;

/** What lies on the bed, mm2 on the bench. */
export const footMm2 = ({ slopes }: Pick<Undersides, "slopes">, factor: number): number =>
  slopes.reduce((sum, p) => sum + (p.onBed ? p.area : 0), 0) * factor * factor;

/** What of leaning undersides is held as an overhang of that area would be, seen from above, mm2 on the bench. */
const leaningMm2 = ({ slopes }: Pick<Undersides, "slopes">, factor: number): number =>
  slopes
    .filter((p) => !p.onBed && p.slopeDeg >= LEANING.fromDeg && p.slopeDeg < LEANING.toDeg)
    .reduce((sum, p) => sum - LEANING.share * p.area * Math.cos(degToRad(p.slopeDeg)) * factor * factor, 0);

/** Whether a resin part is better printed flat on its foot than raised on supports. */
export const staysFlat = (printer: ResinPrinter, overhangMm2: number, onFootMm2: number): boolean =>
  printer.plate === "flexible" && onFootMm2 > FLAT_FOOT_MM2 && overhangMm2 <= FLAT_OVERHANG_SHARE * onFootMm2;

/**
 * Where a part needs support as it lies on a machine and what that costs. Filament bridges what it can; resin
 * holds every region, more closely at small ones, which tear off first. A resin part that is raised hangs by its
 * foot too.
 * @param factor from file units to mm on the bench
 * @param raised null lets the foot and the plate decide; filament is never raised
 * @param density 1 as usual; more while a machine is unproven, less where its record allows it
 */
export function supportWork(
  printer: Printer,
  of: Undersides,
  factor: number,
  raised: boolean | null = null,
  density = 1,
): SupportWork {
  if (printer.process === "filament") return filamentSupports(printer, of.overhangs, factor);
  const foot = footMm2(of, factor);
  const flat = resinSupports(printer, of.overhangs, factor, density, null);
  const overhang = flat.regions.reduce((sum, r) => sum + r.areaMm2, 0);
  return (raised ?? !staysFlat(printer, overhang, foot))
    ? resinSupports(printer, of.overhangs, factor, density, foot + leaningMm2(of, factor))
    : flat;
}

/** Tips that hold an underside, by its area: closer together at small ones. */
export const tipsOn = (areaMm2: number, density: number): number =>
  Math.max(1, Math.ceil((density * (areaMm2 + TIP_EVERY_MM ** 2)) / TIP_EVERY_MM ** 2));

/** Hands that taking so many tips off takes, minutes. */
export const tipMinutes = (tips: number): number =>
  tips === 0 ? 0 : MINUTES_TO_START + tips * MINUTES_A_TIP;

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
    raised: false,
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

/** @param foot mm2 that it hangs by above the plate beside its overhangs; null where it lies flat on the plate */
function resinSupports(
  printer: ResinPrinter,
  all: readonly OverhangRegion[],
  factor: number,
  density: number,
  foot: number | null,
): SupportWork {
  const f2 = factor * factor;
  const lift = foot === null ? 0 : RAISED_MM;
  // A pixel or two of overhang cures onto what is there.
  const held = all
    .filter((r) => r.area * f2 >= Math.max(SMALLEST_MM2 / 4, (4 * printer.pixelMm) ** 2))
    .map((r) => ({
      areaMm2: r.area * f2,
      at: scaled(r.at, factor) as SupportRegion["at"],
      onPart: r.onPart > 0.5,
      // What stands on the plate reaches down to it, what stands on the part does not.
      heightMm: (r.columns / Math.max(r.area, 1e-12)) * factor + lift * (1 - r.onPart),
    }));
  if (foot !== null && (foot > 0 || held.length === 0))
    held.unshift({ areaMm2: foot, at: null, onPart: false, heightMm: RAISED_MM });
  const tips = held.map((r) => ({ ...r, contacts: tipsOn(r.areaMm2, density) }));
  const lacking = foot === null ? 0 : FEWEST_TIPS - tips.reduce((sum, r) => sum + r.contacts, 0);
  const regions = tips.map((r, i) => (i === 0 && lacking > 0 ? { ...r, contacts: r.contacts + lacking } : r));
  const contacts = regions.reduce((sum, r) => sum + r.contacts, 0);
  const ml = regions.reduce(
    (sum, r) => sum + r.contacts * r.heightMm * TIP_ML_PER_MM + r.areaMm2 * RAFT_ML_PER_MM2,
    0,
  );
  return {
    needless: contacts === 0,
    raised: foot !== null,
    regions: regions.map(({ heightMm: _heightMm, ...r }) => r),
    contacts,
    scarMm2: contacts * TIP_MM2,
    ml,
    seconds: 0,
    cleanMinutes: tipMinutes(contacts),
    bridgesMm: [],
  };
}
