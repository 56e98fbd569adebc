import { dustFactor } from "#core/plan/inRooms";
import { speedOf } from "#core/plan/order/learnt";
import type { PlanInput } from "#core/scene/planInput";
import type { TreatmentPass } from "#core/surface/treatmentWork";

/** Hands on a pass as the order plans it: at the builder's own speed, and with the dust of the rooms. */
export function handsOn(own: PlanInput): (pass: TreatmentPass) => number {
  const speed = speedOf(own);
  return ({ minutes, step }) => minutes * speed(step.action) * dustFactor(step.tool, own.workshop.rooms);
}
