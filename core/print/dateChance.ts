import { beta, normal } from "#core/print/chance";
import { keyOf, luckOf } from "#core/random";
import { type Clock, nextPresence, nextSlot, through } from "#core/steps/hours";
import { believed, MOST_TRIES, successShare, type SuccessRecord } from "#core/print/reprints";

/**
 * What follows a plate once it is cleared, one after the other: hands at the bench, then a wait. Minutes.
 */
export type Following = readonly { readonly handsMinutes: number; readonly waitMinutes: number }[];

/**
 * A plate as chance sees it. `kind`: plates of one kind on one printer share their luck; `risk`: measured from
 * what lies on it. Minutes. `following` is null where it is of another scene and only takes the machine.
 */
export type ChancePlate = {
  readonly plateId: string;
  readonly kind: string;
  readonly risk: number;
  readonly on: readonly { readonly printerId: string; readonly minutes: number }[];
  readonly setupMinutes: number;
  readonly clearMinutes: number;
  /** How much follows, so that what needs most after printing is printed first. */
  readonly tailMinutes: number;
  readonly following: Following | null;
};

export type ChanceRules = {
  readonly clock: Clock;
  readonly from: number;
  /** What each kind has shown; one that is not there has shown nothing. */
  readonly records: ReadonlyMap<string, SuccessRecord>;
  /** The finish of the plan if every run comes out. */
  readonly plannedFinish: number;
  /** Hands that the plan has after its last plate is cleared, minutes. */
  readonly handsAfterLast: number;
  /**
   * Spread of a printer's own factor on all its times, of single runs, and of the person's pace, as shares;
   * from the log, or usual.
   */
  readonly spreads?: { readonly printer: number; readonly run: number; readonly hands: number };
  readonly runs?: number;
  readonly seed?: number;
};

/**
 * Chance of being done by the date, and the days by which it is done in half, four fifths and nineteen of
 * twenty cases. Minutes of the plan's clock.
 */
export type DateChance = {
  readonly chance: number;
  readonly halfWidth: number;
  readonly at50: number;
  readonly at80: number;
  readonly at95: number;
  /** Share of cases in which a plate was given up. */
  readonly givenUp: number;
  readonly runs: number;
  readonly finishes: Float64Array;
};

const USUAL = { printer: 0.08, run: 0.05, hands: 0.25 } as const;
/**
 * Plays the plates through many times: how often a kind fails is drawn once for each case from what its measured
 * risk and its record leave open, so that bad luck stays; how long machines take likewise. A failure is seen when
 * somebody is there, and the plate goes back into the queue; after eight tries it is given up, and that case is
 * never done. What follows a plate is walked through the hours at the bench.
 * @source Beta-binomial; half-width of a share by its normal spread (derived)
 */
export function dateChance(
  plates: readonly ChancePlate[],
  dueAt: number | null,
  rules: ChanceRules,
): DateChance {
  const { from, runs = 1000 } = rules;
  const order = [...plates]
    .filter((p) => p.on.length > 0)
    .sort(
      (a, b) =>
        b.tailMinutes + longestOn(b) - a.tailMinutes - longestOn(a) || (a.plateId < b.plateId ? -1 : 1),
    );
  const finishes = new Float64Array(runs);
  const play = player(order, rules);
  for (let run = 0; run < runs; run++) finishes[run] = play(run);
  const sorted = finishes.slice().sort();
  const at = (share: number) => sorted[Math.min(runs - 1, Math.ceil(share * runs) - 1)] ?? from;
  const chance = dueAt === null ? 1 : finishes.reduce((n, f) => n + (f <= dueAt ? 1 : 0), 0) / runs;
  return {
    chance,
    halfWidth: 1.96 * Math.sqrt((chance * (1 - chance)) / runs),
    at50: at(0.5),
    at80: at(0.8),
    at95: at(0.95),
    givenUp: finishes.reduce((n, f) => n + (Number.isFinite(f) ? 0 : 1), 0) / runs,
    runs,
    finishes,
  };
}

