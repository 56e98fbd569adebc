import { usualMaterial } from "#core/plan/parts/candidate";
import { measuredOf } from "#core/plan/parts/measuredOf";
import { type PartAgain, partAgain } from "#core/plan/plates/partAgain";
import { printBody } from "#core/print/body";
import { type HeldAt, loadWays } from "#core/print/loadBands";
import type { Printer } from "#core/print/printer";
import { recipeProposal, type RecipeProposal } from "#core/plan/plates/recipeProposal";
import type { PlanInput } from "#core/scene/planInput";
import { printOf } from "#core/scene/part";
import { printedBy } from "#core/surface/printedBy";
import { surfaceAreas } from "#core/surface/surfaceAreas";

/**
 * All copies of a part, printed one way: as shares of how they are planned now, so that what is shown is the
 * planned figure and what the way changes of it.
 */
export type PrintedSo = {
  readonly minutesShare: number;
  readonly gramsShare: number;
  readonly plainCm2: number;
};

/** A recipe for a part beside how its machine usually prints it. */
export type ProposedRecipe = RecipeProposal & {
  readonly printerId: string;
  readonly printerName: string;
  readonly usual: PrintedSo;
  readonly proposed: PrintedSo;
};

/** @returns null where the part is not there or not printed */
export function proposedRecipe(input: PlanInput, partId: string, printerId: string): ProposedRecipe | null {
  const again = partAgain(input, partId, printerId);
  const own = again && input.workshop.printers.find((p) => p.id === again.settled.id);
  if (!again || !own) return null;
  const { settings, material } = recipeProposal(
    own,
    again.now.chosen!.material,
    input.workshop.materials,
    whatDecides(again, own, input),
  );
  const changed = { ...own, ...Object.fromEntries(settings.map((s) => [s.field, s.to])) } as Printer;
  return {
    settings,
    material,
    printerId: own.id,
    printerName: own.name,
    usual: printedSo(again, own),
    proposed: printedSo(again, changed),
  };
}

function printedSo({ part, settled, on }: PartAgain, printer: Printer): PrintedSo {
  const { one, surface } = on(printer).chosen!;
  const now = on(settled).chosen!.one;
  return {
    minutesShare: one.minutes.value / Math.max(1e-9, now.minutes.value),
    gramsShare: one.grams.value / Math.max(1e-9, now.grams.value),
    plainCm2: surface.visible.value * part.count,
  };
}

function whatDecides({ part, now }: PartAgain, own: Printer, { scene }: PlanInput) {
  const slopes = now.asItLies?.slopes ?? [];
  return {
    use: printOf(part).use,
    tier: part.tier ?? scene.tier,
    treatment: now.treatment,
    areaCm2: (now.body?.areaMm2 ?? 0) / 100,
    plainCm2At: (layerMm: number) =>
      surfaceAreas(slopes, now.rescale.factor, printedBy({ ...own, layerMm }), scene.viewingDistanceMm)
        .visible.value,
    thinnestMm: now.thinnestMm?.value ?? null,
  };
}

/** What a load on a part is met by; null where it is not printed in filament. */
export function partLoadWays(
  input: PlanInput,
  partId: string,
  printerId: string,
  heldAt: HeldAt,
  loadGrams: number | null,
) {
  const again = partAgain(input, partId, printerId);
  const printer = again?.settled;
  if (!again || printer?.process !== "filament") return null;
  const [, asItLies] = measuredOf(again.part, input);
  if (!asItLies) return null;
  const density = again.now.chosen!.material ?? usualMaterial(printer);
  return loadWays(
    printBody(asItLies, again.now.rescale.factor),
    printer,
    density.densityGPerCm3,
    heldAt,
    loadGrams,
    printOf(again.part).infillBands,
  );
}
