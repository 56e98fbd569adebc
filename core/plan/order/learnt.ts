import { isTransparent } from "#core/paint/clearTint";
import type { Figure } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import { type MixPrediction, predictMix } from "#core/paint/paint";
import type { MixOf } from "#core/paint/coat";
import { potsOf } from "#core/paint/layerBody";
import { glueFilmMm, mixNotes } from "#core/paint/mixNotes";
import { paintOf, recipeOf } from "#core/paint/scheme";
import { solidsOf } from "#core/paint/solids";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";
import type { Action } from "#core/steps/step";

/** The builder's own speed by kind of step, from the log. */
export function speedOf({ workshop }: PlanInput): (action: Action) => number {
  const observations = workshop.log
    .filter((e) => e.kind === "step")
    .map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes }));
  const speeds = new Map<string, number>();
  return (action) => {
    let factor = speeds.get(action);
    if (factor === undefined) {
      const learned: Figure = learnedFactor(observations, action);
      speeds.set(action, (factor = learned.basis === "learned" ? learned.value : 1));
    }
    return factor;
  };
}

/** Light goes through each of its pots; media only thin it. */
const isClearMix = (pots: ReturnType<typeof potsOf>): boolean => {
  const colours = pots.filter(({ paint }) => paint.kind !== "medium");
  return colours.length > 0 && colours.every(({ paint }) => isTransparent(paint));
};

/** What each layer is laid with, as far as its mix or its pot is known. */
export function mixOf({ workshop }: { readonly workshop: Pick<Workshop, "paints" | "recipes"> }): MixOf {
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const mixes = new Map<string, MixPrediction | null>();
  return (layer) => {
    const recipe = workshop.recipes.find((r) => r.id === recipeOf(layer));
    const pots = potsOf(layer, workshop);
    const shared = {
      ...{ solids: solidsOf(pots), filmMm: glueFilmMm(pots), notes: mixNotes(recipe ?? {}, pots) },
      ...(isClearMix(pots) ? { transparent: true as const } : {}),
    };
    if (!recipe)
      return { lightness: paints.get(paintOf(layer) ?? "")?.lab.l ?? null, thinnerShare: 0, ...shared };
    if (!mixes.has(recipe.id)) mixes.set(recipe.id, predictMix(recipe, paints) ?? null);
    return {
      lightness: mixes.get(recipe.id)?.lab.l ?? null,
      thinnerShare: recipe.thinnerShare,
      ...shared,
    };
  };
}
