import { familyOf } from "#core/order/families";
import type { Step } from "#core/order/step";

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
/** Share of the width of a face that a brush has: laying on, flooding, stroking. */
const LAY = 0.5, FLOOD = 0.33, STROKE = 0.5;

/** Width of a face of one piece, mm, as if its surface were the six faces of a cube; null where the area is not told. */
export const faceMm = ({ areaCm2, pieces }: Step): number | null => (areaCm2 === null || areaCm2 <= 0 ? null : Math.sqrt((areaCm2 * 100) / Math.max(1, pieces ?? 1) / 6));

/** Classes of abrasives by their grit. Common practice; makers draw the lines elsewhere. */
export const gritClass = (grit: number): "coarse" | "medium" | "fine" => (grit < 220 ? "coarse" : grit < 400 ? "medium" : "fine");
/** Grits that an abrasive of a step is a ladder of, coarsest first; none for other tools. */
export const gritsOf = (tool: string): readonly number[] => (tool.startsWith("abrasive") ? [...tool.matchAll(/\d+/g)].map(Number) : []);

/**
 * What to take in the hand: brush by width and kind, nozzle, sponge, needle, abrasive by number and class. Common practice:
 * half the width of a face lays on, a third floods; old stiff brushes do for filament, the good ones are kept for resin (O27).
 */
export function inHand(step: Step): InHand {
  const face = faceMm(step), faces = face === null ? "" : `a face is about ${face.toFixed(0)} mm wide`, { tool, action } = step;
  const grits = gritsOf(tool);
  if (grits.length > 0) {
    const classes = [...new Set(grits.map(gritClass))];
    return { what: `${tool} (${classes.join(" to ")})`, because: "each grit takes out the scratches of the one before", unfit: null };
  }
  const family = step.family === null ? null : familyOf(step.family), coarse = family?.coarse === true;
  if (tool === "airbrush") {
    const nozzle = action === "prime" || action === "varnish" || face === null || face > 50 ? 0.4 : face > 15 ? 0.3 : 0.2;
    return { what: `airbrush, ${nozzle} mm nozzle`, because: action === "prime" || action === "varnish" ? "primers and varnishes clog finer ones" : faces, unfit: coarse ? `${family!.name} clogs an airbrush: strain and thin it, or take a paint made for spraying.` : null };
  }
  if (tool === "spatula" && action === "fill seam") {
    const gap = step.facts?.gapMm;
    return gap !== undefined && gap <= NEEDLE_GAP_MM ? { what: "needle or fine-tipped applicator", because: `the seam is ${gap.toFixed(1)} mm wide: a spatula bridges it`, unfit: null } : { what: "spatula, 5 mm", because: "", unfit: null };
  }
  if (!/brush/.test(tool) || /water|damp/.test(tool)) return { what: tool, because: "", unfit: null };
  if (face === null) return { what: tool, because: "", unfit: null };
  if (action === "paste" && face >= SPONGE_FACE_MM) return { what: "coarse sponge, or an old flat brush, 25 mm", because: faces, unfit: null };
  const fine = tool === "fine brush", floods = action === "shade" || action === "pigment";
  const widest = fine ? 2 : 25, wanted = face * (floods ? FLOOD : action === "drybrush" ? STROKE : LAY), width = WIDTHS_MM.filter((w) => w <= Math.min(widest, wanted)).at(-1) ?? WIDTHS_MM[0]!;
  const worn = action === "drybrush" || tool.startsWith("old") || (step.process === "filament" && (action === "prime" || action === "paint") && !fine), soft = floods || action === "varnish" || tool.includes("soft");
  const kind = action === "drybrush" ? "worn stiff" : worn ? "old" : soft ? "soft" : fine ? "fine" : "good";
  return { what: `${kind} ${width >= FLAT_MM ? "flat" : "round"} brush, ${width} mm`, because: worn && action !== "drybrush" && !tool.startsWith("old") ? `${faces}; filament wears good brushes out` : faces, unfit: null };
}
