import { applyChanges } from "#core/order/applyChanges";
import { checkPlan } from "#core/order/checkPlan";
import { orderRules } from "#core/order/rules";
import { sequence } from "#core/order/sequence";
import { isBoardWide, type Step } from "#core/steps/step";

/** Rules whose missing step everybody needs and nobody writes down. */
const asked = new Set([
  "O6",
  "O7",
  "O13",
  "O17",
  "O23",
  "O26",
  "O39",
  "O40",
  "O44",
  "O47",
  "O53",
  "O57",
  "O66",
  "O69",
  "O70",
  "O74",
  "O75",
]);
const rules = orderRules.filter((r) => asked.has(r.id));
const ROUNDS = 8;
/** Far enough apart that no wait is ever too short: only what is missing is looked for. */
const APART = 1e6;

/**
 * Adds the steps that are forgotten, each naming the rule it is there for: a wash after sanding, a dry fit
 * before glue,
 * primer under colour, primer over a filled spot, a sealed board under wet ground, a tried dam before water.
 */
export function insertForgotten(steps: readonly Step[]): readonly Step[] {
  let all = steps;
  for (let round = 0; round < ROUNDS; round++) {
    const { order } = sequence(all);
    const times = new Map(order.map((id, i) => [id, { startsAt: i * APART, endsAt: i * APART + 1 }]));
    const reported = new Set<string>();
    const byId = new Map(all.map((s) => [s.id, s]));
    const missing = checkPlan(all, times, { rules }).flatMap(({ ruleId, after, mends }) => {
      const change = mends[0]?.change;
      const wide = isBoardWide(byId.get(after)!);
      // What is put in for one layer of the board may do for all of them: the next round will show.
      if (change?.kind !== "insert" || (wide && reported.has(ruleId))) return [];
      reported.add(ruleId);
      return [{ ruleId, change }];
    });
    if (missing.length === 0) break;
    all = applyChanges(all, missing);
  }
  return all;
}
