import { chanceOf } from "#core/random";

/** A layer that goes on some zones of a part, and how. */
export type MaskGroup = {
  readonly id: string;
  readonly zones: readonly number[];
  readonly way: "brush" | "airbrush" | "can";
};

/** What masks of one part go by. Lengths in mm, areas in cm2, of one copy on the bench. */
export type MaskScene = {
  readonly groups: readonly MaskGroup[];
  readonly areaCm2: ReadonlyMap<number, number>;
  readonly borders: readonly { readonly a: number; readonly b: number; readonly mm: number }[];
  /** Zones that nothing may reach: clear and bare ones. */
  readonly keepOuts: readonly number[];
  /** Zones that may take overspray. */
  readonly mayTake: readonly number[];
  /** Groups that come before others. */
  readonly before: readonly (readonly [string, string])[];
};

/** What is covered before a group is sprayed: finished zones and keep-outs that it reaches. */
export type Mask = {
  readonly zones: readonly number[];
  readonly tapeMm: number;
  /** Wrapped beyond the tape, cm2: a can reaches everything in view. */
  readonly wrapCm2: number;
};
export type MaskedGroup = {
  readonly id: string;
  readonly mask: Mask | null;
  /** Border that a brush goes along with care, mm. */
  readonly cutInMm: number;
  readonly minutes: number;
};
export type MaskOrder = {
  readonly groups: readonly MaskedGroup[];
  readonly masks: number;
  readonly minutes: number;
};

/** Seconds a cm for tape and for cutting in; minutes for a wrap, and for taking a mask off (defaults). */
const TAPE_S_CM = 2;
const CUT_IN_S_CM = 3;
const WRAP_MIN = { each: 1, perCm2: 0.02 };
const UNMASK_MIN = 0.5;
/** Tape that is over at corners and ends (default). */
export const TAPE_SPARE = 0.1;
/** Up to so many groups every order is weighed. */
export const EXACT_GROUPS = 10;
const TRIES = 200;

/** Zones that are painted and get nothing more once some groups are laid, and what stays free anyway. */
function finished({ groups, keepOuts }: MaskScene, isLaid: (id: string) => boolean): ReadonlySet<number> {
  const left = new Set(groups.filter((g) => !isLaid(g.id)).flatMap((g) => g.zones));
  const laid = groups.filter((g) => isLaid(g.id)).flatMap((g) => g.zones);
  return new Set([...keepOuts, ...laid.filter((z) => !left.has(z))]);
}

/** What a group asks for when some others are laid already. */
function masked(scene: MaskScene, group: MaskGroup, isLaid: (id: string) => boolean): MaskedGroup {
  const own = new Set(group.zones);
  const guarded = [...finished(scene, isLaid)].filter((z) => !own.has(z) && !scene.mayTake.includes(z));
  const borderOf = (zone: number) =>
    scene.borders.reduce(
      (sum, { a, b, mm }) => ((a === zone && own.has(b)) || (b === zone && own.has(a)) ? sum + mm : sum),
      0,
    );
  const borderMm = guarded.reduce((sum, z) => sum + borderOf(z), 0);
  if (group.way === "brush")
    return { id: group.id, mask: null, cutInMm: borderMm, minutes: ((borderMm / 10) * CUT_IN_S_CM) / 60 };
  const reached = guarded.filter((z) => group.way === "can" || borderOf(z) > 0);
  if (reached.length === 0) return { id: group.id, mask: null, cutInMm: 0, minutes: 0 };
  const wrapCm2 = group.way === "can" ? reached.reduce((sum, z) => sum + (scene.areaCm2.get(z) ?? 0), 0) : 0;
  const wrap = group.way === "can" ? reached.length * WRAP_MIN.each + wrapCm2 * WRAP_MIN.perCm2 : 0;
  return {
    id: group.id,
    mask: { zones: reached, tapeMm: borderMm * (1 + TAPE_SPARE), wrapCm2 },
    cutInMm: 0,
    minutes: ((borderMm / 10) * TAPE_S_CM) / 60 + wrap + UNMASK_MIN,
  };
}

/** What an order of the groups asks for. @param order ids of all groups */
export function maskedInOrder(scene: MaskScene, order: readonly string[]): MaskOrder {
  const byId = new Map(scene.groups.map((g) => [g.id, g]));
  const laid = new Set<string>();
  const groups = order.map((id) => {
    const one = masked(scene, byId.get(id)!, (other) => laid.has(other));
    laid.add(id);
    return one;
  });
  return {
    groups,
    masks: groups.filter((g) => g.mask).length,
    minutes: groups.reduce((sum, g) => sum + g.minutes, 0),
  };
}

