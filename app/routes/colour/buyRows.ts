import { readPalette } from "#core/formats/palette";
import { type Outcome, success } from "#core/outcome";
import type { Gain, Offered } from "#core/paint/bestBuy";
import { labOfHex } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import type { Recipe } from "#core/paint/paint";
import type { Part } from "#core/scene/part";
import { counted } from "#core/words";

/** Colours that mixes were mixed for, and that zones are tied to, once each. */
export function wantedColours(recipes: readonly Recipe[], parts: readonly Part[]): readonly LabD65[] {
  const all = [
    ...recipes.flatMap((r) => r.target ?? []),
    ...parts.flatMap((p) => p.zones.flatMap((z) => z.wanted ?? [])),
  ];
  return [...new Map(all.map((lab) => [`${lab.l} ${lab.a} ${lab.b}`, lab])).values()];
}

/** Pots on offer, as a palette file tells of them. */
export function offersOf(text: string): Outcome<readonly Offered[]> {
  const read = readPalette(text);
  if (!read.ok) return read;
  return success(
    read.value.flatMap(({ name, hex }): readonly Offered[] => {
      const lab = labOfHex(hex);
      return lab.ok ? [{ name, hex, lab: lab.value }] : [];
    }),
  );
}

/** What a pot would do, in words. */
export const gainWords = ({ without, with: then, helps }: Gain): string =>
  `all of them together ${without.toFixed(1)} off now, ${then.toFixed(1)} with it; ${counted(
    helps,
    "colour comes",
    "colours come",
  )} nearer by what is seen.`;
