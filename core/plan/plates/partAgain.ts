import type { PartPlan } from "#core/plan/parts/partPlan";
import { measuredOf } from "#core/plan/parts/measuredOf";
import { planPart } from "#core/plan/parts/planPart";
import { asTheyLie } from "#core/plan/plates/printing";
import { nothingDerived, type PlanInput } from "#core/scene/planInput";
import type { Part } from "#core/scene/part";
import type { Printer } from "#core/print/printer";

/** A part that is planned again and again with its machine set otherwise. */
export type PartAgain = {
  readonly part: Part;
  /** As it is planned now. */
  readonly now: PartPlan;
  /** Its machine as its own recipe sets it. */
  readonly settled: Printer;
  /** As it would be on that machine set so, all reckoned the same way. */
  readonly on: (changed: Printer) => PartPlan;
};

/**
 * @param printerId the machine that the plan has it on, which other parts may have a say in
 * @returns null where the part is not there or not printed
 */
export function partAgain(input: PlanInput, partId: string, printerId: string): PartAgain | null {
  const part = asTheyLie(input).find((p) => p.id === partId);
  if (!part) return null;
  const measured = measuredOf(part, input);
  const given = { printerId, because: "" };
  const now = planPart(part, ...measured, input.scene, input.workshop, nothingDerived, given);
  if (!now.chosen) return null;
  const { printer } = now.chosen;
  const on = (changed: Printer) =>
    planPart(
      part,
      ...measured,
      input.scene,
      {
        ...input.workshop,
        printers: input.workshop.printers.map((p) => (p.id === printer.id ? changed : p)),
        printRecipes: [],
      },
      nothingDerived,
      given,
    );
  return { part, now, settled: printer, on };
}
