import type { Recipe } from "#core/paint/paint";

/** Drops that went into the cup. */
type Addition = NonNullable<Recipe["additions"]>[number];

/** What a mix is at the cup: drops of each pot, in the order in which the pots came. */
export type Cup = { readonly drops: ReadonlyMap<string, number>; readonly additions: readonly Addition[] };

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** A cup begun from a recipe, a drop for each part, scaled so that all are whole. */
export function cupOf({ parts }: Pick<Recipe, "parts">): Cup {
  const scale =
    [1, 2, 4, 10].find((k) => parts.every((p) => Math.abs(p.parts * k - Math.round(p.parts * k)) < 1e-6)) ??
    10;
  return {
    drops: new Map(
      parts.filter((p) => p.parts > 0).map((p) => [p.paintId, Math.max(1, Math.round(p.parts * scale))]),
    ),
    additions: [],
  };
}

/** One drop more of a pot. */
export const withDrop = ({ drops, additions }: Cup, paintId: string): Cup => ({
  drops: new Map(drops).set(paintId, (drops.get(paintId) ?? 0) + 1),
  additions: [...additions, { paintId, drops: 1 }],
});

/** The last drop taken back on paper: what is in the cup stays in it, and is told again. */
export function withoutLast({ drops, additions }: Cup): Cup {
  const last = additions.at(-1);
  if (!last) return { drops, additions };
  const left = new Map(drops);
  const now = (left.get(last.paintId) ?? 0) - last.drops;
  if (now > 0) left.set(last.paintId, now);
  else left.delete(last.paintId);
  return { drops: left, additions: additions.slice(0, -1) };
}

/** Parts of what is in the cup, in smallest whole numbers. */
export function partsOf({ drops }: Pick<Cup, "drops">): Recipe["parts"] {
  const all = [...drops].filter(([, n]) => n > 0);
  const common = all.map(([, n]) => n).reduce(gcd, 0) || 1;
  return all.map(([paintId, n]) => ({ paintId, parts: n / common }));
}

/** The next name of a variant: `Wall brown, variant 2`. */
export function variantName(name: string, names: readonly string[]): string {
  const base = name.replace(/, variant \d+$/, "");
  let n = 2;
  while (names.includes(`${base}, variant ${n}`)) n++;
  return `${base}, variant ${n}`;
}