/** Plays one case after the other; what is the same in all of them is worked out once. */
function player(order: readonly ChancePlate[], rules: ChanceRules): (run: number) => number {
  const { clock, from, plannedFinish, handsAfterLast, spreads = USUAL, seed = 1 } = rules;
  const draw = successDrawn(order, rules);
  const printers = [...new Set(order.flatMap((p) => p.on.map((o) => o.printerId)))].sort();
  const keys = new Map(order.map((p) => [p.plateId, keyOf(p.plateId)]));
  const ends = order.map((p) => (p.following ? followed(clock, p.following) : null));
  const plannedHands = 0.2 * Math.max(0, plannedFinish - from);
  return (run) => {
    const success = draw(run);
    const pace = new Map(
      printers.map((p) => [p, Math.exp(spreads.printer * normal(luckOf(seed, run, keyOf(p), 2)))]),
    );
    const hands = Math.exp(spreads.hands * normal(luckOf(seed, run, 3)));
    const free = new Map(printers.map((p) => [p, from]));
    // The plan's own finish holds the waits between evenings; a slower pace stretches what is hands in it.
    let finish = plannedFinish + Math.max(0, hands - 1) * plannedHands;
    let lastClear = from;
    for (const [i, plate] of order.entries()) {
      const on = freeFirst(plate, free);
      let done = false;
      for (let tries = 0; tries < MOST_TRIES && !done; tries++) {
        const luck = luckOf(seed, run, keys.get(plate.plateId)!, tries);
        const minutes = on.minutes * pace.get(on.printerId)! * Math.exp(spreads.run * normal(luck));
        const startsAt = nextSlot(clock, free.get(on.printerId)!, plate.setupMinutes) + plate.setupMinutes;
        if (!Number.isFinite(startsAt)) return Infinity;
        done = luck() < success[i]!;
        const stopsAt = done
          ? startsAt + minutes
          : nextPresence(clock, startsAt + (0.1 + 0.9 * luck()) * minutes);
        free.set(on.printerId, nextSlot(clock, stopsAt, plate.clearMinutes) + plate.clearMinutes);
      }
      if (!done && plate.following) return Infinity;
      if (!plate.following) continue;
      const clearedAt = free.get(on.printerId)!;
      lastClear = Math.max(lastClear, clearedAt);
      finish = Math.max(finish, ends[i]!(clearedAt, hands));
    }
    return handsAfterLast > 0
      ? Math.max(finish, through(clock, lastClear, handsAfterLast))
      : Math.max(finish, lastClear);
  };
}

/** On the printer that is free first of those that take it. */
function freeFirst(plate: ChancePlate, free: ReadonlyMap<string, number>): ChancePlate["on"][number] {
  let on = plate.on[0]!;
  for (const o of plate.on) if (free.get(o.printerId)! < free.get(on.printerId)!) on = o;
  return on;
}

const odds = (p: number) => Math.log(p / (1 - p));
const within = (p: number) => Math.min(1 - 1e-12, Math.max(1e-12, p));

/**
 * How likely each plate is to come out in a case: drawn once for its kind, at the mean risk of the kind, then
 * moved by as much as the plate itself is better or worse than that.
 */
