import { FLAME_WALL_MM } from "#core/materials/flame";
import { treatedOf } from "#core/plan/surface/treatedOf";
import { treatmentInRooms } from "#core/plan/inRooms";
import type { WayCompared } from "#core/plan/surface/wayCompared";
import { maskingWays } from "#core/plan/surface/maskingWays";
import { priceOf } from "#core/plan/surface/priceOf";
import { handsOn } from "#core/plan/surface/handsOn";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { lookOnceTreated } from "#core/plan/surface/lookOnceTreated";
import { exposureOf } from "#core/safety/exposure";
import type { PlanInput } from "#core/scene/planInput";
import { draftStep } from "#core/steps/draftStep";
import { grooveAfter, reliefAfter } from "#core/surface/detail";
import { classOf, type LookClass } from "#core/surface/lookTest";
import {
  passMillilitres,
  passWaitMinutes,
  treatmentFilms,
  type TreatmentPass,
} from "#core/surface/treatmentWork";
import { passesOn } from "#core/surface/surfaceSteps";
import { type SurfaceSchool, surfaceSchools, treatmentOf } from "#core/surface/treatments";

/** How far each can be taken back (common practice). */
const undo: Readonly<Record<SurfaceSchool, string>> = {
  "fill and sand": "no: what is sanded is gone",
  bury: "scraped off while it is fresh",
  "flame first": "no",
  "level in resin": "no: it can be sanded",
  "live with it": "nothing is done yet",
};

/** What a builder weighs ways by. */
export const weights = ["least of my time", "soonest", "least dust and fumes", "looks best"] as const;
export type Weight = (typeof weights)[number];

/** Every way of finishing a zone, by the builder's weight; what cannot be done last. */
export function waysCompared(
  p: PartPlan,
  z: ZonePlan,
  own: PlanInput,
  weight: Weight = "least of my time",
): readonly WayCompared[] {
  const ways = [...surfaceSchools.map((school) => wayOf(school, p, z, own)), ...maskingWays(p, z, own)];
  return ways.sort(
    (a, b) => Number(a.barred !== null) - Number(b.barred !== null) || costOf(a, weight) - costOf(b, weight),
  );
}

const looks: Readonly<Record<LookClass, number>> = { unseen: 0, "raking only": 1, plain: 2 };

function costOf(way: WayCompared, weight: Weight): number {
  switch (weight) {
    case "least of my time":
      return way.minutes;
    case "soonest":
      return way.waitHours * 60 + way.minutes;
    case "least dust and fumes":
      return way.air.length * 1e4 + way.minutes;
    case "looks best":
      return looks[way.still ?? "plain"] * 1e4 + way.lost.length * 1e3 + way.minutes;
  }
}

function wayOf(school: SurfaceSchool, p: PartPlan, z: ZonePlan, own: PlanInput): WayCompared {
  const { rooms, stock } = own.workshop;
  const treatment = treatmentInRooms(treatmentOf(school), rooms);
  const { work } = treatedOf(p, { ...z, treatment }, own);
  const passes = passesOn(work);
  const hands = handsOn(own);
  const laid = passes.flatMap((pass) => {
    const ml = passMillilitres(pass, work.treatCm2)?.value ?? 0;
    return pass.step.product && ml > 0 ? [{ ml, minor: priceOf(pass.step.product, ml, stock) }] : [];
  });
  return {
    name: school,
    school,
    ml: laid.reduce((sum, l) => sum + l.ml, 0),
    minutes: passes.reduce((sum, t) => sum + hands(t), 0),
    minor: laid.some((l) => l.minor === null) ? null : laid.reduce((sum, l) => sum + l.minor!, 0),
    waitHours: passes.reduce((sum, t) => sum + passWaitMinutes(t), 0) / 60,
    air: [...new Set(passes.flatMap((t) => airOf(t)))],
    still: stillShows(p, z, own, passes.flatMap((t) => t.depthsMm).at(-1) ?? null),
    lost: lostOf(z, p.rescale.factor, passes, work.depthMm),
    undo: undo[school],
    barred: barredBy(school, p, work.thinnestMm),
  };
}

function airOf({ step }: TreatmentPass): readonly string[] {
  const as = { id: "", title: "", targets: [], onWhat: "", minutes: 0 };
  const made = draftStep(
    { ...as, action: step.action, product: step.product, tool: step.tool, place: step.place },
    () => 1,
  );
  const exposure = exposureOf(made);
  return exposure ? [exposure] : [];
}

/** How its plainest slope looks once nothing is deeper than this. */
function stillShows(p: PartPlan, z: ZonePlan, own: PlanInput, depthMm: number | null): LookClass | null {
  if (!z.surface) return null;
  const seen = lookOnceTreated(p, z, own, depthMm);
  return seen ? classOf(seen.flat, seen.raking) : "unseen";
}

function lostOf(
  { measure, zone }: ZonePlan,
  factor: number,
  passes: readonly TreatmentPass[],
  depthMm: number | null,
): readonly string[] {
  const groove = measure?.narrowest
    ? grooveAfter(measure.narrowest.width * factor, treatmentFilms(passes))
    : null;
  const sands = passes.some((t) => t.step.action === "sand");
  const relief =
    measure?.relief && sands && depthMm !== null
      ? reliefAfter(depthMm, measure.relief.depth * factor)
      : "sharp";
  return [
    ...(groove?.closes ? [`its narrowest groove, under coat ${groove.closes.openAfter + 1}`] : []),
    ...(relief === "sharp" ? [] : [`relief of ${zone.name} ${relief}`]),
  ];
}

function barredBy(school: SurfaceSchool, p: PartPlan, thinnestMm: number | null): string | null {
  const process = p.finish?.printer.process;
  if (process && treatmentOf(school).notOn.includes(process)) return `never on ${process}`;
  if (school === "flame first" && thinnestMm !== null && thinnestMm < FLAME_WALL_MM)
    return `its wall of ${thinnestMm.toFixed(1)} mm folds in a flame; ${FLAME_WALL_MM} mm and more hold`;
  return null;
}
