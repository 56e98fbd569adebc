import { type Figure, sum } from "#core/figure";
import { SPARE_SHARE } from "#core/paint/amount";
import type { MixNow, Step } from "#core/steps/step";

/** Days that a thinned mix keeps in a closed jar (common practice). */
export const MIX_KEEPS_DAYS = 28;
const KEEPS_MIN = MIX_KEEPS_DAYS * 1440;

/** A step that takes of a mix, when it begins, and what it is done to as others call it. */
export type MixUse = { readonly step: Step; readonly startsAt: number; readonly called: string };

/**
 * What is mixed at the first use of a mix for all others that come while it keeps: by the id of that first step.
 * @param uses of all open scenes; @param ready mixes that stand ready in a jar: these are drawn from it
 */
export function mixOnce(uses: readonly MixUse[], ready: ReadonlySet<string>): ReadonlyMap<string, MixNow> {
  const byMix = new Map<string, MixUse[]>();
  for (const use of uses) {
    const { recipeId, mixMl } = use.step;
    if (recipeId === null || mixMl === null || ready.has(recipeId)) continue;
    (byMix.get(recipeId) ?? byMix.set(recipeId, []).get(recipeId)!).push(use);
  }
  const first = new Map<string, MixNow>();
  for (const own of byMix.values())
    for (const group of whileItKeeps([...own].sort((a, b) => a.startsAt - b.startsAt))) {
      const mix = mixNow(group);
      if (mix) first.set(group[0]!.step.id, mix);
    }
  return first;
}

/** Uses in turn, parted where a mix would not keep any more. */
function whileItKeeps(uses: readonly MixUse[]): readonly (readonly MixUse[])[] {
  const groups: MixUse[][] = [];
  for (const use of uses) {
    const last = groups.at(-1);
    if (last && use.startsAt - last[0]!.startsAt <= KEEPS_MIN) last.push(use);
    else groups.push([use]);
  }
  return groups;
}

/** All of a group in one; null where it is one thing alone. */
function mixNow([first, ...others]: readonly MixUse[]): MixNow | null {
  const elsewhere = new Map<string, number>();
  for (const { called, step } of others)
    if (called !== first!.called) elsewhere.set(called, (elsewhere.get(called) ?? 0) + bare(step.mixMl!));
  if (elsewhere.size === 0) return null;
  const here = [first!, ...others].filter((u) => u.called === first!.called);
  return {
    ml: sum(
      [first!, ...others].map((u) => u.step.mixMl!),
      "ml",
      "shared",
    ),
    hereMl: here.reduce((all, u) => all + bare(u.step.mixMl!), 0),
    others: [...elsewhere].map(([called, ml]) => ({ called, ml })),
  };
}

/** What is needed of a mix without the fifth that is mixed over it. */
const bare = (ml: Figure): number => ml.value / (1 + SPARE_SHARE);

/** What is said at the first use: `Mix 28.8 ml now: 12.0 for this, 12.0 for the shed, and a fifth over.` */
export const mixNowText = ({ ml, hereMl, others }: MixNow): string => {
  const rest = others.map((o) => `${o.ml.toFixed(1)} for ${o.called}`).join(", ");
  return (
    `Mix ${ml.value.toFixed(1)} ml now: ${hereMl.toFixed(1)} for this, ${rest}, and a fifth over. ` +
    `Closed it keeps ${MIX_KEEPS_DAYS} days (common practice); write down what is left as a batch.`
  );
};
