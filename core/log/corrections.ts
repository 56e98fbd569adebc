import { between, type Figure } from "#core/figure";

/** What was estimated and what happened, for one run or step. */
export type Observation = { readonly key: string; readonly estimated: number; readonly actual: number };

/**
 * How many observations the first guess of 1 is worth (our choice: four runs before the log outweighs the
 * estimate).
 */
const PRIOR_WEIGHT = 4;
const PRIOR_SPREAD = 0.15;

/**
 * Factor by which estimates of a kind are to be multiplied, learned from what happened: the mean of the
 * logarithms,
 * pulled toward 1 by a prior, with the spread that single cases had.
 */
export function learnedFactor(observations: readonly Observation[], key: string): Figure {
  const logs = observations
    .filter((o) => o.key === key && o.estimated > 0 && o.actual > 0)
    .map((o) => Math.log(o.actual / o.estimated));
  const n = logs.length;
  const mean = logs.reduce((sum, l) => sum + l, 0) / (n + PRIOR_WEIGHT);
  const variance =
    (logs.reduce((sum, l) => sum + (l - mean) ** 2, 0) + PRIOR_WEIGHT * PRIOR_SPREAD ** 2) /
    (n + PRIOR_WEIGHT);
  const half = 1.2816 * Math.sqrt(variance);
  return between(
    Math.exp(mean - half),
    Math.exp(mean),
    Math.exp(mean + half),
    "x",
    n === 0 ? "practice" : "learned",
    [
      {
        text:
          n === 0
            ? "nothing on record yet"
            : `${n} on record, as if ${PRIOR_WEIGHT} more had come out as estimated`,
        basis: n === 0 ? "practice" : "learned",
      },
      { text: "geometric mean of actual over estimated", value: Math.exp(mean).toFixed(2) },
    ],
  );
}
