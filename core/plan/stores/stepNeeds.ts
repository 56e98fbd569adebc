import { between, exact, type Figure, times } from "#core/figure";
import { productOf } from "#core/materials/products";
import type { Board, GroundLayer } from "#core/ground/groundLayer";
import { groundOfStep, isGroundStep, needsOfGround } from "#core/plan/stores/groundNeeds";
import type { Paint, Recipe } from "#core/paint/paint";
import type { Workshop } from "#core/scene/workshop";
import { gritClass, gritsOf } from "#core/steps/inHand";
import type { Step } from "#core/steps/step";
import { type Need, standsReady } from "#core/stores/draw";

/** Area that a sheet of abrasive takes down before it is blunt, cm2, least to most (common practice). */
const SHEET_CM2 = [300, 600, 1200] as const;
const sheetsFor = (cm2: number): Figure =>
  between(cm2 / SHEET_CM2[2], cm2 / SHEET_CM2[1], cm2 / SHEET_CM2[0], "sheets", "practice", [
    {
      text: `${cm2.toFixed(0)} cm2; a sheet takes ${SHEET_CM2[0]} to ${SHEET_CM2[2]} before it is blunt`,
      basis: "practice",
    },
  ]);

/** The shelf that steps draw from. */
export type Shelf = Pick<Workshop, "paints" | "recipes" | "stock">;

/** How much of a step is still to do, 0 to 1, by its pieces that are done. */
export const openShare = ({ id, pieces }: Step, some: ReadonlyMap<string, number>): number =>
  Math.max(0, 1 - (some.get(id) ?? 0) / Math.max(1, pieces ?? 1));

/**
 * What a step draws from the shelf: abrasives by the sheet, its mix or its pots, its product. A mix that stands
 * ready is used before its pots.
 * @param share of the step that is meant, 0 to 1
 */
export function needsOfStep(step: Step, shelf: Shelf, share = 1): readonly Need[] {
  const forWhat = `${step.title.toLowerCase()}, ${step.onWhat}`;
  return [
    // A ladder of grits goes over all of it once with each.
    ...gritsOf(step).map((grit): Need => ({
      needKey: `abrasive:${grit}`,
      name: `abrasive ${grit}, ${gritClass(grit)}`,
      unit: "sheets",
      amount: sheetsFor((step.areaCm2 ?? 0) * share),
      forWhat,
    })),
    ...(step.mixMl === null ? [] : mixNeeds(step, times(step.mixMl, share), shelf, forWhat)),
    ...dryNeeds(step, share, forWhat),
    ...coverNeeds(step, share, forWhat),
  ];
}

/** Tape tears, and is laid twice at times: a fifth less or more than its borders ask for (common practice). */
const TAPE_SPREAD = 0.2;

/** What masks take: tape by its length, liquid by a film over all of a place. Putty and card are used again. */
function coverNeeds({ cover, areaCm2 }: Step, share: number, forWhat: string): readonly Need[] {
  if (cover?.kind === "liquid") {
    const ml = (((areaCm2 ?? 0) * LIQUID_MM) / 10) * share;
    return [
      {
        ...{ needKey: "goods:resist", name: "liquid mask", unit: "ml", forWhat },
        amount: between(ml / 2, ml, 2 * ml, "ml", "practice", [
          { text: `a film of ${LIQUID_MM} mm over all of it`, basis: "practice" },
        ]),
      },
    ];
  }
  const m = ((cover?.tapeMm ?? 0) / 1000) * share;
  return m > 0
    ? [
        {
          ...{ needKey: "goods:tape", name: "masking tape", unit: "m", forWhat },
          amount: between(m * (1 - TAPE_SPREAD), m, m * (1 + TAPE_SPREAD), "m", "practice", [
            { text: "along its borders, a tenth over at corners and ends", basis: "computed" },
          ]),
        },
      ]
    : [];
}
/** A film of liquid mask that comes off in one piece, mm (common practice). */
const LIQUID_MM = 0.2;

/** Wet films of what is no paint, mm, with half of it lost in sponge and brush (common practice). */
const RESIST_MM = 0.1;
const SOFTENER_MM = 0.05;
const REACHES = 0.5;

