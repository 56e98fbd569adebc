import { printBody } from "#core/print/body";
import { candidate } from "#core/plan/parts/candidate";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partScene, partWorkshop } from "#core/plan/parts/partSurroundings";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import { handsOn } from "#core/plan/surface/handsOn";
import { patchedPart } from "#core/scene/part";
import { nothingDerived, type PlanInput } from "#core/scene/planInput";
import { treatmentWork } from "#core/surface/treatmentWork";

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
  const { finish, asItLies, rescale, treatment } = p;
  if (!finish || !asItLies) return null;
  const { factor } = rescale;
  // A recipe would set the layer again.
  const part = patchedPart(p.part, { print: { printRecipeId: null } });
  const given = {
    ...{ part, m: asItLies, body: printBody(asItLies, factor), factor, thin: null, derived: nothingDerived },
    scene: partScene(own.scene, own.ledger),
    workshop: partWorkshop(own.workshop),
  };
  const hands = handsOn(own);
  const points = HEIGHTS[finish.printer.process].map((layerMm): SweepPoint => {
    const made = candidate({ ...finish.printer, layerMm }, given);
    const steps = visibleSteps({ part, finish: made }, own.scene.viewingDistanceMm);
    const cm2 = made.surface.visible.value * part.count;
    const passes =
      treatment && steps && cm2 > 0
        ? treatmentWork(treatment, {
            ...{ cm2, depthMm: steps.depthMm, seenMm: steps.unseenMm, slopeDeg: steps.slopeDeg },
            process: finish.printer.process,
          })
        : [];
    const handsMinutes = passes.reduce((sum, t) => sum + hands(t), 0);
    const minor = made.all.cost.value + (handsMinutes / 60) * own.workshop.rooms.hourWorthMinor;
    return { layerMm, machineMinutes: made.all.minutes.value, handsMinutes, minor };
  });
  return { points, best: points.reduce((a, b) => (b.minor < a.minor ? b : a)) };
}
