import { staysBare } from "#core/scene/zone";
import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";

/** A part that stays as it was printed, and what it is printed in. */
type Bare = { readonly name: string; readonly materialId: string; readonly material: string };

const bareOf = ({ part, chosen, held }: PartPlan): readonly Bare[] => {
  const material = chosen?.material;
  const isBare = part.zones.some((z) => z.meaning === "bare" && staysBare(z)) && !printOf(part).clear;
  return isBare && material && !held
    ? [{ name: part.name, materialId: material.id, material: material.name }]
    : [];
};

/** Parts that were left bare on purpose and are not printed in one material: side by side it shows. */
export function bareColourFindings(parts: readonly PartPlan[]): Finding[] {
  const bare = parts.flatMap(bareOf);
  const [first] = bare;
  const other = bare.find((b) => b.materialId !== first!.materialId);
  if (!first || !other) return [];
  const sentence =
    `${first.name} (${first.material}) and ${other.name} (${other.material}) stay unpainted and are not of one ` +
    "material, so their colours differ. Print them in one, from one batch, or paint them.";
  return [finding("weakens", "colour", "scene", "Bare parts", "bare-colours", sentence)];
}