function successDrawn(
  order: readonly ChancePlate[],
  { records, seed = 1 }: ChanceRules,
): (run: number) => readonly number[] {
  const kinds = [...new Set(order.map((p) => p.kind))].sort();
  const beliefs = kinds.map((kind) => {
    const risks = order.filter((p) => p.kind === kind).map((p) => p.risk);
    const record = records.get(kind) ?? { good: 0, failed: 0 };
    return { record, belief: believed(record, risks.reduce((s, r) => s + r, 0) / risks.length) };
  });
  const place = order.map((p) => kinds.indexOf(p.kind));
  const shift = order.map((p, i) => {
    const { record, belief } = beliefs[place[i]!]!;
    const own = successShare(believed(record, p.risk));
    return odds(within(own)) - odds(within(successShare(belief)));
  });
  return (run) => {
    const drawn = beliefs.map(({ belief }, k) =>
      beta(belief.good, belief.failed, luckOf(seed, run, keyOf(kinds[k]!), 1)),
    );
    return order.map((_, i) => {
      const p = drawn[place[i]!]!;
      return shift[i] === 0 ? p : 1 / (1 + Math.exp(-odds(within(p)) - shift[i]!));
    });
  };
}

/** Ends are looked up to a quarter of an hour before: what follows begins with the next time at the bench anyway. */
const QUARTER = 15;

/** When all is done that follows something cleared at a moment, by the hours at the bench. */
function followed(clock: Clock, chain: Following): (clearedAt: number, hands: number) => number {
  const known = new Map<number, number>();
  if (chain.length === 0) return (clearedAt) => clearedAt;
  const handsTotal = chain.reduce((sum, l) => sum + l.handsMinutes, 0);
  const waitTotal = chain.reduce((sum, l) => sum + l.waitMinutes, 0);
  const share = handsTotal / Math.max(1, handsTotal + waitTotal);
  return (clearedAt, hands) => {
    const quarter = Math.floor(clearedAt / QUARTER);
    let end = known.get(quarter);
    if (end === undefined) {
      end = chain.reduce(
        (t, l) => (l.handsMinutes > 0 ? through(clock, t, l.handsMinutes) : t) + l.waitMinutes,
        quarter * QUARTER,
      );
      known.set(quarter, end);
    }
    return end + Math.max(0, hands - 1) * share * Math.max(0, end - clearedAt);
  };
}

const longestOn = (p: ChancePlate) => Math.max(...p.on.map((o) => o.minutes));

/** A spare to print now: by how much it raises the chance of the date, and what that costs. */
export type SpareWorth = { readonly plateId: string; readonly gain: number; readonly minutes: number };

/**
 * For each plate, what a second one beside it, printed at once, would do: it counts as failed only when both
 * fail. Sorted
 * by gain for an hour of machine.
 */
export function worthwhileSpares(
  plates: readonly ChancePlate[],
  dueAt: number,
  rules: ChanceRules,
  tell: (share: number) => void = () => undefined,
  most = 6,
): readonly SpareWorth[] {
  const runs = Math.min(300, rules.runs ?? 300);
  const base = dateChance(plates, dueAt, { ...rules, runs }).chance;
  const longest = [...plates]
    .sort((a, b) => longestOn(b) + b.tailMinutes - longestOn(a) - a.tailMinutes)
    .slice(0, most);
  return longest
    .map((plate, i) => {
      tell((i + 1) / (longest.length + 1));
      const record = rules.records.get(plate.kind) ?? { good: 0, failed: 0 };
      const nothing = believed({ good: 0, failed: 0 }, plate.risk);
      const { good, failed } = believed(record, plate.risk);
      // Both fail with the square of one's chance: as a record, that many fewer failures.
      const both = (failed / (good + failed)) ** 2;
      const kind = `${plate.kind} and a spare of ${plate.plateId}`;
      const records = new Map(rules.records).set(kind, {
        good: (good + failed) * (1 - both) - nothing.good,
        failed: Math.max(1e-3, (good + failed) * both) - nothing.failed,
      });
      const changed = plates.map((p) => (p === plate ? { ...p, kind } : p));
      return {
        plateId: plate.plateId,
        gain: dateChance(changed, dueAt, { ...rules, records, runs }).chance - base,
        minutes: longestOn(plate),
      };
    })
    .filter((s) => s.gain > 0.005)
    .sort((p, q) => q.gain / q.minutes - p.gain / p.minutes);
}
