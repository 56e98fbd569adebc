import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { ResinPrinter } from "#core/print/printer";
import { footMm2 } from "#core/print/supports";

/**
 * A space that sucks at the film or keeps resin. mm and ml on the bench, heights above the plate end of the
 * part.
 */
export type SuctionCup = {
  readonly kind: "suction" | "trapped";
  readonly sealedMm2: number;
  readonly millilitres: number;
  readonly fromMm: number;
  readonly toMm: number;
};

/**
 * What can go wrong with a part on a resin machine as it lies, as measures and not as one number.
 *
 * - `largestMm2`, `largestAtMm`, `screenShare`: the largest section, where, and what it takes of the screen
 * - `jumpMm2`, `jumpAtMm`: the largest growth from one layer to the next
 * - `peelMm4`, `peelAtMm`: how hard the worst layer is to part from the film
 * - `neck`: where the pull of a layer is hardest on what holds it below; null of a part of one layer
 * - `islands`: spots that begin in mid-air, held by supports or not
 * - `cups`: see above; force of a cup is its area times 10 to 100 kPa
 * - `flatDownMm2`: level undersides, which bow and bloom; the foot too once it is off the plate
 * - `slender`: height over the least width of its foot print
 * - `inRim`: part of it lies in the outer 5 % of the screen when set in its middle
 */
export type ResinRisk = {
  readonly largestMm2: number;
  readonly largestAtMm: number;
  readonly screenShare: number;
  readonly jumpMm2: number;
  readonly jumpAtMm: number;
  readonly peelMm4: number;
  readonly peelAtMm: number;
  readonly neck: Neck | null;
  readonly islands: number;
  readonly cups: readonly SuctionCup[];
  readonly flatDownMm2: number;
  readonly slender: number;
  readonly inRim: boolean;
};

/** A layer that pulls at the film, N, and the weakest section between it and the plate, mm2 and mm. */
export type Neck = {
  readonly newtons: number;
  readonly layerAtMm: number;
  readonly sectionMm2: number;
  readonly sectionAtMm: number;
  readonly stressMPa: number;
};

/** Pull of a layer by its peel, until what held and what tore on a machine says otherwise (common practice). */
const NEWTONS_PER_MM4 = 6e-5;
/** What resin bears while it is printed (common practice; makers differ). */
export const GREEN_MPA = 10;

/** Limits while a machine has no record of its own (common practice). */
export const resinLimits = {
  screenShare: 0.25,
  peelMm4: 5e5,
  neckMPa: GREEN_MPA / 3,
  cupMm2: 100,
  cupHeightMm: 5,
  strongCupMm2: 600,
  flatDownMm2: 200,
  slender: 8,
} as const;

/** Islands smaller than this are debris, mm2 (common practice). */
const DEBRIS_MM2 = 0.2;
const RIM_SHARE = 0.05;

/**
 * @param m of the part as it lies
 * @param factor from file units to mm on the bench
 * @param tipsMm2 what the tips of its supports hold it by, mm2; null where it lies flat on the plate, which then
 * closes its holes
 * @source lubrication between parting plates (Stefan; derived for discs); limits common practice
 */
export function resinRisk(
  m: MeshMeasurement,
  factor: number,
  printer: ResinPrinter,
  tipsMm2: number | null,
): ResinRisk {
  const { areas, peel, heights } = m.profile;
  const f2 = factor * factor;
  const bottom = m.box.min[2];
  const size = boxSize(m.box).map((v) => v * factor) as [number, number, number];
  const at = (i: number) => (heights[i]! - bottom) * factor;
  let largest = 0;
  let jump = 0;
  let hardest = 0;
  for (let i = 1; i < areas.length; i++) {
    if (areas[i]! > areas[largest]!) largest = i;
    if (peel[i]! > peel[hardest]!) hardest = i;
    if (areas[i]! - areas[i - 1]! > areas[jump]! - (areas[jump - 1] ?? 0) || jump === 0) jump = i;
  }
  const screen = printer.bedMm[0] * printer.bedMm[1];
  const cups = [...m.regions.spaces, ...(tipsMm2 !== null ? [] : m.regions.onBed)].map((s): SuctionCup => ({
    kind: s.kind === "hollow" ? "trapped" : "suction",
    sealedMm2:
      (s.kind === "hollow"
        ? s.volume / Math.max(1e-12, s.toZ - s.fromZ)
        : Math.max(s.openArea, s.volume / Math.max(1e-12, s.toZ - s.fromZ))) * f2,
    millilitres: (s.volume * f2 * factor) / 1000,
    fromMm: (s.fromZ - bottom) * factor,
    toMm: (s.toZ - bottom) * factor,
  }));
  const usable = printer.bedMm.map((v, k) => (k < 2 ? v * (1 - 2 * RIM_SHARE) : v));
  const fits = (w: number, d: number) => w <= usable[0]! && d <= usable[1]!;
  return {
    largestMm2: areas[largest]! * f2,
    largestAtMm: at(largest),
    screenShare: (areas[largest]! * f2) / screen,
    jumpMm2: areas.length > 1 ? Math.max(0, areas[jump]! - areas[jump - 1]!) * f2 : 0,
    jumpAtMm: at(jump),
    peelMm4: peel[hardest]! * f2 * f2,
    peelAtMm: at(hardest),
    neck: neckOf(m, factor, tipsMm2),
    islands: m.regions.islands.filter((s) => s.area * f2 >= DEBRIS_MM2).length,
    cups,
    flatDownMm2: levelUndersidesMm2(m, factor) + (tipsMm2 === null ? 0 : footMm2(m, factor)),
    slender: size[2] / Math.max(1e-9, Math.min(m.turnedBox.width, m.turnedBox.depth) * factor),
    inRim: !fits(size[0], size[1]) && !fits(size[1], size[0]),
  };
}

const levelUndersidesMm2 = ({ overhangs, box }: MeshMeasurement, factor: number): number =>
  overhangs
    .filter((r) => r.highestZ - r.lowestZ < 1e-3 * (box.max[2] - box.min[2]))
    .reduce((sum, r) => sum + r.area * factor * factor, 0);

/**
 * Each layer's pull over the weakest section below it; what is thin above the layer carries nothing of it. A part
 * that begins on a point or an edge above the plate is held round it by its tips: until something was wider, a
 * section is where it begins and no neck.
 */
function neckOf(
  { profile: { areas, peel, heights }, box }: MeshMeasurement,
  factor: number,
  tipsMm2: number | null,
): Neck | null {
  const f2 = factor * factor;
  const at = (i: number) => (heights[i]! - box.min[2]) * factor;
  let weakest = tipsMm2 !== null && tipsMm2 > 0 ? { mm2: tipsMm2, atMm: 0 } : { mm2: Infinity, atMm: 0 };
  let widestMm2 = tipsMm2 === null ? Infinity : 0;
  let neck: Neck | null = null;
  for (let i = 0; i < areas.length; i++) {
    const newtons = peel[i]! * f2 * f2 * NEWTONS_PER_MM4;
    const stressMPa = newtons / weakest.mm2;
    if (Number.isFinite(weakest.mm2) && stressMPa > (neck?.stressMPa ?? 0))
      neck = { newtons, layerAtMm: at(i), sectionMm2: weakest.mm2, sectionAtMm: weakest.atMm, stressMPa };
    const mm2 = areas[i]! * f2;
    if (mm2 > 0 && mm2 < Math.min(weakest.mm2, widestMm2)) weakest = { mm2, atMm: at(i) };
    widestMm2 = Math.max(widestMm2, mm2);
  }
  return neck;
}