const isLess = (a: MaskOrder, b: MaskOrder): boolean =>
  a.masks < b.masks || (a.masks === b.masks && a.minutes < b.minutes - 1e-9);

/** Whether every group comes after those that it must come after. */
const isAllowed = ({ before }: MaskScene, order: readonly string[]): boolean =>
  before.every(([first, then]) => order.indexOf(first) < order.indexOf(then));

/**
 * The order of the groups with the fewest masks, of those the quickest: by proof up to ten groups, above as the best of
 * many tries.
 */
export function maskOrder(scene: MaskScene): MaskOrder {
  const typed = scene.groups.map((g) => g.id);
  if (typed.length === 0) return { groups: [], masks: 0, minutes: 0 };
  return maskedInOrder(scene, typed.length <= EXACT_GROUPS ? exactOrder(scene) : triedOrder(scene, typed));
}

/** Over all sets of groups that are laid: the best way to have laid just these. */
function exactOrder(scene: MaskScene): readonly string[] {
  const { groups, before } = scene;
  const n = groups.length;
  const at = new Map(groups.map((g, i) => [g.id, i]));
  const waits = groups.map((g) =>
    before.filter(([, then]) => then === g.id).reduce((bits, [first]) => bits | (1 << at.get(first)!), 0),
  );
  const best: ({ masks: number; minutes: number; last: number; from: number } | undefined)[] = [];
  best[0] = { masks: 0, minutes: 0, last: -1, from: 0 };
  for (let set = 0; set < 1 << n; set++) {
    const here = best[set];
    if (!here) continue;
    for (let i = 0; i < n; i++) {
      if (set & (1 << i) || (waits[i]! & set) !== waits[i]) continue;
      const next = masked(scene, groups[i]!, (id) => (set & (1 << at.get(id)!)) !== 0);
      const masks = here.masks + (next.mask ? 1 : 0);
      const minutes = here.minutes + next.minutes;
      const known = best[set | (1 << i)];
      if (known && (known.masks < masks || (known.masks === masks && known.minutes <= minutes + 1e-12)))
        continue;
      best[set | (1 << i)] = { masks, minutes, last: i, from: set };
    }
  }
  const order: string[] = [];
  for (let set = (1 << n) - 1; set !== 0; set = best[set]!.from) order.unshift(groups[best[set]!.last]!.id);
  return order;
}

/** The best of many seeded orders, each put right by changing places of two neighbours while that helps. */
function triedOrder(scene: MaskScene, typed: readonly string[]): readonly string[] {
  let best = typed;
  let least = maskedInOrder(scene, typed);
  for (let round = 0; round < TRIES; round++) {
    let order = inSomeOrder(scene, typed, round);
    let now = maskedInOrder(scene, order);
    for (let i = 0; i + 1 < order.length; i++) {
      const other = order.with(i, order[i + 1]!).with(i + 1, order[i]!);
      if (!isAllowed(scene, other)) continue;
      const then = maskedInOrder(scene, other);
      if (!isLess(then, now)) continue;
      [order, now, i] = [other, then, -1];
    }
    if (isLess(now, least)) [best, least] = [order, now];
  }
  return best;
}

function inSomeOrder({ before }: MaskScene, typed: readonly string[], seed: number): readonly string[] {
  const left = new Set(typed);
  const order: string[] = [];
  while (left.size > 0) {
    const open = [...left].filter((id) => before.every(([first, then]) => then !== id || !left.has(first)));
    const next = open[Math.floor(chanceOf(seed, order.length) * open.length)]!;
    left.delete(next);
    order.push(next);
  }
  return order;
}

/** Sprayed groups before brushed ones, as far as they may: what is messy first, its neat neighbour after. */
export function messyFirst(scene: MaskScene): MaskOrder {
  const left = [...scene.groups];
  const order: string[] = [];
  while (left.length > 0) {
    const isOpen = (g: MaskGroup) =>
      scene.before.every(([first, then]) => then !== g.id || !left.some((l) => l.id === first));
    const at = left.findIndex((g) => isOpen(g) && g.way !== "brush");
    const next = at >= 0 ? at : left.findIndex(isOpen);
    order.push(...left.splice(Math.max(0, next), 1).map((g) => g.id));
  }
  return maskedInOrder(scene, order);
}

/** All of it by brush, cut in along finished borders. */
export const allCutIn = (scene: MaskScene): MaskOrder =>
  maskOrder({ ...scene, groups: scene.groups.map((g) => ({ ...g, way: "brush" as const })) });
