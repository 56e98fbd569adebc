import { times } from "#core/figure";
import { type Board, groundMaterial, type GroundLayer, layerAmounts } from "#core/ground/groundLayer";
import { productOf } from "#core/materials/products";
import { groundRef } from "#core/reference";
import type { Step } from "#core/steps/step";
import type { Need } from "#core/stores/draw";

/** Glue to water in what binds loose ground: one to five (common practice). */
const GLUE_SHARE = 1 / 6;

/** Steps that lay a layer of the board, by whatever they do: its ground is drawn with them. */
export const isGroundStep = ({ action }: Pick<Step, "action">): boolean =>
  action === "lay ground" || action === "flock" || action === "pour water";

/** The layer that a step lays; undefined where it lays none. */
export const groundOfStep = <G extends GroundLayer>(step: Step, grounds: readonly G[]): G | undefined =>
  isGroundStep(step) ? grounds.find((g) => step.targets.includes(groundRef(g.id))) : undefined;

/** What a layer of the board draws from the shelf: the ground itself, and glue where it is loose. */
export function needsOfGround(ground: GroundLayer, board: Board): readonly Need[] {
  // The board itself is bought by the sheet, not by the gram.
  if (groundMaterial(ground.material).laidAs === undefined) return [];
  const { grams, binderMl } = layerAmounts(ground, board);
  const { material, name } = ground;
  return [
    { needKey: `ground:${material}`, name, unit: "g", amount: grams, forWhat: name },
    ...(binderMl
      ? [
          {
            needKey: "product:PVA",
            name: productOf("PVA").name,
            unit: "ml" as const,
            amount: times(binderMl, GLUE_SHARE),
            forWhat: `${name}, one part to five of water`,
          },
        ]
      : []),
  ];
}
