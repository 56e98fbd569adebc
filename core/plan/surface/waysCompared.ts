import { exact } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres } from "#core/paint/amount";
import { treatedOf } from "#core/plan/order/partWork";
import { treatmentInRooms } from "#core/plan/inRooms";
import { speedOf } from "#core/plan/order/learnt";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { exposureOf } from "#core/safety/exposure";
import type { PlanInput } from "#core/scene/planInput";
import { draftStep } from "#core/steps/draftStep";
import { grooveAfter, reliefAfter } from "#core/surface/detail";
import { classOf, type LookClass, lookTest } from "#core/surface/lookTest";
import { printedBy } from "#core/surface/printedBy";
import { depthsAfter, type TreatmentPass, treatmentWork } from "#core/surface/treatmentWork";
import { type SurfaceSchool, surfaceSchools, treatmentOf } from "#core/surface/treatments";
import { degToRad } from "#core/units";

/** One way of finishing a zone beside the others. */
export type WayCompared = {
  readonly school: SurfaceSchool;
  readonly minutes: number;
  /** What is drawn from the shelf, minor units; null where a price is not told. */
  readonly minor: number | null;
  readonly waitHours: number;
  readonly air: readonly string[];
  /** What still shows of the steps afterwards; null where nobody knows. */
  readonly still: LookClass | null;
  readonly lost: readonly string[];
  readonly undo: string;
  /** Why it cannot be done here; null where it can. */
  readonly barred: string | null;
};

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

/** A flame needs so much below it, mm (common practice). */
const FLAME_WALL_MM = 2;

/** Every way of finishing a zone, by the builder's weight; what cannot be done last. */
export function waysCompared(
  p: PartPlan,
  z: ZonePlan,
  own: PlanInput,
  weight: Weight = "least of my time",
): readonly WayCompared[] {
  const ways = surfaceSchools.map((school) => wayOf(school, p, z, own));
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
  const place = { ...work, cm2: work.treatCm2.value };
  const passes = place.cm2 > 0 ? treatmentWork(treatment, place) : [];
  const speed = speedOf(own);
  const after = depthsAfter(treatment, place);
  const prices = passes.flatMap((pass) => (pass.step.product ? [priceOf(pass, place.cm2, stock)] : []));
  return {
    school,
    minutes: passes.reduce((sum, t) => sum + t.minutes * speed(t.step.action), 0),
    minor: prices.includes(null) ? null : prices.reduce<number>((sum, m) => sum + m!, 0),
    waitHours: passes.reduce((sum, t) => sum + waitOf(t), 0) / 60,
    air: [...new Set(passes.flatMap((t) => airOf(t)))],
    still: stillShows(p, z, own, after.at(-1) ?? null),
    lost: lostOf(z, p.rescale.factor, passes, place.depthMm),
    undo: undo[school],
    barred: barredBy(school, p, work.thinnestMm),
  };
}

const waitOf = ({ step, coats }: TreatmentPass): number =>
  step.product ? productOf(step.product).recoatMinutes * coats : step.action === "wash" ? 30 : 0;

function airOf({ step }: TreatmentPass): readonly string[] {
  const as = { id: "", title: "", targets: [], onWhat: "", minutes: 0 };
  const made = draftStep(
    { ...as, action: step.action, product: step.product, tool: step.tool, place: step.place },
    () => 1,
  );
  const exposure = exposureOf(made);
  return exposure ? [exposure] : [];
}

function priceOf(
  { step, coats }: TreatmentPass,
  cm2: number,
  stock: PlanInput["workshop"]["stock"],
): number | null {
  const row = stock.find((s) => s.needKey === `product:${step.product}`);
  if (!row || row.pricePerUnit === null || step.minutesPerCm2 === 0)
    return step.minutesPerCm2 === 0 ? 0 : null;
  const product = productOf(step.product!);
  const method = product.sprayed ? ("can" as const) : ("brush" as const);
  const ml = coatMillilitres({
    areaCm2: exact(cm2, "cm2", "computed"),
    coats,
    method,
    product,
    thinnerShare: 0,
  });
  return ml.value * row.pricePerUnit;
}

/** How its plainest slope looks once nothing is deeper than this. */
function stillShows(p: PartPlan, z: ZonePlan, own: PlanInput, depthMm: number | null): LookClass | null {
  const worst = z.surface?.worst;
  if (!worst || !p.finish) return z.surface ? "unseen" : null;
  const face = {
    ...printedBy(p.finish.printer),
    slopeRad: degToRad(worst.slopeDeg),
    patchMm2: Math.max(25, worst.areaCm2 * 100),
    ...(depthMm === null ? {} : { depthMm }),
  };
  const { flat, raking } = lookTest(face, own.scene.viewingDistanceMm);
  return classOf(flat, raking);
}

function lostOf(
  { measure, zone }: ZonePlan,
  factor: number,
  passes: readonly TreatmentPass[],
  depthMm: number | null,
): readonly string[] {
  const films = passes.flatMap(({ step, coats }) =>
    step.product
      ? Array.from({ length: coats }, () => ({ what: step.what, filmMm: productOf(step.product!).filmMm }))
      : [],
  );
  const groove = measure?.narrowest ? grooveAfter(measure.narrowest.width * factor, films) : null;
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
    return `its wall of ${thinnestMm.toFixed(1)} mm folds in a flame; 2 mm and more hold`;
  return null;
}
