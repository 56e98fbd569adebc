import { moneyText } from "#core/money";
import { between, type Figure } from "#core/figure";

/**
 * What a printer has shown: runs that came out and runs that did not. Old failures count for less than one.
 */
export type SuccessRecord = { readonly good: number; readonly failed: number };

/** What is assumed of any machine (common practice). */
export const PRIOR: SuccessRecord = { good: 4, failed: 1 };

/** A failure older than this many runs fades by this much with each run since. */
const FRESH = 20;
const FADING = 0.95;

/** The record of runs, oldest first. */
export function recordOf(runs: readonly { readonly outcome: "good" | "failed" }[]): SuccessRecord {
  let good = 0;
  let failed = 0;
  runs.forEach((r, i) => {
    const age = runs.length - 1 - i;
    if (r.outcome === "good") good++;
    else failed += FADING ** Math.max(0, age - FRESH);
  });
  return { good, failed };
}

/**
 * Runs to expect for one good plate, from a Beta prior of 4 good and 1 failed: (a + b - 1) / (a - 1). 1.33
 * with no record.
 */
export function expectedRuns(record: SuccessRecord): Figure {
  const a = PRIOR.good + record.good;
  const b = PRIOR.failed + record.failed;
  const mean = a / (a + b);
  const sd = Math.sqrt((a * b) / ((a + b) ** 2 * (a + b + 1)));
  const value = (a + b - 1) / (a - 1);
  const learned = record.good + record.failed > 0;
  return between(
    1 / Math.min(1, mean + 1.28 * sd),
    value,
    1 / Math.max(0.2, mean - 1.28 * sd),
    "runs",
    learned ? "learned" : "practice",
    [
      {
        text: `${record.good} good and ${Number(record.failed.toFixed(1))} failed on record, on top of 4 good and 1 failed assumed of any machine`,
        basis: learned ? "learned" : "practice",
      },
      { text: "expected runs = (a + b - 1) / (a - 1)", value: value.toFixed(2) },
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