/** What resist and markings take beside paint: latex or liquid mask, and what softens a film. */
function dryNeeds(step: Step, share: number, forWhat: string): readonly Need[] {
  const films =
    step.facts?.liquid === true && typeof step.partOf === "object"
      ? ([["goods:resist", "liquid mask", RESIST_MM]] as const)
      : step.action === "decal"
        ? ([["goods:softener", "softener for markings", SOFTENER_MM]] as const)
        : [];
  return films.map(([needKey, name, mm]): Need => {
    const ml = ((step.areaCm2 ?? 0) * share * mm) / 10 / REACHES;
    return {
      ...{ needKey, name, unit: "ml", forWhat },
      amount: between(ml / 2, ml, 2 * ml, "ml", "practice", [
        { text: `a wet film of ${mm} mm, half of it lost in sponge and brush`, basis: "practice" },
      ]),
    };
  });
}

function mixNeeds(
  step: Step,
  mix: Figure,
  { paints, recipes, stock }: Shelf,
  forWhat: string,
): readonly Need[] {
  const ml = (needKey: string, name: string): Need => ({ needKey, name, unit: "ml", amount: mix, forWhat });
  const nameOf = (id: string) => paints.find((p) => p.id === id)?.name ?? id;
  const recipe = recipes.find((r) => r.id === step.recipeId);
  if (recipe && standsReady(recipe.id, stock)) return [ml(`recipe:${recipe.id}`, recipe.name)];
  if (recipe) return potsOf(recipe.parts, mix, recipe.thinnerShare, nameOf, forWhat);
  if (step.paintId) return [ml(`paint:${step.paintId}`, nameOf(step.paintId))];
  // Ground is drawn by its layer.
  return step.product && productOf(step.product).fromShelf && !isGroundStep(step)
    ? [ml(`product:${step.product}`, productOf(step.product).name)]
    : [];
}

function potsOf(
  parts: readonly { readonly paintId: string; readonly parts: number }[],
  mix: Figure,
  thinnerShare: number,
  nameOf: (id: string) => string,
  forWhat: string,
): Need[] {
  const total = parts.reduce((sum, p) => sum + p.parts, 0);
  return parts
    .filter((p) => p.parts > 0)
    .map((p) => ({
      needKey: `paint:${p.paintId}`,
      name: nameOf(p.paintId),
      unit: "ml" as const,
      amount: total > 0 ? times(mix, p.parts / total / (1 + thinnerShare)) : exact(0, "ml", "computed"),
      forWhat,
    }));
}

/** What is taken off the shelf when a step, or a share of it, is done: the likely amount. */
export type Draw = {
  readonly needKey: string;
  readonly name: string;
  readonly unit: Need["unit"];
  readonly amount: number;
};

/** What a batch of a mix takes out of its pots, ml of paint without its thinner. */
export const mixDraws = (
  { parts, thinnerShare }: Pick<Recipe, "parts" | "thinnerShare">,
  millilitres: number,
  paints: readonly Pick<Paint, "id" | "name">[],
): readonly Draw[] =>
  potsOf(
    parts,
    exact(millilitres, "ml", "yours"),
    thinnerShare,
    (id) => paints.find((p) => p.id === id)?.name ?? id,
    "",
  ).map(({ needKey, name, unit, amount }) => ({ needKey, name, unit, amount: amount.value }));

/** The board and its layers, so that a step that lays one draws it. */
export type Laid = { readonly board: Board; readonly grounds: readonly GroundLayer[] };

export function drawnBy(step: Step, shelf: Shelf, share: number, { board, grounds }: Laid): readonly Draw[] {
  const ground = groundOfStep(step, grounds);
  const ofGround = ground === undefined ? [] : needsOfGround(ground, board);
  return [
    ...needsOfStep(step, shelf, share),
    ...ofGround.map((need) => ({ ...need, amount: times(need.amount, share) })),
  ]
    .map(({ needKey, name, unit, amount }) => ({ needKey, name, unit, amount: amount.value }))
    .filter((d) => d.amount > 0);
}
