import { FLAME_WALL_MM } from "#core/materials/flame";
import type { Use } from "#core/materials/material";
import { plasticOf, suits } from "#core/materials/printMaterials";
import { beadWidthMm } from "#core/print/bead";
import { HOLDING_WALL_MM, type Printer, type PrintMaterial } from "#core/print/printer";
import type { Tier } from "#core/scene/scene";
import type { Treatment } from "#core/surface/treatments";

/** What of a part decides how it is best printed. Areas of one copy. */
export type ProposalFor = {
  readonly use: Use | null;
  readonly tier: Tier;
  readonly treatment: Treatment | null;
  /** Its whole surface, and how much of it shows its layers plainly at a layer height. */
  readonly areaCm2: number;
  readonly plainCm2At: (layerMm: number) => number;
  /** Its thinnest wall, mm; null where none was felt. */
  readonly thinnestMm: number | null;
};

/** One thing that is set otherwise than the machine has it, and why. */
export type ProposedSetting = {
  readonly field: "layerMm" | "walls" | "infillShare";
  readonly from: number;
  readonly to: number;
  readonly why: string;
};

export type RecipeProposal = {
  readonly settings: readonly ProposedSetting[];
  /** Another material of the shelf; null where the one that is in the machine does. */
  readonly material: { readonly id: string; readonly name: string; readonly why: string } | null;
};

/** What is taken in the hand holds from this wall on, mm (common practice). */
const HANDLED_MM = 1.2;
/** Plastic that sanding takes, in layers (common practice: the steps, and a little more). */
const SANDED_LAYERS = 1.5;
/** Infill of what nothing bears on, and of what is handled (common practice). */
const LIGHT_INFILL = 0.1;
const HANDLED_INFILL = 0.2;
/** Less infill by so much is worth a recipe of its own (a default). */
const INFILL_WORTH = 0.05;
/** Layers in nozzles: the thickest that holds together, and the thinnest that flows evenly (common practice). */
const THICK_LAYER = 0.75;
const THIN_LAYER = 0.25;
/** Of its surface plainly stepped: so little that thick layers do no harm, so much that thin ones pay (defaults). */
const STEPS_LITTLE = 0.05;
const STEPS_MUCH = 0.25;
/** Less surface than this is not worth a recipe, cm2 (a default). */
const STEPS_CM2 = 1;
/** A wall thinner than so many beads is not drawn with thick layers. */
const FINE_BEADS = 3;
/** Better by so much that another roll is worth mounting, of 1. */
const SUITS_BETTER = 0.15;

const round = (v: number, step: number) => Number((Math.round(v / step) * step).toFixed(3));

/**
 * How a part is best printed on a machine: only what differs from how the machine is set, each with its reason.
 * @param shelf materials that could be mounted
 */
export function recipeProposal(
  printer: Printer,
  material: PrintMaterial | null,
  shelf: readonly PrintMaterial[],
  part: ProposalFor,
): RecipeProposal {
  const settings = [
    layerOf(printer, part),
    ...(printer.process === "filament" ? shellOf(printer, part) : []),
  ];
  return {
    settings: settings.filter((s): s is ProposedSetting => s !== null && Math.abs(s.to - s.from) > 1e-9),
    material: materialOf(printer, material, shelf, part.use),
  };
}

