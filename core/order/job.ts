import { toolOf } from "#core/materials/tools";
import { MINUTES_A_DAY } from "#core/steps/hours";
import { productOf } from "#core/materials/products";
import { type Capacity, holds } from "#core/order/places";
import type { Constraint } from "#core/order/conflict";
import type { Action, Place, Step } from "#core/steps/step";
import type { Windows } from "#core/order/windows";

/** Same product, tool and place: done in one go. */
export const batchKey = (s: Step) =>
  `${s.place}|${s.tool}|${s.product ?? s.action}|${s.recipeId ?? s.paintId ?? ""}`;

/** Work that takes more getting out than its tool: two baths of alcohol and their lids; a lamp and its turntable. */
const SETUP: Partial<Record<Action, number>> = { "wash resin": 8, cure: 3 };
/** Getting out and cleaning up when the batch changes, minutes (common practice). */
const setupOf = (s: Step) => SETUP[s.action] ?? (s.place === "sink" ? 2 : toolOf(s.tool).setupMinutes);
/**
 * An airbrush is only rinsed, not cleaned, from a colour to a darker one of the same chemistry (common
 * practice).
 */
const RINSE = 4;
const DARKER = 1;

export type Key = {
  readonly name: string;
  readonly setup: number;
  readonly airbrush: boolean;
  readonly chemistry: string;
  readonly lightness: number;
};
type Link = {
  readonly to: number;
  readonly lag: number;
  readonly latest: number;
  readonly closed: { readonly fromMinutes: number; readonly untilMinutes: number } | null;
};

/** Steps and constraints by number, worked out once for all passes. */
export type Job = {
  readonly steps: readonly Step[];
  readonly links: readonly (readonly Link[])[];
  readonly waits: readonly number[];
  readonly hands: readonly number[];
  readonly release: readonly number[];
  readonly tails: readonly number[];
  readonly keyOf: readonly number[];
  readonly keys: readonly Key[];
  readonly longWait: readonly boolean[];
  readonly holding: readonly ({
    readonly place: Place;
    readonly pieces: number;
    readonly until: number;
  } | null)[];
  /** The step that has to follow soon after, or -1. */
  readonly chased: readonly number[];
  readonly capacity: Capacity;
  readonly windows: Windows;
  readonly barred: (step: Step, day: number) => boolean;
  readonly from: number;
};

const LONG_WAIT = 6 * 60;

/** Pairs of steps by their places, each pair once, with the longest wait and the tightest window told of it. */
function linksOf(sorted: readonly Step[], constraints: readonly Constraint[]) {
  const place = new Map(sorted.map((s, i) => [s.id, i]));
  const merged = new Map<number, Link & { from: number }>();
  for (const c of constraints) {
    const a = place.get(c.before);
    const b = place.get(c.after);
    if (a === undefined || b === undefined) continue;
    const key = a * sorted.length + b;
    const known = merged.get(key);
    merged.set(key, {
      from: a,
      to: b,
      lag: Math.max(known?.lag ?? 0, c.lagMinutes),
      latest: Math.min(known?.latest ?? Infinity, c.latestMinutes ?? Infinity),
      closed: c.closed ?? known?.closed ?? null,
    });
  }
  const links: Link[][] = sorted.map(() => []);
  const chased = sorted.map(() => -1);
  const into: { from: number; lag: number }[][] = sorted.map(() => []);
  for (const { from, ...link } of merged.values()) {
    links[from]!.push(link);
    into[link.to]!.push({ from, lag: link.lag });
    if (Number.isFinite(link.latest)) chased[from] = link.to;
  }
  freeToFollow(links, into, chased);
  const waits = sorted.map(() => 0);
  for (const { to } of links.flat()) waits[to]!++;
  return { links, chased, waits };
}

/** What has to follow soon must be free to: all else that it waits for comes before the step that it chases. */
function freeToFollow(
  links: Link[][],
  into: readonly (readonly { readonly from: number; readonly lag: number }[])[],
  chased: readonly number[],
): void {
  for (const [a, b] of chased.entries()) {
    if (b < 0) continue;
    for (const p of into[b]!)
      if (p.from !== a && !links[p.from]!.some((l) => l.to === a) && !leads(links, a, p.from))
        links[p.from]!.push({ to: a, lag: p.lag, latest: Infinity, closed: null });
  }
}

