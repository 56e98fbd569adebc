import type { Job } from "#core/order/job";

/**
 * From here the hands of everything before a step are not added up for each step: the bound is looser, its
 * time stays short.
 */
const MOST_FOR_ANCESTORS = 2000;

/**
 * No order of the same steps can finish before this: the latest of every chain followed without waiting for
 * free hands,
 * where a step cannot begin before all that leads to it has passed through one pair of hands; and, for the
 * steps that
 * cannot begin before some moment or that all have so much behind them, all of their hands through the
 * calendar. Each
 * with one set-up a batch, less the largest: that batch may be under way.
 */
export function lowerBound(job: Job): number {
  const { windows, links, hands, tails, steps } = job;
  const n = steps.length;
  if (n === 0 || !windows.has(0)) return job.from;
  const heads = [...job.release];
  const open = [...job.waits];
  const order: number[] = [];
  for (let i = 0; i < n; i++) if (open[i] === 0) order.push(i);
  const words = (n + 31) >> 5;
  const counted = n <= MOST_FOR_ANCESTORS;
  const before = counted ? new Uint32Array(n * words) : null;
  let bound = job.from;
  for (let q = 0; q < order.length; q++) {
    const i = order[q]!;
    if (before) heads[i] = Math.max(heads[i]!, afterAll(job, heads, ancestorsOf(before, i, words, n)));
    const end = windows.through(heads[i]!, hands[i]!);
    bound = Math.max(bound, end + Math.max(steps[i]!.waitMinutes, tails[i]! - hands[i]!));
    for (const l of links[i]!) {
      heads[l.to] = Math.max(heads[l.to]!, end + l.lag);
      if (before) {
        for (let w = 0; w < words; w++) before[l.to * words + w]! |= before[i * words + w]!;
        before[l.to * words + (i >> 5)]! |= 1 << (i & 31);
      }
      if (--open[l.to]! === 0) order.push(l.to);
    }
  }
  bound = Math.max(
    bound,
    bySuffix(
      job,
      order,
      (i) => heads[i]!,
      (i) => tails[i]! - hands[i]!,
      heads,
    ),
    bySuffix(
      job,
      order,
      (i) => tails[i]! - hands[i]!,
      (i) => tails[i]! - hands[i]!,
      heads,
    ),
  );
  return Number.isFinite(bound) ? bound : job.from;
}

function ancestorsOf(before: Uint32Array, i: number, words: number, n: number): number[] {
  const found: number[] = [];
  for (let w = 0; w < words; w++) {
    let bits = before[i * words + w]!;
    while (bits !== 0) {
      const low = bits & -bits;
      const at = 31 - Math.clz32(low);
      if (w * 32 + at < n) found.push(w * 32 + at);
      bits &= bits - 1;
    }
  }
  return found;
}

const leastSetup = ({ keys, keyOf }: Job, i: number) => {
  const key = keys[keyOf[i]!]!;
  return key.airbrush ? Math.min(4, key.setup) : key.setup;
};

/** When all of some steps can have passed through one pair of hands. */
function afterAll(job: Job, heads: readonly number[], set: readonly number[]): number {
  if (set.length < 2) return job.from;
  let sum = 0;
  let changes = 0;
  let largest = 0;
  let first = Infinity;
  const kinds = new Set<number>();
  for (const i of set) {
    sum += job.hands[i]!;
    first = Math.min(first, heads[i]!);
    if (kinds.has(job.keyOf[i]!)) continue;
    kinds.add(job.keyOf[i]!);
    const least = leastSetup(job, i);
    changes += least;
    largest = Math.max(largest, least);
  }
  return job.windows.through(first, sum + changes - largest);
}

/** The bound over all sets of the steps with the largest of something. */
function bySuffix(
  job: Job,
  order: readonly number[],
  of: (i: number) => number,
  behind: (i: number) => number,
  heads: readonly number[],
): number {
  const sorted = [...order].sort((a, b) => of(b) - of(a));
  const kinds = new Set<number>();
  let sum = 0;
  let changes = 0;
  let largest = 0;
  let shortest = Infinity;
  let first = Infinity;
  let bound = job.from;
  sorted.forEach((i, at) => {
    sum += job.hands[i]!;
    shortest = Math.min(shortest, behind(i));
    first = Math.min(first, heads[i]!);
    if (!kinds.has(job.keyOf[i]!)) {
      kinds.add(job.keyOf[i]!);
      const least = leastSetup(job, i);
      changes += least;
      largest = Math.max(largest, least);
    }
    // Only where the next is smaller is the set complete.
    if (at + 1 < sorted.length && of(sorted[at + 1]!) >= of(i) - 1e-9) return;
    bound = Math.max(bound, job.windows.through(first, sum + changes - largest) + shortest);
  });
  return bound;
}