/** Thick layers where no slope shows them, thin ones where many do. */
function layerOf(printer: Printer, part: ProposalFor): ProposedSetting | null {
  const from = printer.layerMm;
  const setting = (to: number, why: string): ProposedSetting => ({ field: "layerMm", from, to, why });
  const shareAt = (mm: number) => part.plainCm2At(mm) / Math.max(1e-9, part.areaCm2);
  const filament = printer.process === "filament";
  const thick = filament ? round(THICK_LAYER * printer.nozzleMm, 0.05) : round(1.5 * from, 0.005);
  const fine =
    part.thinnestMm !== null &&
    filament &&
    part.thinnestMm < FINE_BEADS * beadWidthMm(printer.nozzleMm) &&
    part.use !== "bulk";
  // Resin is chosen for its detail: its layers get thicker only where somebody said that it does not matter.
  const careless =
    part.use === "bulk" ||
    part.use === "plain" ||
    (filament && (part.use === null || part.use === "handled"));
  if (careless && !fine && thick > from + 1e-9 && shareAt(thick) <= STEPS_LITTLE)
    return setting(
      thick,
      `no slope shows it: ${part.plainCm2At(thick).toFixed(1)} of ${part.areaCm2.toFixed(0)} cm² would`,
    );
  const thin = Math.max(
    filament ? round(THIN_LAYER * printer.nozzleMm, 0.01) : 0.02,
    round(from / 2, filament ? 0.01 : 0.005),
  );
  const [now, then] = [part.plainCm2At(from), part.plainCm2At(thin)];
  if (thin < from - 1e-9 && shareAt(from) >= STEPS_MUCH && now >= STEPS_CM2 && then < 0.6 * now)
    return setting(
      thin,
      `${now.toFixed(1)} cm² show their layers plainly, ${then.toFixed(1)} cm² with thin ones`,
    );
  return null;
}

/** Walls by what happens to them, infill by what bears on it. */
function shellOf(
  printer: Extract<Printer, { process: "filament" }>,
  { use, tier, treatment }: ProposalFor,
): readonly (ProposedSetting | null)[] {
  const bead = beadWidthMm(printer.nozzleMm);
  const actions = new Set<string>(treatment?.steps.map((s) => s.action));
  const handled = use === "handled" || (use === null && tier === "play");
  const sanded = actions.has("sand") ? SANDED_LAYERS * printer.layerMm : 0;
  const wants = [
    ...(actions.has("flame") ? [{ mm: FLAME_WALL_MM, why: `flame needs ${FLAME_WALL_MM} mm` }] : []),
    ...(handled ? [{ mm: HANDLED_MM + sanded, why: `what is handled holds from ${HANDLED_MM} mm` }] : []),
    ...(sanded > 0
      ? [{ mm: HOLDING_WALL_MM.filament + sanded, why: `sanding takes ${sanded.toFixed(1)} mm of it` }]
      : []),
  ].sort((a, b) => b.mm - a.mm);
  const [most] = wants;
  const walls = most ? Math.max(printer.walls, Math.ceil(most.mm / bead - 0.05)) : printer.walls;
  const infill = handled
    ? Math.max(printer.infillShare, HANDLED_INFILL)
    : printer.infillShare - LIGHT_INFILL < INFILL_WORTH - 1e-9
      ? printer.infillShare
      : LIGHT_INFILL;
  return [
    most
      ? {
          field: "walls",
          from: printer.walls,
          to: walls,
          why: `${most.why}: ${walls} of ${bead.toFixed(2)} mm`,
        }
      : null,
    use === "lit"
      ? null
      : {
          field: "infillShare",
          from: printer.infillShare,
          to: infill,
          why: handled ? "it is taken in the hand" : "nothing bears on it",
        },
  ];
}

/** Another roll or bottle, where it serves the use clearly better. */
function materialOf(
  printer: Printer,
  material: PrintMaterial | null,
  shelf: readonly PrintMaterial[],
  use: Use | null,
): RecipeProposal["material"] {
  if (use === null) return null;
  const scoreOf = (m: PrintMaterial | null) => {
    const plastic = m && plasticOf(m.plastic);
    return plastic ? suits(plastic, use) : { score: 0, why: "" };
  };
  const now = scoreOf(material);
  const best = shelf
    .filter((m) => m.process === printer.process && !m.damp)
    .map((m) => ({ m, ...scoreOf(m) }))
    .reduce<{ readonly m: PrintMaterial; readonly score: number; readonly why: string } | null>(
      (a, b) => (a && a.score >= b.score ? a : b),
      null,
    );
  return best && best.m.id !== material?.id && best.score > now.score + SUITS_BETTER
    ? { id: best.m.id, name: best.m.name, why: best.why }
    : null;
}
