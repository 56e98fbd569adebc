import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { ResinPrinter } from "#core/print/printer";

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
 * - `neck`: the hardest peel over the least section that carries it below, as a multiple of the part's median
 * - `islands`: spots that begin in mid-air, held by supports or not
 * - `cups`: see above; force of a cup is its area times 10 to 100 kPa
 * - `flatDownMm2`: level undersides, which bow and bloom
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
  readonly neck: number;
  readonly islands: number;
  readonly cups: readonly SuctionCup[];
  readonly flatDownMm2: number;
  readonly slender: number;
  readonly inRim: boolean;
};

/** Limits while a machine has no record of its own (common practice). */
export const resinLimits = {
  screenShare: 0.25,
  peelMm4: 5e5,
  neck: 3,
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
 * @param raised on supports above the plate, or flat on it, where the plate closes its holes
 * @source lubrication between parting plates (Stefan; derived for discs); limits common practice
 */
export function resinRisk(
  m: MeshMeasurement,
  factor: number,
  printer: ResinPrinter,
  raised: boolean,
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
  const cups = [...m.regions.spaces, ...(raised ? [] : m.regions.onBed)].map((s): SuctionCup => ({
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
    neck: neckOf(areas, peel),
    islands: m.regions.islands.filter((s) => s.area * f2 >= DEBRIS_MM2).length,
    cups,
    flatDownMm2: m.overhangs
      .filter((r) => r.highestZ - r.lowestZ < 1e-3 * (m.box.max[2] - m.box.min[2]))
      .reduce((s, r) => s + r.area * f2, 0),
    slender: size[2] / Math.max(1e-9, Math.min(m.turnedBox.width, m.turnedBox.depth) * factor),
    inRim: !fits(size[0], size[1]) && !fits(size[1], size[0]),
  };
}

/** The hardest peel over the least section under it, against the median of that over all layers. */
function neckOf(areas: Float64Array, peel: Float64Array): number {
  let carried = Infinity;
  const ratios: number[] = [];
  for (let i = 0; i < areas.length; i++) {
    if (areas[i]! > 0) carried = Math.min(carried, areas[i]!);
    if (Number.isFinite(carried) && peel[i]! > 0) ratios.push(peel[i]! / carried);
  }
  if (ratios.length === 0) return 1;
  const sorted = [...ratios].sort((p, q) => p - q);
  return sorted.at(-1)! / Math.max(1e-12, sorted[Math.floor(sorted.length / 2)]!);
}

/** What is worth saying of a part's risks, worst first: what, how much, where and what to do. */
export function resinWarnings(
  r: ResinRisk,
  known: { readonly peelMm4: number } | null,
): readonly { readonly code: string; readonly severity: "ruins" | "weakens"; readonly sentence: string }[] {
  const found: { code: string; severity: "ruins" | "weakens"; sentence: string }[] = [];
  const trapped = r.cups.filter((c) => c.kind === "trapped" && c.millilitres > 0.05);
  if (trapped.length > 0)
    found.push({
      code: "trapped",
      severity: "ruins",
      sentence: `${trapped.length === 1 ? "a closed hollow keeps" : `${trapped.length} closed hollows keep`} ${trapped.reduce((s, c) => s + c.millilitres, 0).toFixed(1)} ml of liquid resin. Give each two holes, or print it solid.`,
    });
  const strong = r.cups
    .filter(
      (c) =>
        c.kind === "suction" &&
        c.sealedMm2 > resinLimits.cupMm2 &&
        c.toMm - c.fromMm > resinLimits.cupHeightMm,
    )
    .sort((p, q) => q.sealedMm2 - p.sealedMm2)[0];
  if (strong)
    found.push({
      code: "suction",
      severity: strong.sealedMm2 > resinLimits.strongCupMm2 ? "ruins" : "weakens",
      sentence: `a cup of ${strong.sealedMm2.toFixed(0)} mm2 sucks at the film from ${strong.fromMm.toFixed(0)} to ${strong.toMm.toFixed(0)} mm with ${(0.01 * strong.sealedMm2).toFixed(0)} to ${(0.1 * strong.sealedMm2).toFixed(0)} N. Turn it over, or vent it at its plate end.`,
    });
  const limit = known?.peelMm4 ?? resinLimits.peelMm4;
  if (r.peelMm4 > limit)
    found.push({
      code: "peel",
      severity: "weakens",
      sentence: `at ${r.peelAtMm.toFixed(0)} mm a layer of ${r.largestMm2.toFixed(0)} mm2 pulls ${(r.peelMm4 / limit).toFixed(1)} times as hard at the film as ${known ? "any that came out here" : "is usual"}. Tilt it.`,
    });
  else if (r.screenShare > resinLimits.screenShare)
    found.push({
      code: "section",
      severity: "weakens",
      sentence: `its largest section takes ${Math.round(100 * r.screenShare)} % of the screen, at ${r.largestAtMm.toFixed(0)} mm. Tilt it.`,
    });
  if (r.neck > resinLimits.neck * 3)
    found.push({
      code: "neck",
      severity: "weakens",
      sentence: `a thin place carries a wide layer above it, ${r.neck.toFixed(0)} times the usual pull for its section. Support the wide part by itself.`,
    });
  if (r.flatDownMm2 > resinLimits.flatDownMm2)
    found.push({
      code: "flat-down",
      severity: "weakens",
      sentence: `${(r.flatDownMm2 / 100).toFixed(1)} cm2 of level underside will bow and bloom. Tilt it by 15 degrees or more.`,
    });
  return found;
}
