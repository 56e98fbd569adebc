import { productOf } from "#core/materials/products";
import { between, exact, type Figure, times } from "#core/figure";
import { layerAmounts } from "#core/ground/groundLayer";
import { gritClass, gritsOf } from "#core/steps/inHand";
import type { Step } from "#core/steps/step";
import { drawStores, type Need, type StockLine } from "#core/stores/draw";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { PlanInput } from "#core/scene/planInput";

/** Area that a sheet of abrasive takes down before it is blunt, cm2, least to most (common practice). */
const SHEET_CM2 = [300, 600, 1200] as const;
const sheetsFor = (cm2: number): Figure =>
  between(cm2 / SHEET_CM2[2], cm2 / SHEET_CM2[1], cm2 / SHEET_CM2[0], "sheets", "practice", [
    {
      text: `${cm2.toFixed(0)} cm2; a sheet takes ${SHEET_CM2[0]} to ${SHEET_CM2[2]} before it is blunt`,
      basis: "practice",
    },
  ]);

/**
 * Everything the scene draws from the shelf, in the order of work: print materials by plate, products and
 * paints by step,
 * ground by layer. A mix that stands ready is used before its pots.
 */
export function planStores(
  input: PlanInput,
  plates: readonly PlatePlan[],
  steps: readonly Step[],
  order: readonly string[],
): readonly StockLine[] {
  const { workshop, grounds, scene } = input;
  const needs: Need[] = [];
  for (const plate of plates) {
    const { material } = plate;
    if (!material || plate.running) continue;
    const amount = times(plate.grams, plate.runs.value, "g");
    needs.push({
      needKey: `material:${material.id}`,
      name: material.name,
      unit: "g",
      amount,
      forWhat: `plate ${plate.number} on ${plate.printer.name}`,
    });
  }
  for (const step of steps) {
    // A ladder of grits goes over all of it once with each.
    for (const grit of gritsOf(step.tool))
      needs.push({
        needKey: `abrasive:${grit}`,
        name: `abrasive ${grit}, ${gritClass(grit)}`,
        unit: "sheets",
        amount: sheetsFor(step.areaCm2 ?? 0),
        forWhat: `${step.title.toLowerCase()}, ${step.onWhat}`,
      });
  }
  const place = new Map(order.map((id, i) => [id, i]));
  const ready = new Set(workshop.stock.map((s) => s.needKey));
  for (const step of [...steps].sort((a, b) => (place.get(a.id) ?? 1e9) - (place.get(b.id) ?? 1e9))) {
    if (!step.mixMl) continue;
    const forWhat = `${step.title.toLowerCase()}, ${step.onWhat}`;
    const recipe = step.recipeId ? workshop.recipes.find((r) => r.id === step.recipeId) : undefined;
    if (recipe && ready.has(`recipe:${recipe.id}`))
      needs.push({
        needKey: `recipe:${recipe.id}`,
        name: recipe.name,
        unit: "ml",
        amount: step.mixMl,
        forWhat,
      });
    else if (recipe)
      needs.push(
        ...potsOf(
          recipe.parts,
          step.mixMl,
          recipe.thinnerShare,
          (id) => workshop.paints.find((p) => p.id === id)?.name ?? id,
          forWhat,
        ),
      );
    else if (step.paintId)
      needs.push({
        needKey: `paint:${step.paintId}`,
        name: workshop.paints.find((p) => p.id === step.paintId)?.name ?? step.paintId,
        unit: "ml",
        amount: step.mixMl,
        forWhat,
      });
    else if (
      step.product &&
      productOf(step.product).fromShelf &&
      !step.action.includes("ground") &&
      step.action !== "pour water" &&
      step.action !== "flock"
    )
      needs.push({
        needKey: `product:${step.product}`,
        name: productOf(step.product).name,
        unit: "ml",
        amount: step.mixMl,
        forWhat,
      });
  }
  for (const ground of grounds) {
    const { grams, binderMl } = layerAmounts(ground, {
      widthMm: scene.boardWidthMm,
      depthMm: scene.boardDepthMm,
    });
    if (ground.material === "plywood" || ground.material === "mdf" || ground.material === "xps") continue;
    needs.push({
      needKey: `ground:${ground.material}`,
      name: ground.name,
      unit: "g",
      amount: grams,
      forWhat: ground.name,
    });
    if (binderMl)
      needs.push({
        needKey: "product:PVA",
        name: productOf("PVA").name,
        unit: "ml",
        amount: times(binderMl, 1 / 6),
        forWhat: `${ground.name}, one part to five of water`,
      });
  }
  // Paint pots are their own shelf: each counts as stock unless the builder wrote down what is left of it.
  const written = new Set(workshop.stock.map((s) => s.needKey));
  const pots = workshop.paints
    .filter((p) => !written.has(`paint:${p.id}`))
    .map((p) => ({
      id: p.id,
      needKey: `paint:${p.id}`,
      name: p.name,
      unit: "ml" as const,
      left: p.millilitres,
      pricePerUnit: 0,
    }));
  return drawStores([...workshop.stock, ...pots], needs);
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
