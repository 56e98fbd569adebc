import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { piecesFor } from "#core/print/reprints";
import { printOf } from "#core/scene/part";

/** Spares of one part that are worth printing with it. `planned`: those it has already. */
export type SparesWanted = {
  readonly partId: string;
  readonly name: string;
  readonly planned: number;
  readonly spares: number;
  readonly text: string;
};

/** From so many of a part a failure among them is no rare thing. */
const MANY = 2;

export function sparesWanted(
  { laid, odds }: Pick<PlatePlan, "laid" | "odds">,
  parts: readonly PartPlan[],
): readonly SparesWanted[] {
  const success = 1 - odds.total;
  const ids = [...new Set(laid.filter((l) => !l.spare).map((l) => l.partId))];
  return ids.flatMap((partId): readonly SparesWanted[] => {
    const part = parts.find((p) => p.part.id === partId)?.part;
    const count = laid.filter((l) => l.partId === partId && !l.spare).length;
    if (!part || count < MANY) return [];
    const planned = printOf(part).spares;
    const spares = piecesFor(count, success) - count - planned;
    if (spares <= 0) return [];
    const inHundred = Math.round(100 * success);
    const text = `${count} of ${part.name}, at ${inHundred} in 100: ${count + planned + spares} to be likely of ${count}`;
    return [{ partId, name: part.name, planned, spares, text }];
  });
}
