import type { Figure } from "#core/figure";
import type { Use } from "#core/materials/material";
import { plasticOf, suits } from "#core/materials/printMaterials";
import type { Candidate } from "#core/plan/parts/partPlan";
import type { PartWorkshop } from "#core/plan/parts/partSurroundings";
import type { Printer, PrintMaterial } from "#core/print/printer";
import { chooseProcess } from "#core/print/processTable";
import { lookedAt, type Part, printOf } from "#core/scene/part";

/**
 * The material a part is printed in: what was said, else what suits its use best, else the first there is.
 */
export function materialFor(part: Part, printer: Printer, workshop: PartWorkshop): PrintMaterial | null {
  const print = printOf(part);
  const own = workshop.materials.filter((x) => x.process === printer.process);
  const said = own.find((x) => x.id === print.materialId);
  if (said) return said;
  const use: Use | null = print.use ?? (print.clear ? "lit" : null);
  if (!use) return own.find((x) => !plasticOf(x.plastic)?.print.clear) ?? own[0] ?? null;
  const score = (x: PrintMaterial) => {
    const p = plasticOf(x.plastic);
    return p ? suits(p, use).score : 0;
  };
  return [...own].sort((a, b) => score(b) - score(a))[0] ?? null;
}

/** One printer for a part: what the builder said, else what the table of all of them says. */
export function chooseMachine(
  candidates: readonly Candidate[],
  part: Part,
  thin: Figure | null,
  workshop: PartWorkshop,
): { chosen: Candidate | null; reasons: readonly string[] } {
  const print = printOf(part);
  const asked = candidates.filter(
    (c) =>
      (print.printerId === null || c.printer.id === print.printerId) &&
      (print.process === "choose" || c.printer.process === print.process),
  );
  if (asked.length === 0)
    return {
      chosen: null,
      reasons: [
        part.made === "printed"
          ? lookedAt(part)
            ? "It is not bought yet."
            : part.meshId === null
              ? "It has no model yet."
              : "No printer in the workshop does this."
          : `It is ${part.made === "bought" ? "bought" : "made by hand"}.`,
      ],
    };
  if (print.printerId !== null) return { chosen: asked[0]!, reasons: ["You chose this printer."] };
  const { best, reasons } = chooseProcess(
    asked.map((c) => c.row),
    workshop.rooms.hourWorthMinor,
    thin?.value ?? null,
    workshop.currency,
  );
  return { chosen: asked.find((c) => c.row === best) ?? null, reasons };
}
