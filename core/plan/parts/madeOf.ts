import { cutPiecesOf, madeOfPart } from "#core/scene/part";
import type { MaterialId } from "#core/materials/materials";
import type { PartPlan } from "#core/plan/parts/partPlan";

/**
 * What a part is made of, and so what its faces are bare of: what it is printed in, else what was said of it or
 * of the first of its pieces; null where nobody said.
 */
export function madeOf({ part, chosen, finish }: PartPlan): MaterialId | null {
  const on = chosen ?? finish;
  if (on) return on.material?.plastic ?? (on.printer.process === "resin" ? "resin" : null);
  return madeOfPart(part) ?? cutPiecesOf(part).find((c) => c.madeOf !== null)?.madeOf ?? null;
}
