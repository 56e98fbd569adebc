import type { Colour, SchemeLayer } from "#core/paint/scheme";
import { chanceOf } from "#core/random";

/** Which copies of a part take which colour of a layer, by their numbers from 1. */
export type CopyShare = { readonly colour: Colour | null; readonly copies: readonly number[] };

/** A layer that is not the same on all copies. */
export const differs = ({
  among,
  onSome,
  panels,
}: Pick<SchemeLayer, "among" | "onSome" | "panels">): boolean =>
  panels === undefined && (among !== undefined || onSome !== undefined);

/** How many of so many copies each of some choices gets: as even as can be, the first ones take what is over. */
const evenly = (count: number, choices: number): readonly number[] =>
  Array.from({ length: choices }, (_, i) => Math.floor(count / choices) + (i < count % choices ? 1 : 0));

/** What each choice of a layer gets: its colours, and last the copies that go without it. */
function quotas({ among = [], onSome }: SchemeLayer, count: number): readonly number[] {
  const on = onSome === undefined ? count : Math.min(count, Math.max(1, Math.round(onSome * count)));
  return [...evenly(on, among.length + 1), count - on];
}

/** The numbers of copies in the order in which they draw. */
const drawOrder = (count: number, seed: number): readonly number[] =>
  Array.from({ length: count }, (_, i) => ({ i, at: chanceOf(seed, i) }))
    .sort((a, b) => a.at - b.at)
    .map(({ i }) => i);

/**
 * What each copy of a part takes of every layer that is not the same on all of them. As many copies of each colour as
 * can be; a copy takes what was least taken by those that are like it so far, so that no two are alike where there
 * are colours enough. The same layers and seeds always give the same.
 * @param layers from the first to the last; those that are the same on all copies are left out of the answer
 * @returns by the id of the layer, its colours in order; one that no copy takes is left out
 */
export function sharesOfCopies(
  layers: readonly SchemeLayer[],
  count: number,
): ReadonlyMap<string, readonly CopyShare[]> {
  const shares = new Map<string, readonly CopyShare[]>();
  const soFar = Array<string>(count).fill("");
  for (const layer of layers) {
    if (!differs(layer) || shares.has(layer.id)) continue;
    const took = drawn(soFar, [...quotas(layer, count)], layer.seed ?? 1);
    took.forEach((choice, copy) => (soFar[copy] += ` ${choice}`));
    const colours = [layer.colour, ...(layer.among ?? [])];
    shares.set(
      layer.id,
      colours
        .map((colour, choice) => ({
          colour,
          copies: took.flatMap((c, copy) => (c === choice ? [copy + 1] : [])),
        }))
        .filter(({ copies }) => copies.length > 0),
    );
  }
  return shares;
}

/** Draws a choice for every copy. @param left of each choice; counted down here */
function drawn(soFar: readonly string[], left: number[], seed: number): readonly number[] {
  const took = Array<number>(soFar.length).fill(0);
  const alike = new Map<string, number>();
  for (const copy of drawOrder(soFar.length, seed)) {
    const open = left.flatMap((n, choice) => (n > 0 ? [choice] : []));
    const likeIt = (choice: number) => alike.get(`${soFar[copy]!} ${choice}`) ?? 0;
    const best = open.reduce((a, b) =>
      likeIt(b) < likeIt(a) || (likeIt(b) === likeIt(a) && left[b]! > left[a]!) ? b : a,
    );
    took[copy] = best;
    left[best]!--;
    alike.set(`${soFar[copy]!} ${best}`, likeIt(best) + 1);
  }
  return took;
}

/** Copies as they are named at the bench: `copy 4`, `copies 2, 5 and 7`. */
export const copiesNamed = (copies: readonly number[]): string =>
  copies.length === 1
    ? `copy ${copies[0]!}`
    : `copies ${copies.slice(0, -1).join(", ")} and ${copies.at(-1)!}`;
