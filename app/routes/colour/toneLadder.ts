import { dropsFor } from "#core/paint/amount";
import { hexOfLab } from "#core/paint/colour";
import type { Paint, Recipe } from "#core/paint/paint";
import { type Parts, type Tone, TONES, tonesFrom } from "#core/paint/tones";
import type { Workshop } from "#core/scene/workshop";

/** What a ladder of tones is made from, as it is chosen. `base`: `recipe:` or `paint:` and its id. */
export type LadderSaid = {
  readonly base: string;
  readonly toward: string;
  readonly count: number;
  readonly topParts: number;
};

type Shelf = Pick<Workshop, "recipes" | "paints">;

/** What can be the base of a ladder: mixes, then pots, with the values of a choice. */
export const bases = ({ recipes, paints }: Shelf): readonly (readonly [string, string])[] => [
  ...recipes.map((r) => [`recipe:${r.id}`, r.name] as const),
  ...paints.map((p) => [`paint:${p.id}`, p.name] as const),
];

/** The pot that lightens best: the lightest there is. */
export const lightest = (paints: readonly Paint[]): string =>
  [...paints].sort((a, b) => b.lab.l - a.lab.l)[0]?.id ?? "";

/** The base of a ladder with its pots; null where it is gone. */
export function baseOf(
  said: string,
  { recipes, paints }: Shelf,
): { name: string; parts: Parts; thinnerShare: number } | null {
  const [, kind, id] = /^(recipe|paint):(.+)$/.exec(said) ?? [];
  if (kind === "recipe") return recipes.find((r) => r.id === id) ?? null;
  const paint = paints.find((p) => p.id === id);
  return paint ? { name: paint.name, parts: [{ paintId: paint.id, parts: 1 }], thinnerShare: 0 } : null;
}

/** The tones of a ladder; none where its base or its other pot is gone. */
export function ladderOf(said: LadderSaid, shelf: Shelf): readonly Tone[] {
  const base = baseOf(said.base, shelf);
  const toward = shelf.paints.find((p) => p.id === said.toward);
  if (!base || !toward) return [];
  const paints = new Map(shelf.paints.map((p) => [p.id, p]));
  const count = Math.max(TONES.least, Math.min(TONES.most, Math.round(said.count)));
  return tonesFrom(base.parts, toward, paints, { count, topParts: said.topParts });
}

/** A batch that drops are told for, ml. */
export const BATCH_ML = 5;

/** A tone as its line shows it. */
export function toneRow(tone: Tone, base: string, toward: string) {
  const { ratio } = tone;
  return {
    hex: hexOfLab(tone.lab),
    words: ratio.toward === 0 ? "the base" : `${ratio.base} of ${base} to ${ratio.toward} of ${toward}`,
    lightness: `lightness ${tone.lightness.toFixed(2)}`,
    drops: dropsFor(
      tone.parts.map((p) => p.parts),
      BATCH_ML,
    ),
  };
}

/** A mix has room for so many pots. */
export const MOST_POTS = 4;

/** The tones of a ladder as mixes to be kept; the base is there already. */
export function toneRecipes(said: LadderSaid, shelf: Shelf, freshId: () => string): readonly Recipe[] {
  const base = baseOf(said.base, shelf);
  const tones = ladderOf(said, shelf);
  return tones.flatMap((tone, i) =>
    i === 0 || !base
      ? []
      : [
          {
            id: freshId(),
            name: `${base.name}, tone ${i + 1} of ${tones.length}`,
            parts: tone.parts,
            thinnerShare: base.thinnerShare,
            target: null,
          },
        ],
  );
}
