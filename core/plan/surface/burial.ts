import { groundMaterial } from "#core/ground/groundLayer";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Ground } from "#core/scene/ground";
import { printOf } from "#core/scene/part";

/** Plants and loose ground that cover so much hide what is below them (default). */
const HIDING_SHARE = 0.7;

/** Layers of the board that are laid round what stands on it: not the board itself. */
const laidRound = (grounds: readonly Ground[]): readonly Ground[] =>
  grounds.filter(
    (g) => g.areaShare >= HIDING_SHARE && !["wood", "foam"].includes(groundMaterial(g.material).kind),
  );

/** How deep a part that stands on the board is buried, mm, and what buries it. */
export function burial(
  { part }: Pick<PartPlan, "part">,
  grounds: readonly Ground[],
): { readonly mm: number; readonly under: string } | null {
  if (part.place.placements.length === 0 || printOf(part).pieceOf) return null;
  const layers = laidRound(grounds);
  const mm = layers.reduce((sum, g) => sum + g.depthMm, 0);
  return mm > 0 ? { mm, under: layers.map((g) => g.name).join(" and ") } : null;
}
