import { chanceOf } from "#core/random";
import { type MaskKind, TAPE_S_CM, TAPE_SPARE } from "#core/materials/masking";

/** A layer that goes on some zones of a part, and how. */
export type MaskGroup = {
  readonly id: string;
  readonly zones: readonly number[];
  readonly way: "brush" | "airbrush" | "can";
  /** Zones on which its spray does no harm: they end in the same sheen. */
  readonly harmless?: readonly number[];
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
  /** What it is masked with; tape where nobody says. */
  readonly kind?: MaskKind;
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

/** Seconds a cm for a card that is held, and for cutting in (defaults). */
const CARD_S_CM = 0.5;
const CUT_IN_S_CM = 3;
/** Minutes for a wrap, for what covers all of a place by its area, for a template, for taking it off (defaults). */
const WRAP_MIN = { each: 1, perCm2: 0.02 };
const COVER_MIN_CM2 = { liquid: 0.03, putty: 0.05 } as const;
const TEMPLATE_MIN = 3;
const UNMASK_MIN = 0.5;
/** Up to so many groups every order is weighed. */
export const EXACT_GROUPS = 10;
const TRIES = 200;

/** Border between a zone and what a group paints, mm. */
export const borderWith = ({ borders }: MaskScene, zone: number, { zones }: MaskGroup): number =>
  borders.reduce(
    (sum, { a, b, mm }) =>
      (a === zone && zones.includes(b)) || (b === zone && zones.includes(a)) ? sum + mm : sum,
    0,
  );

/** Whether its spray comes to a zone: a can reaches everything in view, an airbrush what lies beside. */
export const reaches = (scene: MaskScene, group: MaskGroup, zone: number): boolean =>
  group.way !== "brush" &&
  !group.zones.includes(zone) &&
  !scene.mayTake.includes(zone) &&
  !group.harmless?.includes(zone) &&
  (group.way === "can" || borderWith(scene, zone, group) > 0);

/** Whether it takes both tape along its borders and, against a can, a wrap. */
const isTaped = (kind: MaskKind): boolean => kind === "tape" || kind === "template" || kind === "card";

/** What it takes to cover places, of one copy: tape, what is wrapped beyond it, and minutes with taking it off. */
export function coverWith(
  { areaCm2, kind = "tape" }: MaskScene,
  zones: readonly number[],
  { borderMm, isCan }: { readonly borderMm: number; readonly isCan: boolean },
): Omit<Mask, "zones"> & { readonly minutes: number } {
  const cm2 = zones.reduce((sum, z) => sum + (areaCm2.get(z) ?? 0), 0);
  const wrapCm2 = isCan && isTaped(kind) ? cm2 : 0;
  const wrap = wrapCm2 > 0 ? zones.length * WRAP_MIN.each + wrapCm2 * WRAP_MIN.perCm2 : 0;
  const tapeMm = kind === "tape" ? borderMm * (1 + TAPE_SPARE) : 0;
  const minutes = {
    tape: ((borderMm / 10) * TAPE_S_CM) / 60 + UNMASK_MIN,
    card: ((borderMm / 10) * CARD_S_CM) / 60,
    template: TEMPLATE_MIN * zones.length + UNMASK_MIN,
    liquid: cm2 * COVER_MIN_CM2.liquid + UNMASK_MIN,
    putty: cm2 * COVER_MIN_CM2.putty + UNMASK_MIN,
  }[kind];
  return { tapeMm, wrapCm2, minutes: minutes + wrap };
}

/** A scene as it is asked about many times over: zones and groups by their place in lists. */
type Asked = {
  readonly scene: MaskScene;
  readonly zones: readonly number[];
  readonly isKeepOut: readonly boolean[];
  readonly mayTake: readonly boolean[];
  readonly paints: readonly (readonly boolean[])[];
  readonly border: readonly (readonly number[])[];
  readonly reach: readonly (readonly boolean[])[];
};
const askedOf = new WeakMap<MaskScene, Asked>();

function asked(scene: MaskScene): Asked {
  const known = askedOf.get(scene);
  if (known) return known;
  const { groups, keepOuts, mayTake } = scene;
  const zones = [...new Set([...groups.flatMap((g) => g.zones), ...keepOuts])];
  const each = <T>(of: (group: MaskGroup, zone: number) => T) =>
    groups.map((g) => zones.map((z) => of(g, z)));
  const made: Asked = {
    ...{ scene, zones },
    isKeepOut: zones.map((z) => keepOuts.includes(z)),
    mayTake: zones.map((z) => mayTake.includes(z)),
    paints: each((g, z) => g.zones.includes(z)),
    border: each((g, z) => borderWith(scene, z, g)),
    reach: each((g, z) => reaches(scene, g, z)),
  };
  askedOf.set(scene, made);
  return made;
}

/**
 * What a group asks for when some others are laid already. Finished zones are guarded, and what stays free all along:
 * that is covered once, before the first spray that comes to it.
 * @param at the place of the group in the list of them
 */
function masked(of: Asked, at: number, isLaid: (at: number) => boolean): MaskedGroup {
  const { scene, zones, isKeepOut, mayTake, paints, border, reach } = of;
  const group = scene.groups[at]!;
  const n = scene.groups.length;
  const isBrush = group.way === "brush";
  const guarded: number[] = [];
  for (let z = 0; z < zones.length; z++) {
    if (paints[at]![z] || (isBrush ? mayTake[z] : !reach[at]![z])) continue;
    let painted = isKeepOut[z]!;
    let open = false;
    for (let g = 0; g < n && !open; g++) {
      const laid = isLaid(g);
      if (isKeepOut[z]) open = laid && reach[g]![z]!;
      else if (paints[g]![z]) [painted, open] = [painted || laid, !laid];
    }
    if (painted && !open) guarded.push(z);
  }
  const borderMm = guarded.reduce((sum, z) => sum + border[at]![z]!, 0);
  if (isBrush)
    return { id: group.id, mask: null, cutInMm: borderMm, minutes: ((borderMm / 10) * CUT_IN_S_CM) / 60 };
  if (guarded.length === 0) return { id: group.id, mask: null, cutInMm: 0, minutes: 0 };
  const covered = guarded.map((z) => zones[z]!);
  const { minutes, ...cover } = coverWith(scene, covered, { borderMm, isCan: group.way === "can" });
  return { id: group.id, mask: { zones: covered, ...cover }, cutInMm: 0, minutes };
}

/** What an order of the groups asks for. @param order ids of all groups */
export function maskedInOrder(scene: MaskScene, order: readonly string[]): MaskOrder {
  const at = new Map(scene.groups.map((g, i) => [g.id, i]));
  const laid = scene.groups.map(() => false);
  const groups = order.map((id) => {
    const i = at.get(id)!;
    const one = masked(asked(scene), i, (other) => laid[other]!);
    laid[i] = true;
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
      const next = masked(asked(scene), i, (g) => (set & (1 << g)) !== 0);
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

/**
 * The best of many seeded orders, each put right by changing places of two neighbours while that helps. What a group
 * asks for hangs on which others are laid alone, so such a change is weighed by these two.
 */
function triedOrder(scene: MaskScene, typed: readonly string[]): readonly string[] {
  let best = typed;
  let least = maskedInOrder(scene, typed);
  for (let round = 0; round < TRIES; round++) {
    const order = putRight(scene, inSomeOrder(scene, typed, round));
    const now = maskedInOrder(scene, order);
    if (isLess(now, least)) [best, least] = [order, now];
  }
  return best;
}

function putRight(scene: MaskScene, from: readonly string[]): readonly string[] {
  const order = [...from];
  const of = asked(scene);
  const at = new Map(scene.groups.map((g, i) => [g.id, i]));
  const both = (laid: ReadonlySet<number>, first: number, then: number) => {
    const one = masked(of, first, (g) => laid.has(g));
    const two = masked(of, then, (g) => g === first || laid.has(g));
    return {
      groups: [],
      masks: (one.mask ? 1 : 0) + (two.mask ? 1 : 0),
      minutes: one.minutes + two.minutes,
    };
  };
  for (let i = 0; i + 1 < order.length; i++) {
    const [a, b] = [order[i]!, order[i + 1]!];
    if (scene.before.some(([first, then]) => first === a && then === b)) continue;
    const laid = new Set(order.slice(0, i).map((id) => at.get(id)!));
    if (!isLess(both(laid, at.get(b)!, at.get(a)!), both(laid, at.get(a)!, at.get(b)!))) continue;
    [order[i], order[i + 1]] = [b, a];
    i = Math.max(-1, i - 2);
  }
  return order;
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
