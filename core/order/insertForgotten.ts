import { applyChanges } from "#core/order/applyChanges";
import type { OrderChange } from "#core/order/change";
import { checkPlan } from "#core/order/checkPlan";
import { orderRules } from "#core/order/rules";
import { noMatches, orderOf } from "#core/order/sequence";
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
 * before glue, primer under colour, primer over a filled spot, a sealed board under wet ground, a tried dam before
 * water.
 */
export function insertForgotten(steps: readonly Step[]): readonly Step[] {
  const known = noMatches();
  let all = steps;
  let before: Rows | null = null;
  let leftOver: ReadonlySet<string> = new Set();
  for (let round = 0; round < ROUNDS; round++) {
    const order = orderOf(all, known);
    const byId = new Map(all.map((s) => [s.id, s]));
    const now = rowsOf(order.map((id) => byId.get(id)!));
    const found = missingIn(
      all,
      order,
      before && ((s) => leftOver.has(s.id) || isOtherwise(s, before!, now)),
    );
    const { missing, suppressed } = oncePerBoard(found, byId);
    if (missing.length === 0) break;
    [before, leftOver] = [now, suppressed];
    all = applyChanges(all, missing);
  }
  return all;
}

type Missing = { readonly ruleId: string; readonly change: Extract<OrderChange, { kind: "insert" }> };

/** What is missing beside each step that is looked at; all of them where nothing says which. */
function missingIn(
  all: readonly Step[],
  order: readonly string[],
  only: ((step: Step) => boolean) | null,
): readonly (Missing & { readonly stepId: string })[] {
  const times = new Map(order.map((id, i) => [id, { startsAt: i * APART, endsAt: i * APART + 1 }]));
  return checkPlan(all, times, { rules, ...(only ? { only } : {}) }).flatMap(({ ruleId, after, mends }) => {
    const change = mends[0]?.change;
    return change?.kind === "insert" ? [{ ruleId, change, stepId: after }] : [];
  });
}

/** What is put in for one layer of the board may do for all of them: the next round will show. */
function oncePerBoard(
  found: readonly (Missing & { readonly stepId: string })[],
  byId: ReadonlyMap<string, Step>,
): { readonly missing: readonly Missing[]; readonly suppressed: ReadonlySet<string> } {
  const reported = new Set<string>();
  const suppressed = new Set<string>();
  const missing = found.filter(({ ruleId, stepId }) => {
    const isRepeated = isBoardWide(byId.get(stepId)!) && reported.has(ruleId);
    if (isRepeated) suppressed.add(stepId);
    reported.add(ruleId);
    return !isRepeated;
  });
  return { missing, suppressed };
}

/** The steps of each thing that is worked on, in their order, as one text. */
type Rows = ReadonlyMap<string, string>;

function rowsOf(order: readonly Step[]): Rows {
  const rows = new Map<string, string[]>();
  for (const s of order) for (const t of s.targets) (rows.get(t) ?? rows.set(t, []).get(t)!).push(s.id);
  return new Map([...rows].map(([t, ids]) => [t, ids.join("\n")]));
}

/** Whether a step has something else round it than before. */
const isOtherwise = (step: Step, before: Rows, now: Rows) =>
  step.targets.some((t) => before.get(t) !== now.get(t));
