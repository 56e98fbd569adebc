import type { Vec3 } from "#core/mesh/pose";
import { upGuess } from "#core/mesh/upGuess";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { modelText } from "#core/scale/lengthFormat";
import { printOf } from "#core/scene/part";

/** A part that seems to have been drawn lying, and where its foot looks. */
export type UpQuestion = { readonly plan: PartPlan; readonly down: Vec3; readonly sentence: string };

const directions: Readonly<Record<string, string>> = {
  "-1,0,0": "to the left",
  "1,0,0": "to the right",
  "0,-1,0": "to the front",
  "0,1,0": "to the back",
  "0,0,1": "up",
};

/** Parts that may lie on their side as drawn, until somebody says. */
export const upQuestions = (parts: readonly PartPlan[]): readonly UpQuestion[] =>
  parts.flatMap((plan): readonly UpQuestion[] => {
    const { part, measurement, rescale, held } = plan;
    if (!measurement || part.size.upSure || printOf(part).pieceOf || part.made !== "printed") return [];
    const guess = upGuess(measurement.signs, measurement.box);
    if (!guess) return [];
    // Before its scale is known a length on the bench says nothing.
    const height = held ? "" : `: ${modelText(guess.height * rescale.factor)} is its height`;
    const sentence = `${part.name} lies on its side as drawn, its foot ${directions[guess.down.join()]}${height}?`;
    return [{ plan, down: guess.down, sentence }];
  });
