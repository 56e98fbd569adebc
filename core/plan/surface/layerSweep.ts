import { partWork } from "#core/plan/order/partWork";
import { treatedTogether } from "#core/plan/order/zoneWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { handsOn } from "#core/plan/surface/handsOn";
import { printedAs } from "#core/plan/surface/printedAs";
import type { PlanInput } from "#core/scene/planInput";
import { passesOn } from "#core/surface/surfaceSteps";

/** What a layer height comes to for all copies: machine time, hands that hide its layers, both as money. */
export type SweepPoint = {
  readonly layerMm: number;
  readonly machineMinutes: number;
  readonly handsMinutes: number;
  /** Cost of the print and of the hours at what they are worth, minor units. */
  readonly minor: number;
};

export type LayerSweep = { readonly points: readonly SweepPoint[]; readonly best: SweepPoint };

/** Heights that are tried on each process, mm (common practice). */
const HEIGHTS = {
  filament: [0.08, 0.1, 0.12, 0.16, 0.2, 0.24, 0.28],
  resin: [0.02, 0.03, 0.04, 0.05, 0.08, 0.1],
} as const;

/**
 * Layer height against the hands that hide what it leaves, on the machine that a part is made on; the best is where
 * print and hands together cost least. Null of a part without a machine or a mesh.
 */
export function layerSweep(p: PartPlan, own: PlanInput): LayerSweep | null {
  const { finish } = p;
  if (!finish || !p.asItLies) return null;
  const hands = handsOn(own);
  const points = HEIGHTS[finish.printer.process].flatMap((layerMm): SweepPoint[] => {
    const made = printedAs(p, { ...finish.printer, layerMm }, own);
    if (!made?.finish) return [];
    const passes = treatedTogether(partWork(made, own, 0).zones).flatMap(passesOn);
    const handsMinutes = passes.reduce((sum, t) => sum + hands(t), 0);
    const { cost, minutes } = made.finish.all;
    const minor = cost.value + (handsMinutes / 60) * own.workshop.rooms.hourWorthMinor;
    return [{ layerMm, machineMinutes: minutes.value, handsMinutes, minor }];
  });
  return points.length === 0 ? null : { points, best: points.reduce((a, b) => (b.minor < a.minor ? b : a)) };
}