/** Batches: what is done with the same things out, each once, and which a step belongs to. */
function batchesOf(sorted: readonly Step[]): { readonly keys: readonly Key[]; readonly keyOf: number[] } {
  const keyIndex = new Map<string, number>();
  const keys: Key[] = [];
  const keyOf = sorted.map((s) => {
    const name = batchKey(s);
    const known = keyIndex.get(name);
    if (known !== undefined) return known;
    keyIndex.set(name, keys.length);
    keys.push({
      name,
      setup: setupOf(s),
      airbrush: s.tool === "airbrush",
      chemistry: s.product ? productOf(s.product).chemistry : "none",
      lightness: s.lightness ?? 50,
    });
    return keys.length - 1;
  });
  return { keys, keyOf };
}

/** The place that a step's pieces take while they wait, where room there is short. */
function holdingOf(s: Step, capacity: Capacity): Job["holding"][number] {
  const h = holds(s);
  const most = h ? capacity[h.place] : undefined;
  return h && most !== undefined
    ? { place: h.place, pieces: Math.min(h.pieces, most), until: s.waitMinutes }
    : null;
}

export function jobOf(
  steps: readonly Step[],
  constraints: readonly Constraint[],
  windows: Windows,
  from: number,
  capacity: Capacity,
  barred: (step: Step, day: number) => boolean,
): Job {
  const sorted = [...steps].sort((a, b) => (a.id < b.id ? -1 : 1));
  const { links, chased, waits } = linksOf(sorted, constraints);
  const hands = sorted.map((s) => s.handsMinutes.value);
  return {
    steps: sorted,
    links,
    waits,
    hands,
    ...batchesOf(sorted),
    chased,
    capacity,
    windows,
    barred,
    from,
    release: sorted.map((s) => Math.max(from, s.releaseAt)),
    tails: tailsOf(sorted, links, hands),
    longWait: links.map((list) => list.some((l) => l.lag >= LONG_WAIT)),
    holding: sorted.map((s) => holdingOf(s, capacity)),
  };
}

/** Minutes to get from one batch to the next. */
export function changeover(keys: readonly Key[], from: number, to: number): number {
  if (from === to) return 0;
  const next = keys[to]!;
  const last = from < 0 ? undefined : keys[from];
  return last?.airbrush &&
    next.airbrush &&
    last.chemistry === next.chemistry &&
    next.lightness <= last.lightness + DARKER
    ? RINSE
    : next.setup;
}

/** Longest chain of hands and waits from the start of every step to the end, minutes. */
function tailsOf(
  steps: readonly Step[],
  links: readonly (readonly Link[])[],
  hands: readonly number[],
): number[] {
  const tails = steps.map(() => -1);
  for (let root = 0; root < steps.length; root++) {
    const path = [{ at: root, next: 0 }];
    while (path.length > 0) {
      const top = path.at(-1)!;
      if (tails[top.at]! >= 0) {
        path.pop();
        continue;
      }
      const list = links[top.at]!;
      let down = false;
      while (top.next < list.length && !down) {
        const { to } = list[top.next++]!;
        if (tails[to]! < 0) {
          path.push({ at: to, next: 0 });
          down = true;
        }
      }
      if (down) continue;
      tails[top.at] =
        hands[top.at]! + Math.max(0, steps[top.at]!.waitMinutes, ...list.map((l) => l.lag + tails[l.to]!));
      path.pop();
    }
  }
  return tails;
}

function leads(links: readonly (readonly Link[])[], from: number, to: number): boolean {
  const stack = [from];
  const seen = new Set<number>();
  while (stack.length > 0) {
    const i = stack.pop()!;
    if (i === to) return true;
    if (seen.has(i)) continue;
    seen.add(i);
    for (const l of links[i]!) stack.push(l.to);
  }
  return false;
}

export const dayOf = (t: number) => Math.floor(t / MINUTES_A_DAY);
