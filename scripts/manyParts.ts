import type { PlanInput } from "#core/scene/planInput";

/** A scene's parts many times over in one scene, without what names them: joints, records and changes. */
export function manyParts(of: PlanInput, count: number): PlanInput {
  const parts = Array.from({ length: count }, (_, i) => {
    const part = of.parts[i % of.parts.length]!;
    return { ...part, id: `${part.id}-${i}`, name: `${part.name} ${i}` };
  });
  const scene = { ...of.scene, id: "many", orderChanges: [], orderWishes: [], setAside: [] };
  return { ...of, scene, parts, joints: [], records: [], accepted: null };
}
