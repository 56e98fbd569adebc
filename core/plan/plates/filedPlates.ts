import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { failure, type Outcome, refused, success } from "#core/outcome";
import type { FiledPlate } from "#core/print/plateFiles";
import { RAISED_MM } from "#core/print/supports";

/** Plates that can be written as files: the parts on them, where each copy stands, and why others cannot be. */
export type FiledPlates = {
  readonly parts: readonly PartPlan[];
  readonly plates: readonly FiledPlate[];
  /** A sentence for each plate that is left out. */
  readonly leftOut: readonly string[];
};

/**
 * @param plateId one plate alone; all that are not running when it is left out
 * @returns a refusal where no plate can be written
 */
export function filedPlates(plan: Pick<Plan, "parts" | "plates">, plateId?: string): Outcome<FiledPlates> {
  const asked = plan.plates.filter((p) => (plateId === undefined ? !p.running : p.id === plateId));
  const byId = new Map(plan.parts.map((p) => [p.part.id, p]));
  const blocked = new Map(asked.map((plate) => [plate, blockedBy(plate, byId)]));
  const written = asked.filter((p) => blocked.get(p) === null);
  const leftOut = [...blocked.values()].filter((why) => why !== null);
  if (written.length === 0)
    return leftOut.length > 0
      ? failure(...leftOut.map((message) => ({ code: "plate/blocked", path: [], message })))
      : refused("plate/none", "There is no plate to write yet. Give the parts a model and a printer first.");
  const ids = [...new Set(written.flatMap((p) => p.laid.map((l) => l.partId)))];
  return success({
    parts: ids.map((id) => byId.get(id)!),
    plates: written.map((plate) => ({
      name: `plate-${plate.number}-${plate.printer.name}`,
      places: plate.laid.map((l) => ({
        part: ids.indexOf(l.partId),
        xMm: l.xMm + plate.printer.marginMm,
        yMm: l.yMm + plate.printer.marginMm,
        zMm: byId.get(l.partId)!.chosen?.raised ? RAISED_MM : 0,
        turnDeg: l.turnDeg,
      })),
    })),
    leftOut,
  });
}

/** Why a plate cannot be written; null where it can. Equal boxes stand for a part until it is cut. */
function blockedBy(plate: PlatePlan, parts: ReadonlyMap<string, PartPlan>): string | null {
  for (const { partId, partName } of plate.laid) {
    const part = parts.get(partId);
    if (part?.chosen?.fit.kind === "cut")
      return `Plate ${plate.number} holds ${part.part.name}, which is too large for ${plate.printer.name} as it is: cut it first, on its making page.`;
    if (!part?.part.meshId) return `Plate ${plate.number} holds ${partName}, which has no model to write.`;
  }
  return null;
}
