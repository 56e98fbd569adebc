import { toolOf } from "#core/materials/tools";
import { productName, productOf } from "#core/materials/products";
import type { Step } from "#core/steps/step";

/** The tool of a step by kind and size, why that one, and what speaks against it with this product. */
export type InHand = { readonly what: string; readonly because: string; readonly unfit: string | null };

/** Widths of brushes, mm. */
const WIDTHS_MM = [1, 2, 3, 4, 6, 8, 10, 12, 16, 20, 25];
/** From here brushes are flat. */
const FLAT_MM = 6;
/** A sponge is quicker than any brush on faces as wide as this, mm. */
const SPONGE_FACE_MM = 60;
/** Seams up to this wide, mm, are filled with a needle: a spatula bridges them. */
const NEEDLE_GAP_MM = 0.5;
/** Width of a brush for small spots, mm. */
const FINE_MM = 2;
/** Share of the width of a face that a brush has: to lay on or stroke, and to flood. */
const LAY = 0.5;
const FLOOD = 0.33;

/**
 * Width of a face of one piece, mm, as if its surface were the six faces of a cube; null where the area is
 * not told.
 */
export const faceMm = ({ areaCm2, pieces }: Step): number | null =>
  areaCm2 === null || areaCm2 <= 0 ? null : Math.sqrt((areaCm2 * 100) / Math.max(1, pieces ?? 1) / 6);

/** Classes of abrasives by their grit. Common practice; makers draw the lines elsewhere. */
export const gritClass = (grit: number): "coarse" | "medium" | "fine" =>
  grit < 220 ? "coarse" : grit < 400 ? "medium" : "fine";
/** Grits that an abrasive of a step is a ladder of, coarsest first; none for other tools. */
export const gritsOf = ({ tool, grits }: Pick<Step, "tool" | "grits">): readonly number[] =>
  grits ?? toolOf(tool).grits;

/**
 * What to take in the hand: brush by width and kind, nozzle, sponge, needle, abrasive by number and class.
 * Common practice:
 * half the width of a face lays on, a third floods; old stiff brushes do for filament, the good ones are kept
 * for resin (O27).
 */
export function inHand(step: Step): InHand {
  const { tool, action } = step;
  const face = faceMm(step);
  const grits = gritsOf(step);
  const given = { what: tool, because: "", unfit: null };
  if (grits.length > 0)
    return {
      ...given,
      what: `${step.grits ? `abrasive ${grits.join(", ")}` : tool} (${[...new Set(grits.map(gritClass))].join(" to ")})`,
      because: "each grit takes out the scratches of the one before",
    };
  if (tool === "airbrush") return airbrush(step, face);
  if (tool === "spatula" && action === "fill seam") {
    const gap = step.facts?.gapMm;
    return gap !== undefined && gap <= NEEDLE_GAP_MM
      ? {
          ...given,
          what: "needle or fine-tipped applicator",
          because: `the seam is ${gap.toFixed(1)} mm wide: a spatula bridges it`,
        }
      : { ...given, what: "spatula, 5 mm" };
  }
  return face !== null && toolOf(tool).kind === "brush" && tool !== "clean brush, damp with thinner"
    ? brush(step, face)
    : given;
}

function airbrush({ action, product }: Step, face: number | null): InHand {
  const thick = action === "prime" || action === "varnish";
  const nozzle = thick || face === null || face > 50 ? 0.4 : face > 15 ? 0.3 : 0.2;
  return {
    what: `airbrush, ${nozzle} mm nozzle`,
    because: thick
      ? "primers and varnishes clog finer ones"
      : face === null
        ? ""
        : `a face is about ${face.toFixed(0)} mm wide`,
    unfit:
      product !== null && productOf(product).coarse
        ? `${productName(product)} clogs an airbrush: strain and thin it, or take a paint made for spraying.`
        : null,
  };
}

function brush({ tool, action, process }: Step, face: number): InHand {
  if (action === "paste" && face >= SPONGE_FACE_MM)
    return {
      what: "coarse sponge, or an old flat brush, 25 mm",
      because: `a face is about ${face.toFixed(0)} mm wide`,
      unfit: null,
    };
  const fine = tool === "fine brush";
  const floods = action === "shade" || action === "pigment";
  const strokes = action === "drybrush";
  const widest = fine ? FINE_MM : WIDTHS_MM.at(-1)!;
  const width =
    WIDTHS_MM.filter((w) => w <= Math.min(widest, face * (floods ? FLOOD : LAY))).at(-1) ?? WIDTHS_MM[0]!;
  const onFilament = process === "filament" && (action === "prime" || action === "paint") && !fine;
  const kind = strokes
    ? "worn stiff"
    : onFilament || tool.startsWith("old")
      ? "old"
      : floods || action === "varnish" || tool.includes("soft")
        ? "soft"
        : fine
          ? "fine"
          : "good";
  const because = [
    fine ? "" : `it is ${floods ? "a third" : "half"} as wide as a face, about ${face.toFixed(0)} mm`,
    onFilament ? "filament wears good brushes out" : "",
  ]
    .filter((t) => t !== "")
    .join("; ");
  return { what: `${kind} ${width >= FLAT_MM ? "flat" : "round"} brush, ${width} mm`, because, unfit: null };
}
