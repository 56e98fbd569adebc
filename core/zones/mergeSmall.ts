import { unionFind } from "#core/unionFind";
import type { Border, Patch } from "#core/zones/patchGraph";

/**
 * Merges small patches into the neighbour that they border on longest with the least turn, the smallest first. Only
 * what was large from the start is a place of its own: small ones that came together go on until they are part of one,
 * or until nothing of the shell is left beside them.
 * @param isLarge whether a patch is a place of its own, by its number
 * @param stays patches that are kept as they are
 * @returns the patch that each one is part of in the end
 */
export function mergeSmall(
  patches: readonly Patch[],
  isLarge: (patch: number) => boolean,
  stays: ReadonlySet<number>,
): (patch: number) => number {
  const sets = unionFind(patches.length);
  const area = patches.map((p) => p.area);
  const large = patches.map((_, i) => isLarge(i));
  const beside = patches.map((p) => new Map(p.beside));
  let order = patches.map((_, i) => i).filter((i) => !stays.has(i) && !large[i]);
  while (order.length > 0) {
    order.sort((a, b) => area[a]! - area[b]! || byPlace(patches[a]!, patches[b]!));
    const again: number[] = [];
    for (const i of order) {
      const root = sets.find(i);
      if (root !== i || large[root]) continue;
      const into = bestNeighbour(root, beside, sets.find, stays, patches);
      if (into === null) continue;
      const sum = area[root]! + area[into]!;
      const isPlace = large[root]! || large[into]!;
      sets.join(root, into);
      const one = sets.find(root);
      const other = one === root ? into : root;
      area[one] = sum;
      large[one] = isPlace;
      absorb(beside, one, other, sets.find);
      if (!isPlace) again.push(one);
    }
    order = [...new Set(again.map(sets.find))].filter((i) => !large[i]);
  }
  return sets.find;
}

/** Of two equal ones the one that lies lower, then to the left, comes first, whatever their numbers. */
const byPlace = (a: Patch, b: Patch) =>
  a.centre[2] - b.centre[2] || a.centre[0] - b.centre[0] || a.centre[1] - b.centre[1];

function bestNeighbour(
  root: number,
  beside: readonly Map<number, Border>[],
  find: (i: number) => number,
  stays: ReadonlySet<number>,
  patches: readonly Patch[],
): number | null {
  let best: number | null = null;
  let most = -Infinity;
  for (const [raw, { length, turn }] of beside[root]!) {
    const other = find(raw);
    if (other === root || stays.has(other)) continue;
    // A border is worth its length, less the more it turns there.
    const worth = length / (10 + turn / Math.max(1e-12, length));
    if (worth > most || (worth === most && best !== null && byPlace(patches[other]!, patches[best]!) < 0)) {
      most = worth;
      best = other;
    }
  }
  return best;
}

/** The borders of one become the other's too. */
function absorb(
  beside: Map<number, Border>[],
  one: number,
  other: number,
  find: (i: number) => number,
): void {
  const into = beside[one]!;
  for (const [raw, border] of beside[other]!) {
    const to = find(raw);
    if (to === one) continue;
    const known = into.get(to);
    into.set(to, known ? summed(known, border) : border);
  }
  beside[other]!.clear();
}

const summed = (a: Border, b: Border): Border => ({
  length: a.length + b.length,
  turn: a.turn + b.turn,
  concave: a.concave + b.concave,
});
