import { beta, normal } from "#core/print/chance";
import { keyOf, luckOf } from "#core/random";
import { type Clock, nextPresence, nextSlot } from "#core/steps/hours";
import { PRIOR, type SuccessRecord } from "#core/print/reprints";

/** A plate as chance sees it. `kind`: plates of one kind on one printer share their luck. Minutes. */
export type ChancePlate = {
  readonly plateId: string;
  readonly kind: string;
  readonly on: readonly { readonly printerId: string; readonly minutes: number }[];
  readonly setupMinutes: number;
  readonly clearMinutes: number;
  readonly tailMinutes: number;
};

export type ChanceRules = {
  readonly clock: Clock;
  readonly from: number;
  /** What each kind has shown; one that is not there has shown nothing. */
  readonly records: ReadonlyMap<string, SuccessRecord>;
  /** The finish of the plan if every run comes out. */
  readonly plannedFinish: number;
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
  readonly runs: number;
  readonly finishes: Float64Array;
};

const USUAL = { printer: 0.08, run: 0.05, hands: 0.25 } as const;
/** After this many failures a plate is given up on for this case. */
const MOST_FAILURES = 8;

/**
 * Plays the plates through many times: how often a kind fails is drawn once for each case from what its
 * record leaves
 * open, so that bad luck stays; how long machines take likewise. A failure is seen when somebody is there,
 * and the plate
 * goes back into the queue.
 * @source Beta-binomial; half-width of a share by its normal spread (derived)
 */
export function dateChance(
  plates: readonly ChancePlate[],
  dueAt: number | null,
  rules: ChanceRules,
): DateChance {
  const { clock, from, records, plannedFinish, spreads = USUAL, runs = 1000, seed = 1 } = rules;
  const order = [...plates]
    .filter((p) => p.on.length > 0)
    .sort(
      (a, b) =>
        b.tailMinutes + longestOn(b) - a.tailMinutes - longestOn(a) || (a.plateId < b.plateId ? -1 : 1),
    );
  const kinds = [...new Set(order.map((p) => p.kind))].sort();
  const printers = [...new Set(order.flatMap((p) => p.on.map((o) => o.printerId)))].sort();
  const plateKeys = new Map(order.map((p) => [p.plateId, keyOf(p.plateId)]));
  const finishes = new Float64Array(runs);
  for (let run = 0; run < runs; run++) {
    const good = new Map(
      kinds.map((k) => {
        const record = records.get(k) ?? { good: 0, failed: 0 };
        return [
          k,
          beta(PRIOR.good + record.good, PRIOR.failed + record.failed, luckOf(seed, run, keyOf(k), 1)),
        ];
      }),
    );
    const pace = new Map(
      printers.map((p) => [p, Math.exp(spreads.printer * normal(luckOf(seed, run, keyOf(p), 2)))]),
    );
    const hands = Math.exp(spreads.hands * normal(luckOf(seed, run, 3)));
    const free = new Map(printers.map((p) => [p, from]));
    const queue = order.map((plate) => ({ plate, tries: 0 }));
    let finish = from;
    while (queue.length > 0) {
      const { plate, tries } = queue.shift()!;
      // On the printer that is free first of those that take it.
      let on = plate.on[0]!;
      for (const o of plate.on) if (free.get(o.printerId)! < free.get(on.printerId)!) on = o;
      const luck = luckOf(seed, run, plateKeys.get(plate.plateId)!, tries);
      const minutes = on.minutes * pace.get(on.printerId)! * Math.exp(spreads.run * normal(luck));
      const startsAt = nextSlot(clock, free.get(on.printerId)!, plate.setupMinutes) + plate.setupMinutes;
      if (!Number.isFinite(startsAt)) {
        finish = Infinity;
        break;
      }
      if (luck() < good.get(plate.kind)! || tries >= MOST_FAILURES) {
        const clearedAt = nextSlot(clock, startsAt + minutes, plate.clearMinutes) + plate.clearMinutes;
        free.set(on.printerId, clearedAt);
        finish = Math.max(finish, clearedAt + plate.tailMinutes * (plate.tailMinutes > 0 ? hands : 1));
      } else {
        const seenAt = nextPresence(clock, startsAt + (0.1 + 0.9 * luck()) * minutes);
        free.set(on.printerId, nextSlot(clock, seenAt, plate.clearMinutes) + plate.clearMinutes);
        queue.unshift({ plate, tries: tries + 1 });
      }
    }
    // The plan's own finish holds the waits between evenings; the person's pace stretches what is hands in
    // it.
    finishes[run] = Math.max(
      finish,
      plannedFinish + Math.max(0, hands - 1) * 0.2 * Math.max(0, plannedFinish - from),
    );
  }
  const sorted = finishes.slice().sort();
  const at = (share: number) => sorted[Math.min(runs - 1, Math.ceil(share * runs) - 1)] ?? from;
  const chance = dueAt === null ? 1 : finishes.reduce((n, f) => n + (f <= dueAt ? 1 : 0), 0) / runs;
  return {
    chance,
    halfWidth: 1.96 * Math.sqrt((chance * (1 - chance)) / runs),
    at50: at(0.5),
    at80: at(0.8),
    at95: at(0.95),
    runs,
    finishes,
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
  most = 6,
): readonly SpareWorth[] {
  const runs = Math.min(300, rules.runs ?? 300);
  const base = dateChance(plates, dueAt, { ...rules, runs }).chance;
  const longest = [...plates]
    .sort((a, b) => longestOn(b) + b.tailMinutes - longestOn(a) - a.tailMinutes)
    .slice(0, most);
  return longest
    .map((plate) => {
      const record = rules.records.get(plate.kind) ?? { good: 0, failed: 0 };
      const a = PRIOR.good + record.good;
      const b = PRIOR.failed + record.failed;
      // Both fail with the square of one's chance: as a record, that many fewer failures.
      const fails = b / (a + b);
      const both = fails * fails;
      const kind = `${plate.kind} and a spare of ${plate.plateId}`;
      const records = new Map(rules.records).set(kind, {
        good: (a + b) * (1 - both) - PRIOR.good,
        failed: Math.max(1e-3, (a + b) * both) - PRIOR.failed,
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
