import { printOf } from "#core/scene/part";
import { type Figure, sum } from "#core/figure";
import { boardGrams } from "#core/ground/groundLayer";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlanInput } from "#core/scene/planInput";

export const boardOf = ({ scene }: Pick<PlanInput, "scene">) => ({
  widthMm: scene.boardWidthMm,
  depthMm: scene.boardDepthMm,
});

/** Weight of the finished board: its layers, and the parts that stand on it or whose whole does. */
export function boardWeight(input: Pick<PlanInput, "scene" | "grounds">, parts: readonly PartPlan[]): Figure {
  const standing = new Set(parts.filter((p) => p.part.place.placements.length > 0).map((p) => p.part.id));
  const onBoard = parts.filter(
    (p) => p.chosen && (standing.has(p.part.id) || standing.has(printOf(p.part).pieceOf?.partId ?? "")),
  );
  return boardGrams(
    input.grounds,
    boardOf(input),
    sum(
      onBoard.map((p) => p.chosen!.all.grams),
      "g",
      "shared",
    ),
  );
}
