import { moneyText } from "#core/money";
import { between, type Figure } from "#core/figure";

/**
 * What a printer has shown: runs that came out and runs that did not. Old failures count for less than one.
 */
export type SuccessRecord = { readonly good: number; readonly failed: number };

/** Risk of a plate of which nothing was measured (common practice). */
export const UNMEASURED_RISK = 0.2;
/** What was measured counts as much as so many runs on record (common practice). */
const PRIOR_RUNS = 5;
/** A plate is given up after so many tries. */
export const MOST_TRIES = 8;

/** A result older than this many runs fades by this much with each run since. */
const FRESH = 20;
const FADING = 0.95;

/** The record of runs, oldest first. */
export function recordOf(runs: readonly { readonly outcome: "good" | "failed" }[]): SuccessRecord {
  let good = 0;
  let failed = 0;
  runs.forEach((r, i) => {
    const weight = FADING ** Math.max(0, runs.length - 1 - i - FRESH);
    if (r.outcome === "good") good += weight;
    else failed += weight;
  });
  return { good, failed };
}

/**
 * What is believed of a plate, as a Beta of successes and failures: its measured risk, moved by the record of
 * its machine with plates of its kind. Everything that is said of its luck follows from this.
 */
export const believed = (record: SuccessRecord, risk: number): SuccessRecord => ({
  good: PRIOR_RUNS * (1 - risk) + record.good,
  failed: PRIOR_RUNS * risk + record.failed,
});

/** Share of runs that come out. */
export const successShare = ({ good, failed }: SuccessRecord): number => good / (good + failed);

/** Runs until one comes out or the plate is given up: (1 - (1 - p)^8) / p. 1.25 at 0.8. Derived. */
export const runsAt = (success: number): number =>
  success <= 0 ? MOST_TRIES : (1 - (1 - success) ** MOST_TRIES) / success;

/** Spares are worth their plastic when they make it this likely that the count comes out (common practice). */
const LIKELY = 0.8;

/** Chance that at least `wanted` of `made` come out, each by itself with the same success. */
export function chanceOfCount(wanted: number, made: number, success: number): number {
  if (wanted <= 0) return 1;
  if (made < wanted || success <= 0) return 0;
  if (success >= 1) return 1;
  // From all down to the count, each term from the one before, in logarithms so that none underflows.
  let log = made * Math.log(success);
  let sum = 0;
  for (let good = made; good >= wanted; good--) {
    sum += Math.exp(log);
    log += Math.log(good / (made - good + 1)) + Math.log((1 - success) / success);
  }
  return Math.min(1, sum);
}

/** Fewest pieces to print so that the wanted number is likely to come out; never more than four times as many. */
export function piecesFor(wanted: number, success: number): number {
  let made = wanted;
  while (made < 4 * wanted && chanceOfCount(wanted, made, success) < LIKELY) made++;
  return made;
}

/** Runs to expect for one good plate of a measured risk on a machine with a record. */
export function expectedRuns(record: SuccessRecord, risk: number): Figure {
  const { good: a, failed: b } = believed(record, risk);
  const mean = a / (a + b);
  const sd = Math.sqrt((a * b) / ((a + b) ** 2 * (a + b + 1)));
  const learned = record.good + record.failed > 0;
  const count = (n: number) => Number(n.toFixed(1));
  return between(
    runsAt(Math.min(1, mean + 1.28 * sd)),
    runsAt(mean),
    runsAt(Math.max(0, mean - 1.28 * sd)),
    "runs",
    learned ? "learned" : "practice",
    [
      {
        text: `what lies on it fails about ${Math.round(100 * risk)} times in 100, counted as much as ${PRIOR_RUNS} runs`,
        basis: "practice",
      },
      ...(learned
        ? [
            {
              text: `${count(record.good)} good and ${count(record.failed)} failed on record`,
              basis: "learned" as const,
            },
          ]
        : []),
      {
        text: `one in ${(1 / Math.max(1e-9, mean)).toFixed(2)} comes out; given up after ${MOST_TRIES} tries`,
        value: runsAt(mean).toFixed(2),
      },
    ],
  );
}

/** What is to be decided after a failure: only what is still to be spent counts. Money in minor units. */
export type Repairable = {
  readonly reprintMinutes: number;
  readonly reprintHandsMinutes: number;
  readonly reprintMinor: number;
  readonly repairHandsMinutes: number;
  readonly repairMinor: number;
  /** Share of repairs that come out as wanted. */
  readonly repairHolds: number;
  readonly expectedRuns: number;
  readonly hourWorthMinor: number;
  readonly currency: string;
  /** Hours of machine that the date leaves over; null without a date. */
  readonly slackMinutes: number | null;
  readonly tier: "play" | "display" | "for sale";
  /** The fault lies where it will be seen. */
  readonly seen: boolean;
};

export type RepairAdvice = {
  readonly better: "reprint" | "repair";
  readonly reprint: Figure;
  readonly repair: Figure;
  readonly reasons: readonly string[];
};

/**
 * Reprint or repair, by the hours and money still to spend, the tier, and whether the machine has time before
 * the date.
 */
export function reprintOrRepair(r: Repairable): RepairAdvice {
  const hour = r.hourWorthMinor / 60;
  const money = (minor: number) => moneyText(minor, r.currency);
  const reprintMinor = r.expectedRuns * (r.reprintMinor + r.reprintHandsMinutes * hour);
  // A repair that does not hold is followed by the reprint after all.
  const repairMinor = r.repairMinor + r.repairHandsMinutes * hour + (1 - r.repairHolds) * reprintMinor;
  const reasons: string[] = [];
  let better: RepairAdvice["better"] = repairMinor <= reprintMinor ? "repair" : "reprint";
  reasons.push(
    `${better === "repair" ? "A repair" : "A reprint"} costs less from here on: ${money(Math.min(repairMinor, reprintMinor))} against ${money(Math.max(repairMinor, reprintMinor))}, hands counted in.`,
  );
  const late = r.slackMinutes !== null && r.slackMinutes < r.expectedRuns * r.reprintMinutes;
  if (r.tier === "for sale" && r.seen && better === "repair") {
    better = "reprint";
    reasons.push("It is for sale and the fault will be seen: a repair shows sooner or later.");
  } else if (late && better === "reprint") {
    better = "repair";
    reasons.push(
      `Before the date the machine has ${(Math.max(0, r.slackMinutes!) / 60).toFixed(1)} h left and a reprint takes ${((r.expectedRuns * r.reprintMinutes) / 60).toFixed(1)} h with its failures.`,
    );
  } else if (!r.seen && better === "reprint" && r.tier === "play") {
    better = "repair";
    reasons.push("Nobody will see it on the table.");
  }
  const figure = (value: number, lines: readonly string[]) =>
    between(
      0.7 * value,
      value,
      1.4 * value,
      "minor",
      "computed",
      lines.map((text) => ({ text })),
    );
  return {
    better,
    reasons,
    reprint: figure(reprintMinor, [
      `${r.expectedRuns.toFixed(2)} runs expected`,
      `material ${money(r.reprintMinor)} and ${r.reprintHandsMinutes.toFixed(0)} min of hands each`,
      `${(r.reprintMinutes / 60).toFixed(1)} h of machine each`,
    ]),
    repair: figure(repairMinor, [
      `${r.repairHandsMinutes.toFixed(0)} min of hands and ${money(r.repairMinor)} of material`,
      `${Math.round(100 * r.repairHolds)} % hold; the others are reprinted`,
    ]),
  };
}
