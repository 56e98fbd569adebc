import { repeated } from "#core/figure";
import { potPricePerMl } from "#core/paint/paint";
import { boardOf } from "#core/plan/lay/boardWeight";
import { isGroundStep, needsOfGround } from "#core/plan/stores/groundNeeds";
import { needsOfCovers } from "#core/plan/stores/coverNeeds";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { needsOfHardware } from "#core/plan/stores/hardwareNeeds";
import { needsOfStep, openShare } from "#core/plan/stores/stepNeeds";
import { drawStores, type Need, type StockLine } from "#core/stores/draw";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { groundRef } from "#core/reference";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PlanInput } from "#core/scene/planInput";

/**
 * Everything the scene still draws from the shelf, in the order of work: print materials by plate, products and
 * paints by step, ground by layer that is not laid yet. What is done draws nothing any more. A mix that stands
 * ready is used before its pots.
 */
export function planStores(
  input: PlanInput,
  parts: readonly PartPlan[],
  plates: readonly PlatePlan[],
  { steps: all, done, some, sequence: { order } }: Pick<WorkPlan, "steps" | "done" | "some" | "sequence">,
): readonly StockLine[] {
  const { workshop } = input;
  const steps = all.filter((s) => !done.has(s.id) && !s.assumed);
  const laid = new Set(all.filter((s) => isGroundStep(s) && done.has(s.id)).flatMap((s) => s.targets));
  const grounds = input.grounds.filter((g) => !laid.has(groundRef(g.id)));
  const needs: Need[] = [];
  for (const plate of plates) {
    const { material } = plate;
    if (!material || plate.running) continue;
    const amount = repeated(plate.grams, plate.runs);
    needs.push({
      needKey: `material:${material.id}`,
      name: material.name,
      unit: "g",
      amount,
      forWhat: `plate ${plate.number} on ${plate.printer.name}`,
      pricePerUnit: material.pricePerKg / 1000,
    });
  }
  const place = new Map(order.map((id, i) => [id, i]));
  for (const step of [...steps].sort((x, y) => (place.get(x.id) ?? 1e9) - (place.get(y.id) ?? 1e9)))
    needs.push(...needsOfStep(step, workshop, openShare(step, some)));
  for (const ground of grounds) needs.push(...needsOfGround(ground, boardOf(input)));
  needs.push(...needsOfHardware(input), ...needsOfCovers(parts, input));
  // Paint pots are their own shelf: each counts as stock unless the builder wrote down what is left of it.
  const written = new Set(workshop.stock.map((s) => s.needKey));
  const pots = workshop.paints
    .filter((p) => !written.has(`paint:${p.id}`))
    .map((p) => ({
      id: p.id,
      needKey: `paint:${p.id}`,
      name: p.name,
      unit: "ml" as const,
      left: p.millilitres,
      pricePerUnit: potPricePerMl(p),
    }));
  return drawStores([...workshop.stock, ...pots], needs);
}
