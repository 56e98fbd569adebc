import { isGround, isPart } from "#core/reference";
import type { Place, Step } from "#core/steps/step";

/** Small prints that turn under a curing lamp at once: about a plate of them (common practice). */
export const LAMP_PIECES = 24;

/** How many pieces a place holds at once; a place that is not told holds any number. */
export type Capacity = Partial<Record<Place, number>>;

/**
 * Where a step's pieces lie while it waits, and how many: a lamp is busy until it is through, wet films lie
 * on the shelf.
 */
export function holds(step: Step): { readonly place: Place; readonly pieces: number } | null {
  if (step.waitMinutes <= 0) return null;
  if (step.place === "lamp") return { place: "lamp", pieces: step.pieces ?? 1 };
  return step.product !== null &&
    step.targets.some(isPart) &&
    step.action !== "place" &&
    !step.targets.some(isGround)
    ? { place: "drying shelf", pieces: step.pieces ?? 1 }
    : null;
}

/**
 * Moments at which a place holds more than it can. A step with more pieces than there is room goes in turns,
 * and counts as a full place.
 */
export function overfull(
  steps: readonly Step[],
  endsAt: ReadonlyMap<string, number>,
  capacity: Capacity,
): readonly { readonly place: Place; readonly at: number; readonly stepId: string }[] {
  const held = steps.flatMap((s) => {
    const h = holds(s);
    const at = endsAt.get(s.id);
    const most = h ? capacity[h.place] : undefined;
    return h && at !== undefined && most !== undefined
      ? [{ ...h, most, pieces: Math.min(h.pieces, most), from: at, to: at + s.waitMinutes, stepId: s.id }]
      : [];
  });
  return held.flatMap((h) =>
    held
      .filter((o) => o.place === h.place && o.from <= h.from + 1e-9 && o.to > h.from + 1e-9)
      .reduce((sum, o) => sum + o.pieces, 0) > h.most
      ? [{ place: h.place, at: h.from, stepId: h.stepId }]
      : [],
  );
}
