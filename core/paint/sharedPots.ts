import type { FoundMix } from "#core/paint/bestMixes";

/** Of mixes that are this near to the best of a target any will do (default: not seen as another colour). */
const AS_GOOD = 1;

const potsOf = (mixes: readonly FoundMix[]): ReadonlySet<string> =>
  new Set(mixes.flatMap((m) => m.parts.map((p) => p.paintId)));

/**
 * One mix for each of several targets, so that all of them together take few pots: of those that are as good as the
 * best to the eye, the ones that share. Best found, one target at a time, until no change takes a pot away.
 * @param found mixes of each target, in any order; a target without any is left out
 */
export function sharedPots(found: readonly (readonly FoundMix[])[]): readonly (FoundMix | null)[] {
  const choices = found.map((mixes) => {
    const best = Math.min(...mixes.map((m) => m.difference));
    return mixes.filter((m) => m.difference <= best + AS_GOOD).sort((a, b) => a.difference - b.difference);
  });
  let chosen = choices.map((c) => c[0] ?? null);
  const count = (of: readonly (FoundMix | null)[]) => potsOf(of.filter((m) => m !== null)).size;
  const off = (of: readonly (FoundMix | null)[]) => of.reduce((sum, m) => sum + (m?.difference ?? 0), 0);
  for (let isBetter = true; isBetter;) {
    isBetter = false;
    choices.forEach((mixes, i) => {
      for (const mix of mixes) {
        const tried = chosen.with(i, mix);
        const fewer = count(tried) - count(chosen);
        if (fewer > 0 || (fewer === 0 && off(tried) >= off(chosen) - 1e-9)) continue;
        chosen = tried;
        isBetter = true;
      }
    });
  }
  return chosen;
}
