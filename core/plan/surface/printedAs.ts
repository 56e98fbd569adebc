import type { PartPlan } from "#core/plan/parts/partPlan";
import { partScene, partWorkshop } from "#core/plan/parts/partSurroundings";
import { planPart } from "#core/plan/parts/planPart";
import type { Printer } from "#core/print/printer";
import { patchedPart } from "#core/scene/part";
import { nothingDerived, type PlanInput } from "#core/scene/planInput";

/**
 * A part as it would be planned on a machine set like this: its faces, its zones, what hides their layers.
 * @returns null where it could not be made there
 */
export function printedAs(p: PartPlan, printer: Printer, own: PlanInput): PartPlan | null {
  const { meshId } = p.part;
  // A recipe would set the layer again.
  const part = patchedPart(p.part, { print: { printRecipeId: null } });
  const measures = p.zones.flatMap((z) => (z.measure ? [z.measure] : []));
  const zones = new Map(meshId && measures.length > 0 ? [[meshId, { stamp: "", measures }]] : []);
  const made = planPart(
    ...([part, p.measurement, p.asItLies, partScene(own.scene, own.ledger)] as const),
    { ...partWorkshop(own.workshop), printers: [printer] },
    { ...nothingDerived, zones },
    { printerId: printer.id, because: "looked at" },
  );
  return made.finish ? made : null;
}
