import { type Paint, predictMix } from "#core/paint/paint";
import type { Workshop } from "#core/scene/workshop";

/** Mixes and pots from dark to light, with the values of a choice. */
export function byLightness({
  recipes,
  paints,
}: Pick<Workshop, "recipes" | "paints">): readonly (readonly [string, string])[] {
  const byId = new Map<string, Paint>(paints.map((p) => [p.id, p]));
  return [
    ...recipes.map((r) => ({
      value: `recipe:${r.id}`,
      name: r.name,
      l: predictMix(r, byId)?.lab.l ?? 50,
    })),
    ...paints.map((p) => ({ value: `paint:${p.id}`, name: p.name, l: p.lab.l })),
  ]
    .sort((a, b) => a.l - b.l || (a.name < b.name ? -1 : 1))
    .map(({ value, name, l }) => [value, `${name}, L ${l.toFixed(0)}`] as const);
}
